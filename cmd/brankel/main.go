// Brankel: measuring, judging and recording the setting of control cables. `brankel help` lists the commands.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"os/signal"
	"strings"
	"syscall"
	"time"
	_ "time/tzdata" // zones by their names, on a machine that has none

	"github.com/spf13/cobra"

	"brankel/demo"
	"brankel/rigging/rig"
	"brankel/shop"
	"brankel/web"
	"brankel/web/describe"
)

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	os.Exit(command(ctx, os.Args[1:], os.Stdin, os.Stdout, os.Stderr))
}

// failed is what went wrong in a command that was written rightly.
type failed struct{ error }

// errInput is the error of input at fault, which was told already.
var errInput = errors.New("the input is at fault")

// command does one command and gives the exit code: 2 for what was written wrongly, the command or its
// input, 1 for what went wrong.
func command(ctx context.Context, args []string, in io.Reader, out, errs io.Writer) int {
	root := commands()
	root.SetArgs(args)
	root.SetIn(in)
	root.SetOut(out)
	root.SetErr(errs)
	at, err := root.ExecuteContextC(ctx)
	var wrong failed
	switch {
	case err == nil:
		return 0
	case errors.Is(err, errInput):
		return 2
	case errors.As(err, &wrong):
		fmt.Fprintln(errs, "brankel:", wrong.error)
		return 1
	}
	fmt.Fprintf(errs, "brankel: %s\nwrite: %s\nbrankel help says more\n", err, usage(at))
	return 2
}

// usage is how a command is written, or each of those under it.
func usage(c *cobra.Command) string {
	if !c.HasAvailableSubCommands() {
		return c.UseLine()
	}
	var each []string
	for _, one := range c.Commands() {
		each = append(each, one.Use)
	}
	return c.CommandPath() + " " + strings.Join(each, " | ")
}

// does makes a command's function tell what went wrong from what was written wrongly.
func does(do func(c *cobra.Command, args []string) error) func(*cobra.Command, []string) error {
	return func(c *cobra.Command, args []string) error {
		err := do(c, args)
		if err == nil || errors.Is(err, errInput) {
			return err
		}
		return failed{err}
	}
}

func commands() *cobra.Command {
	root := &cobra.Command{Use: "brankel", Short: "measuring, judging and recording the setting of control cables",
		SilenceUsage: true, SilenceErrors: true, Args: cobra.NoArgs,
		RunE: func(*cobra.Command, []string) error { return errors.New("write what is to be done") }}
	root.CompletionOptions.DisableDefaultCmd = true
	root.AddCommand(calcCommand(), rigCommand(), rehearseCommand(), troubleCommand(), wearCommand(), practiceCommand(), gaugeCommand(), sheetCommand(), schemaCommand(), openAPICommand(),
		serveCommand(), importCommand(), exportCommand(), demoCommand(), verifyCommand(), rebuildCommand(), configCommand())
	return root
}

func schemaCommand() *cobra.Command {
	of := map[string]func() []byte{"": describe.Sheet, "rig": rig.Schema, "trouble": describe.Trouble}
	return &cobra.Command{Use: "schema [rig | trouble]", Short: "the published JSON Schema of sheets, rigs or trouble files",
		Args: cobra.MatchAll(cobra.MaximumNArgs(1), cobra.OnlyValidArgs), ValidArgs: []string{"rig", "trouble"},
		RunE: does(func(c *cobra.Command, args []string) error {
			_, err := c.OutOrStdout().Write(of[append(args, "")[0]]())
			return err
		})}
}

func openAPICommand() *cobra.Command {
	return &cobra.Command{Use: "openapi", Short: "the published OpenAPI document", Args: cobra.NoArgs,
		RunE: does(func(c *cobra.Command, _ []string) error {
			_, err := c.OutOrStdout().Write(web.OpenAPI())
			return err
		})}
}

func serveCommand() *cobra.Command {
	c := &cobra.Command{Use: "serve", Short: "serve the application, on an empty floor the demo workshop with --demo", Args: cobra.NoArgs}
	withDemo := c.Flags().Bool("demo", false, "load the demo workshop onto an empty floor")
	shows := c.Flags().Bool("show", false, "show what stands and take no entry: on a standby, for screens on the wall")
	c.RunE = does(func(c *cobra.Command, _ []string) error {
		if *shows && *withDemo {
			return errors.New("--demo writes, and --show writes nothing: leave one of them out")
		}
		url, err := databaseURL()
		if err != nil {
			return err
		}
		open := openShop
		if *shows {
			open = openToShow
		}
		houses, err := openHouses(c.Context(), url, open)
		if err != nil {
			return err
		}
		defer closeAll(houses)
		for _, h := range houses {
			if !*withDemo {
				break
			}
			if err := loadDemo(c.Context(), h.Shop); err != nil {
				return err
			}
		}
		return serve(c.Context(), houses)
	})
	return c
}

func rebuildCommand() *cobra.Command {
	return onShop("rebuild", "work out anew what the floor shows of every run", rebuild)
}

func onShop(use, short string, do func(context.Context, *shop.Shop) error) *cobra.Command {
	return &cobra.Command{Use: use, Short: short, Args: cobra.NoArgs,
		RunE: does(func(c *cobra.Command, _ []string) error { return withShop(c.Context(), do) })}
}

// databaseURL is where the database is.
func databaseURL() (string, error) {
	if url := set("BRANKEL_DATABASE_URL"); url != "" {
		return url, nil
	}
	return "", errors.New("set BRANKEL_DATABASE_URL to a PostgreSQL database, or use ./start, which brings its own")
}

// withShop does something with the workshop that commands are about.
func withShop(ctx context.Context, do func(context.Context, *shop.Shop) error) error {
	url, err := databaseURL()
	if err != nil {
		return err
	}
	s, err := openShop(ctx, url, set("BRANKEL_WORKSHOP"))
	if err != nil {
		return err
	}
	defer s.Store.Close()
	return do(ctx, s)
}

func now() time.Time { return time.Now().UTC() }

// loadDemo fills an empty floor; one that has machines is left as it is.
func loadDemo(ctx context.Context, s *shop.Shop) error {
	if empty, err := s.Empty(ctx); err != nil || !empty {
		return err
	}
	if err := importFolder(ctx, s, demo.Files); err != nil {
		return err
	}
	lines, err := s.Accounts(ctx, demo.Accounts)
	for _, line := range lines {
		fmt.Println(line)
	}
	return err
}

func importFolder(ctx context.Context, s *shop.Shop, files fs.FS) error {
	if err := s.Import(ctx, files); err != nil {
		return fmt.Errorf("nothing more was loaded after this:\n%w", err)
	}
	return nil
}

func rebuild(ctx context.Context, s *shop.Shop) error {
	runs, mended, err := s.Rebuild(ctx)
	if err != nil {
		return err
	}
	fmt.Printf("%d runs, %d of them shown otherwise than they stand and mended\n", runs, mended)
	return nil
}
