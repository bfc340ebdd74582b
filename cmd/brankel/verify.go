package main

import (
	"archive/zip"
	"bytes"
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

	chain "brankel/rigging/run"
	"brankel/shop"
)

// verify walks every chain of the database.
func verify(s *shop.Shop) error {
	v, err := s.Store.Verify()
	if err != nil {
		return err
	}
	fmt.Printf("%d runs, %d events, %d sheets: every chain is whole\nhead of the ledger: %s\n", v.Runs, v.Events, v.Sheets, v.Head)
	return nil
}

// verifyFile proves what left the house: the chain of a run, or a machine's bundle. It needs no
// database.
func verifyFile(name string) error {
	raw, err := os.ReadFile(name)
	if err != nil {
		return err
	}
	if bytes.HasPrefix(raw, []byte("PK")) {
		return verifyBundle(raw)
	}
	return verifyChain(raw)
}

func verifyChain(raw []byte) error {
	p, err := chain.Prove(raw)
	if err != nil {
		return err
	}
	fmt.Printf("%s (run %s): %d events, %d photos, the chain is whole\n", p.Says, p.Run, p.Events, p.Photos)
	if p.Signed != "" {
		fmt.Printf("signed by %s\n", p.Signed)
	} else {
		fmt.Println("not signed")
	}
	fmt.Printf("hash of its last event: %s\nCompare it with the one on the paper: it shows that this is that run.\n", p.Hash)
	return nil
}

// mostUnpacked is the most one file of a bundle may unpack to.
const mostUnpacked = 256 << 20

// verifyBundle proves every file that the list of a bundle names, and the chain of every run.
func verifyBundle(raw []byte) error {
	z, err := zip.NewReader(bytes.NewReader(raw), int64(len(raw)))
	if err != nil {
		return fmt.Errorf("this zip is torn: %w", err)
	}
	files := map[string][]byte{}
	var broken []error
	for _, f := range z.File {
		body, err := unpack(f)
		if err != nil {
			broken = append(broken, fmt.Errorf("%s: %w", f.Name, err))
			continue
		}
		files[f.Name] = body
	}
	var list shop.Bundle
	if err := json.Unmarshal(files["bundle.json"], &list); err != nil || list.Format != shop.BundleFormat {
		return errors.Join(append(broken, fmt.Errorf("this is no bundle of the format %s", shop.BundleFormat))...)
	}
	delete(files, "bundle.json")
	runs := 0
	for _, name := range slices.Sorted(maps.Keys(list.Files)) {
		body, there := files[name]
		delete(files, name)
		sum := sha256.Sum256(body)
		switch {
		case !there:
			broken = append(broken, fmt.Errorf("%s: it is missing", name))
		case hex.EncodeToString(sum[:]) != list.Files[name]:
			broken = append(broken, fmt.Errorf("%s: it was changed", name))
		}
		if !there || !strings.HasPrefix(name, "runs/") || !strings.HasSuffix(name, ".json") {
			continue
		}
		runs++
		if _, err := chain.Prove(body); err != nil {
			broken = append(broken, fmt.Errorf("%s: %w", name, err))
		}
	}
	for _, name := range slices.Sorted(maps.Keys(files)) {
		broken = append(broken, fmt.Errorf("%s: it stands in no list", name))
	}
	if len(broken) > 0 {
		return errors.Join(broken...)
	}
	fmt.Printf("%s: %d files, %d runs, every chain is whole\n", list.Machine, len(list.Files), runs)
	return nil
}

func unpack(f *zip.File) ([]byte, error) {
	r, err := f.Open()
	if err != nil {
		return nil, err
	}
	defer r.Close()
	body, err := io.ReadAll(io.LimitReader(r, mostUnpacked+1))
	if err == nil && len(body) > mostUnpacked {
		err = fmt.Errorf("it unpacks to more than %d MB", mostUnpacked>>20)
	}
	return body, err
}
