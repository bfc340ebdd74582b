package calc

import "brankel/rigging/input"

// option is one field of one way to give something.
type option struct {
	name          string
	given, needed bool
}

// choose tells which of the alternative ways was used, -1 for none. Two at once
// are a fault of the later one's first field, a way half used of what is missing.
func choose(f *input.Faults, ways ...[]option) int {
	used := -1
	for i, way := range ways {
		for _, o := range way {
			if !o.given {
				continue
			}
			if used >= 0 && used != i {
				f.Add(o.name, "give this or "+ways[used][0].name+", not both: leave one out")
				return used
			}
			used = i
		}
	}
	if used >= 0 {
		needs(f, ways[used]...)
	}
	return used
}

// needs tells what is missing of fields that belong together.
func needs(f *input.Faults, fields ...option) {
	for _, o := range fields {
		f.AddIf(o.needed && !o.given, o.name, "missing: it belongs to what else is written here")
	}
}

func anyGiven(fields ...option) bool {
	for _, o := range fields {
		if o.given {
			return true
		}
	}
	return false
}
