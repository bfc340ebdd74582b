package main

import (
	"archive/zip"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"maps"
	"os"
	"slices"
	"strings"

	"github.com/spf13/cobra"

	"brankel/postgres"
	"brankel/rigging/run/record"
	"brankel/shop"
)

// verify walks every chain of the database.
func verifyCommand() *cobra.Command {
	return &cobra.Command{Use: "verify [FILE]", Args: cobra.MaximumNArgs(1),
		Short: "walk every hash chain, or prove an exported run or a machine's bundle without a database",
		RunE: does(func(c *cobra.Command, args []string) error {
			if len(args) == 1 {
				return verifyFile(args[0])
			}
			return verifyAll(c.Context())
		})}
}

// verifyAll walks those of every workshop that is in the database.
func verifyAll(ctx context.Context) error {
	url, err := databaseURL()
	if err != nil {
		return err
	}
	schemas, err := postgres.Schemas(ctx, url)
	if err != nil {
		return err
	}
	if one := set("BRANKEL_WORKSHOP"); one != "" || len(schemas) == 0 {
		schemas = []string{one}
	}
	for _, schema := range schemas {
		s, err := openShop(ctx, url, schema)
		if err != nil {
			return err
		}
		if schema != "" {
			fmt.Printf("%s: ", schema)
		}
		if err := errors.Join(verify(ctx, s), s.Store.Close()); err != nil {
			return err
		}
	}
	return nil
}

func verify(ctx context.Context, s *shop.Shop) error {
	v, err := s.Verify(ctx)
	if err != nil {
		return err
	}
	fmt.Println(whole(v))
	return nil
}

// whole says what was found whole.
func whole(v shop.Verified) string {
	return fmt.Sprintf("%d runs, %d events, %d sheets: every chain is whole\nhead of the ledger: %s", v.Runs, v.Events, v.Sheets, v.Head)
}

// verifyFile proves what left the house: the chain of a run, or a machine's bundle. It needs no
// database, and no more memory than one part of it takes.
func verifyFile(name string) error {
	f, err := os.Open(name)
	if err != nil {
		return err
	}
	defer f.Close()
	var begins [2]byte
	if _, err := f.ReadAt(begins[:], 0); err == nil && string(begins[:]) == "PK" {
		return verifyBundle(f)
	}
	p, err := record.Prove(func() (io.ReadCloser, error) { return os.Open(name) })
	if err != nil {
		return err
	}
	fmt.Printf("%s (run %s): %d events, %d photos, the chain is whole\n%s\n", p.Says, p.Run, p.Events, p.Photos, p.Stands)
	if !p.Bound {
		fmt.Println("The names of machine and cable are those of its card when the file was made: only a signature makes them part of the chain.")
	}
	fmt.Printf("hash of its last event: %s\nCompare it with the one on the paper: it shows that this is that run.\n", p.Hash)
	return nil
}

// What a bundle may unpack to: a file of it, its list, and all together.
const (
	mostUnpacked = 256 << 20
	mostList     = 8 << 20
	mostInAll    = 4 << 30
)

// verifyBundle proves every file that the list of a bundle names, and the chain of every run, one
// after the other.
func verifyBundle(f *os.File) error {
	info, err := f.Stat()
	if err != nil {
		return err
	}
	z, err := zip.NewReader(f, info.Size())
	if err != nil {
		return fmt.Errorf("this zip is torn: %w", err)
	}
	list, err := listOf(z)
	if err != nil {
		return err
	}
	var broken []error
	tell := func(name, what string) { broken = append(broken, fmt.Errorf("%s: %s", name, what)) }
	missing, runs, all := maps.Clone(list.Files), 0, int64(0)
	for _, one := range z.File {
		want, listed := missing[one.Name]
		delete(missing, one.Name)
		if one.Name == listName {
			continue
		}
		if !listed {
			tell(one.Name, "it stands in no list, or twice")
			continue
		}
		sum, size, err := summed(one)
		if all += size; all > mostInAll {
			return fmt.Errorf("it unpacks to more than %d GB", mostInAll>>30)
		}
		switch {
		case err != nil:
			tell(one.Name, err.Error())
			continue
		case sum != want:
			tell(one.Name, "it was changed")
		}
		if !strings.HasPrefix(one.Name, "runs/") || !strings.HasSuffix(one.Name, ".json") {
			continue
		}
		runs++
		if _, err := record.Prove(one.Open); err != nil {
			tell(one.Name, err.Error())
		}
	}
	for _, name := range slices.Sorted(maps.Keys(missing)) {
		tell(name, "it is missing")
	}
	if len(broken) > 0 {
		return errors.Join(broken...)
	}
	fmt.Printf("%s: %d files, %d runs, every chain is whole\n", list.Machine, len(list.Files), runs)
	return nil
}

const listName = "bundle.json"

// listOf is the list of a bundle.
func listOf(z *zip.Reader) (list shop.Bundle, err error) {
	f, err := z.Open(listName)
	if err == nil {
		defer f.Close()
		err = json.NewDecoder(io.LimitReader(f, mostList)).Decode(&list)
	}
	if err != nil || list.Format != shop.BundleFormat {
		return list, fmt.Errorf("this is no bundle of the format %s", shop.BundleFormat)
	}
	return list, nil
}

// summed is the SHA-256 of a file of a zip, and its size.
func summed(f *zip.File) (sum string, size int64, err error) {
	r, err := f.Open()
	if err != nil {
		return "", 0, err
	}
	defer r.Close()
	h := sha256.New()
	size, err = io.Copy(h, io.LimitReader(r, mostUnpacked+1))
	if err == nil && size > mostUnpacked {
		err = fmt.Errorf("it unpacks to more than %d MB", mostUnpacked>>20)
	}
	return hex.EncodeToString(h.Sum(nil)), size, err
}
