package main

import (
	"context"
	"flag"
	"fmt"
	"io"
	"os"

	"brankel/shop"
)

// imports loads a folder and says before it does what will change; with --look it says so and changes
// nothing. It gives the exit code.
func imports(ctx context.Context, args []string, out, problems io.Writer) int {
	flags := flag.NewFlagSet("import", flag.ContinueOnError)
	flags.SetOutput(problems)
	look := flags.Bool("look", false, "say what would change, and change nothing")
	take := flags.Bool("take", false, "take cards and gauges as the files have them")
	if flags.Parse(args) != nil || flags.NArg() != 1 || *look && *take {
		fmt.Fprintln(problems, "write: brankel import [--look | --take] DIR")
		return 2
	}
	dir := flags.Arg(0)
	if info, err := os.Stat(dir); err != nil || !info.IsDir() {
		fmt.Fprintf(problems, "brankel: there is no folder %s: name the one that holds workshop.json, sheets and runs\n", dir)
		return 1
	}
	told := func(says []string, replaces bool) {
		for _, one := range says {
			fmt.Fprintln(out, one)
		}
		if replaces {
			fmt.Fprintln(out, "What stays can be written over as the files have it: brankel import --take. Roles are given by who leads.")
		}
	}
	err := withShop(ctx, func(s *shop.Shop) error {
		if *look {
			says, replaces, err := s.LookImport(os.DirFS(dir), *take)
			if err == nil && len(says) == 0 {
				says = []string{"nothing would change"}
			}
			told(says, replaces)
			return err
		}
		if err := s.ImportWith(os.DirFS(dir), *take, told); err != nil {
			return fmt.Errorf("nothing more was loaded after this:\n%w", err)
		}
		return nil
	})
	if err != nil {
		fmt.Fprintln(problems, "brankel:", err)
		return 1
	}
	return 0
}
