// Brankel: measuring, judging and recording the setting of control cables.
//
//	brankel serve [--demo]     serve the application, on an empty floor the demo workshop
//	brankel import DIR         load open-format files; what is there already stays
//	brankel import --look DIR  say what that would change, and change nothing
//	brankel import --take DIR  take cards and gauges as the files have them
//	brankel export DIR         write floor and sheets as open-format files
//	brankel demo               load the demo workshop into an empty database
//	brankel verify             walk every hash chain
//	brankel verify FILE        prove an exported run, or a machine's bundle, without a database
//	brankel rebuild            work out anew what the floor shows of every run
//	brankel calc NAME          one calculation, JSON in, JSON out
//	brankel calc --cases FILE  an array of cases
//	brankel calc --list        the names and what they answer
//	brankel rig answer         what a rig shows, JSON in, JSON out
//	brankel rig answer --cases FILE    an array of cases
//	brankel rehearse           a run played against a rig, JSON in, JSON out
//	brankel rehearse --cases FILE      an array of them
//	brankel trouble            what could be wrong, JSON in, JSON out
//	brankel trouble --list [FAMILY]    causes, symptoms and tests with what they mean in the model
//	brankel schema [rig | trouble] | openapi   the published documents
package main

import (
	"context"
	"fmt"
	"io/fs"
	"os"
	"os/signal"
	"path"
	"syscall"
	"time"

	"brankel/demo"
	"brankel/postgres"
	"brankel/rigging/rig"
	"brankel/shop"
	"brankel/web"
	"brankel/web/describe"
)

const usage = "write: brankel serve [--demo] | import [--look | --take] DIR | export DIR | demo | verify [FILE] | rebuild | calc NAME | " +
	"calc --cases FILE | calc --list | rig answer | rig answer --cases FILE | rehearse | rehearse --cases FILE | " +
	"trouble | trouble --list [FAMILY] | schema [rig | trouble] | openapi"

func main() {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	os.Exit(command(ctx, os.Args[1:]))
}

// command does one command and gives the exit code: 2 for what was written
// wrongly, 1 for what went wrong.
func command(ctx context.Context, args []string) int {
	if len(args) == 0 {
		fmt.Fprintln(os.Stderr, usage)
		return 2
	}
	var err error
	switch name := args[0]; {
	case name == "calc":
		return calculate(args[1:], os.Stdin, os.Stdout, os.Stderr)
	case name == "rehearse":
		return rehearsal(args[1:], os.Stdin, os.Stdout, os.Stderr)
	case name == "rig":
		return rigs(args[1:], os.Stdin, os.Stdout, os.Stderr)
	case name == "trouble":
		return troubles(args[1:], os.Stdin, os.Stdout, os.Stderr)
	case name == "schema" && len(args) == 2 && args[1] == "trouble":
		_, err = os.Stdout.Write(describe.Trouble())
	case name == "schema" && len(args) == 2 && args[1] == "rig":
		_, err = os.Stdout.Write(rig.Schema())
	case name == "schema" && len(args) == 1:
		_, err = os.Stdout.Write(describe.Sheet())
	case name == "openapi":
		_, err = os.Stdout.Write(web.OpenAPI())
	case name == "serve":
		err = withShop(ctx, func(s *shop.Shop) error {
			if len(args) > 1 && args[1] == "--demo" {
				if err := loadDemo(s); err != nil {
					return err
				}
			}
			return serve(ctx, s)
		})
	case name == "demo":
		err = withShop(ctx, loadDemo)
	case name == "import" && len(args) >= 2:
		return imports(ctx, args[1:], os.Stdout, os.Stderr)
	case name == "export" && len(args) == 2:
		err = withShop(ctx, func(s *shop.Shop) error { return exportFolder(s, args[1]) })
	case name == "verify" && len(args) == 2:
		err = verifyFile(args[1])
	case name == "verify" && len(args) == 1:
		err = withShop(ctx, verify)
	case name == "rebuild":
		err = withShop(ctx, rebuild)
	default:
		fmt.Fprintln(os.Stderr, usage)
		return 2
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "brankel:", err)
		return 1
	}
	return 0
}

func withShop(ctx context.Context, do func(*shop.Shop) error) error {
	url := os.Getenv("BRANKEL_DATABASE_URL")
	if url == "" {
		return fmt.Errorf("set BRANKEL_DATABASE_URL to a PostgreSQL database, or use ./start, which brings its own")
	}
	store, err := postgres.Open(ctx, url)
	if err != nil {
		return err
	}
	defer store.Close()
	return do(shop.New(store, func() time.Time { return time.Now().UTC() }))
}

// loadDemo fills an empty floor; one that has machines is left as it is.
func loadDemo(s *shop.Shop) error {
	floor, err := s.Store.Floor()
	if err != nil || floor.Name != "" {
		return err
	}
	if err := importFolder(s, demo.Files); err != nil {
		return err
	}
	lines, err := s.Accounts(demo.Accounts)
	for _, line := range lines {
		fmt.Println(line)
	}
	return err
}

func importFolder(s *shop.Shop, files fs.FS) error {
	if err := s.Import(files); err != nil {
		return fmt.Errorf("nothing more was loaded after this:\n%w", err)
	}
	return nil
}

// exportFolder writes into a folder that is empty or not there yet.
func exportFolder(s *shop.Shop, dir string) error {
	if found, err := os.ReadDir(dir); err == nil && len(found) > 0 {
		return fmt.Errorf("%s is not empty: name a new folder, so that nothing is overwritten", dir)
	}
	if err := os.MkdirAll(dir, 0o755); err != nil {
		return err
	}
	root, err := os.OpenRoot(dir) // whatever a sheet is called, nothing is written outside
	if err != nil {
		return err
	}
	defer root.Close()
	return s.Export(func(name string, raw []byte) error {
		if err := root.MkdirAll(path.Dir(name), 0o755); err != nil {
			return err
		}
		return root.WriteFile(name, raw, 0o644)
	})
}

func rebuild(s *shop.Shop) error {
	runs, mended, err := s.Rebuild()
	if err != nil {
		return err
	}
	fmt.Printf("%d runs, %d of them shown otherwise than they stand and mended\n", runs, mended)
	return nil
}
