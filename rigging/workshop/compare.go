package workshop

import (
	"fmt"
	"slices"
	"strings"
)

// Differences says where two cards of one machine are written otherwise, a line each: what, how mine
// has it, how theirs has it. What is logged on a card is not compared.
func Differences(mine, theirs Machine) []string {
	out := []string{}
	add := func(what, mine, theirs string) {
		if mine != theirs {
			out = append(out, fmt.Sprintf("%s: yours %s, theirs %s", what, quoted(mine), quoted(theirs)))
		}
	}
	add("name", mine.Name, theirs.Name)
	add("craft", string(mine.Craft), string(theirs.Craft))
	add("note", mine.Note, theirs.Note)
	add("owner", mine.Owner, theirs.Owner)
	add("plate", mine.Unit.words(), theirs.Unit.words())
	add("identity", marks(mine.Identity), marks(theirs.Identity))
	for _, c := range mine.Cables {
		if other := theirs.Cable(c.ID); other != nil {
			add("cable "+other.Name, c.words(), other.words())
		} else {
			add("cable "+c.Name, c.words(), "")
		}
	}
	for _, c := range theirs.Cables {
		if mine.Cable(c.ID) == nil {
			add("cable "+c.Name, "", c.words())
		}
	}
	return out
}

func quoted(s string) string {
	if s == "" {
		return "nothing"
	}
	return "“" + s + "”"
}

func (u *Unit) words() string {
	if u == nil {
		return ""
	}
	return strings.TrimSpace(strings.Join([]string{u.Serial, u.Hand, u.Variant}, " "))
}

func marks(list []Mark) string {
	var out []string
	for _, m := range list {
		out = append(out, m.Name+" "+m.Value)
	}
	slices.Sort(out)
	return strings.Join(out, ", ")
}

func (c Cable) words() string {
	words := c.Name + ", " + c.Family
	for _, l := range c.Chain {
		words += "; " + strings.TrimSuffix(l.Role+": "+l.Name+", "+l.Note, ", ")
	}
	return words
}
