package record

import (
	"strings"

	"brankel/rigging/sheet"
)

// Swapped is a part that went and what came instead, as the log of the machine has it; On is a day, 2006-01-02.
type Swapped struct {
	On  string `json:"on"`
	Was string `json:"was,omitempty"`
	Now string `json:"now"`
}

// TookOut is the swap in which the unit of that number went, nil where it never went or came back later. Swaps stand in the
// order they were logged in.
func TookOut(swaps []Swapped, number string) *Swapped {
	plate, err := sheet.ParseSerial(number)
	if err != nil {
		return nil
	}
	var out *Swapped
	for i, one := range swaps {
		switch {
		case names(one.Now, plate): // a part that went back in stands in both
			if out != nil && one.On >= out.On {
				out = nil
			}
		case names(one.Was, plate):
			out = &swaps[i]
		}
	}
	return out
}

// names tells whether words of the log, such as "Ostley Q2, 1122", hold that number. A log leaves the letters out where
// everybody knows them, a plate does not.
func names(words string, plate sheet.Serial) bool {
	for _, word := range strings.FieldsFunc(words, func(c rune) bool { return strings.ContainsRune(" ,;:()/", c) }) {
		one, err := sheet.ParseSerial(word)
		if err == nil && one.Compare(plate) == 0 && (one.Prefix == plate.Prefix || one.Prefix == "") {
			return true
		}
	}
	return false
}
