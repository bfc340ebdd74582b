package sheet

import (
	"encoding/json"
	"fmt"
	"slices"

	"brankel/rigging/fault"
)

// BundleFormat is the format of sheets of one workshop as a file for another.
const BundleFormat = "brankel.sheets/1"

// MostSent is how many sheets a file may bring.
const MostSent = 300

// largestSheet is how large one of them may be: the largest known are a tenth of it.
const largestSheet = 2 << 20

// Bundle are sheets of one workshop. From is what it is called.
type Bundle struct {
	Format string `json:"format"`
	From   string `json:"from"`
	Sheets []Sent `json:"sheets"`
}

// Sent is one of them, with the hashes of its revisions before: by them the other shop sees whether it has it already.
type Sent struct {
	Sheet *Sheet   `json:"sheet"`
	Was   []string `json:"was"`
}

// ParseBundle reads a file of sheets, or of one as it is exported by itself. Every fault is told at sheets[i] with the field
// below. The error is a fault.List.
func ParseBundle(raw []byte) (Bundle, error) {
	var head struct {
		Format string `json:"format"`
		From   string `json:"from"`
		Sheets []struct {
			Sheet json.RawMessage `json:"sheet"`
			Was   []string        `json:"was"`
		} `json:"sheets"`
	}
	if err := json.Unmarshal(raw, &head); err != nil {
		return Bundle{}, fault.List{{Field: "file", Message: "this is no file of sheets: choose one that was sent from Brankel"}}
	}
	if head.Format != BundleFormat {
		one, err := Parse(raw)
		if err != nil {
			return Bundle{}, err
		}
		return Bundle{Format: BundleFormat, Sheets: []Sent{{Sheet: one, Was: []string{}}}}, nil
	}
	if n := len(head.Sheets); n == 0 || n > MostSent {
		return Bundle{}, fault.List{{Field: "sheets", Message: fmt.Sprintf("a file has 1 to %d sheets: this one has %d", MostSent, n)}}
	}
	b := Bundle{Format: BundleFormat, From: head.From}
	var f fault.List
	for i, sent := range head.Sheets {
		if len(sent.Sheet) > largestSheet {
			f.Add(fmt.Sprintf("sheets[%d]", i), "this is larger than any sheet: %d MB at the most", largestSheet>>20)
			continue
		}
		one, err := Parse(sent.Sheet)
		var list fault.List
		switch {
		case err == nil:
			b.Sheets = append(b.Sheets, Sent{one, append([]string{}, sent.Was...)})
		case asList(err, &list):
			for _, bad := range list {
				f.Add(fmt.Sprintf("sheets[%d].%s", i, bad.Field), "%s", bad.Message)
			}
		default:
			f.Add(fmt.Sprintf("sheets[%d]", i), "%s", err)
		}
	}
	if len(f) > 0 {
		return Bundle{}, f
	}
	return b, nil
}

func asList(err error, out *fault.List) bool {
	list, ok := err.(fault.List)
	*out = list
	return ok
}

// Coming is what becomes of a sheet of another shop here.
type Coming string

// What there is.
const (
	ComesNew    Coming = "new"     // nothing here has its number
	ComesThere  Coming = "there"   // it is here already
	ComesNewer  Coming = "newer"   // a later revision of one that is here
	ComesOlder  Coming = "older"   // a later one is here
	ComesBeside Coming = "beside"  // another sheet here has its number: it takes another
	ComesNot    Coming = "refused" // it claims units of a sheet here
)

// Words lists them.
func (Coming) Words() []string {
	return wordsOf([]Coming{ComesNew, ComesThere, ComesNewer, ComesOlder, ComesBeside, ComesNot})
}

// Comes tells what becomes of a sheet that is sent, by the revisions of its number that are here; id is the number it would
// have, a free one where another sheet has its own.
func (sent Sent) Comes(here []Head, free func() string) (how Coming, id string) {
	one := sent.Sheet
	hash := one.Hash()
	newest, related := 0, false
	for _, h := range here {
		if h.Hash == hash {
			return ComesThere, one.ID
		}
		newest = max(newest, h.Revision)
		related = related || slices.Contains(sent.Was, h.Hash)
	}
	switch {
	case len(here) == 0:
		return ComesNew, one.ID
	case !related:
		return ComesBeside, free()
	case one.Revision > newest:
		return ComesNewer, one.ID
	}
	return ComesOlder, one.ID
}
