package main

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"time"

	"github.com/spf13/cobra"

	"brankel/demo/fleet"
	"brankel/shop"
)

// demoCommand loads the demo workshop; with --years a large one beside it, whose wear is known.
func demoCommand() *cobra.Command {
	c := &cobra.Command{Use: "demo", Short: "load the demo workshop into an empty database, with --years a large one of so many years",
		Args: cobra.NoArgs}
	var a fleet.Asked
	c.Flags().IntVar(&a.Years, "years", 0, "how many years of visits")
	c.Flags().IntVar(&a.Machines, "machines", 200, "of how many machines")
	c.Flags().Uint64Var(&a.Seed, "seed", 1, "the same seed makes the same workshop")
	truth := c.Flags().String("truth", "", "a file for what is true of its wear")
	c.RunE = func(c *cobra.Command, args []string) error {
		if a.Years == 0 && (c.Flags().Changed("machines") || c.Flags().Changed("seed") || *truth != "") {
			return errors.New("write how many years: brankel demo --years 10 --machines 200")
		}
		return does(func(c *cobra.Command, _ []string) error {
			return withShop(c.Context(), func(ctx context.Context, s *shop.Shop) error {
				if a.Years == 0 {
					return loadDemo(ctx, s)
				}
				return large(ctx, c, s, a, *truth)
			})
		})(c, args)
	}
	return c
}

func large(ctx context.Context, c *cobra.Command, s *shop.Shop, a fleet.Asked, truth string) error {
	empty, err := s.Empty(ctx)
	if err != nil {
		return err
	}
	if !empty {
		return errors.New("this database has a floor already: name an empty one in BRANKEL_DATABASE_URL")
	}
	if err := loadDemo(ctx, s); err != nil {
		return err
	}
	p := progress{out: c.ErrOrStderr(), tells: onTerminal(), began: time.Now()}
	m, err := fleet.Make(ctx, s, a, func(events int) { p.tell(fmt.Sprintf("%d events", events)) })
	p.end()
	if err != nil {
		return fmt.Errorf("nothing of it was kept: %w", err)
	}
	took := time.Since(p.began)
	fmt.Fprintf(c.OutOrStdout(), "%d machines, %d runs, %d events, %d photos in %s: %.0f events a second\n", m.Machines, m.Runs, m.Events, m.Photos,
		took.Round(time.Second/10), float64(m.Events)/took.Seconds())
	if truth == "" {
		return nil
	}
	raw, err := json.MarshalIndent(m.Truth, "", " ")
	if err != nil {
		return err
	}
	return os.WriteFile(truth, append(raw, '\n'), 0o644)
}
