// Package usual has a sheet of each family in proportions that are usual for it, to try settings on and to look for
// trouble where no sheet of one's own is at hand.
package usual

import "embed"

//go:embed *.json
var files embed.FS

// Sheet is the usual sheet of a family by the family's id, in the open format brankel.rig-sheet/1; ok is false for a
// family that is not known.
func Sheet(family string) (raw []byte, ok bool) {
	raw, err := files.ReadFile(family + ".json")
	return raw, err == nil
}
