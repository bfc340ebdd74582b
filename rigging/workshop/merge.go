package workshop

import (
	"cmp"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/run/record"
)

// Check finds what no floor can have: names that say nothing or stand there twice, roles and crafts
// that there are not. The error is a fault.List with every one, by path.
func (w Workshop) Check() error {
	var faults fault.List
	ids, names := map[string]bool{}, map[string]bool{}
	for i, p := range w.People {
		at := fmt.Sprintf("people[%d].", i)
		switch {
		case p.ID == "":
			faults.Add(at+"id", "write an id, such as the name in small letters")
		case strings.TrimSpace(p.Name) == "":
			faults.Add(at+"name", "write what they are called")
		case !p.Role.Valid():
			faults.Add(at+"role", "there is no role %q: write mechanic, inspector, lead or read-only", p.Role)
		case ids[p.ID] || names[strings.ToLower(p.Name)]:
			faults.Add(at+"name", "%s stands here twice: leave one out, or write what tells the two apart", p.Name)
		}
		ids[p.ID], names[strings.ToLower(p.Name)] = true, true
	}
	for i, g := range w.Gauges {
		if g.ID == "" || strings.TrimSpace(g.Name) == "" {
			faults.Add(fmt.Sprintf("gauges[%d].name", i), "write an id and what it is called")
		}
	}
	machines := map[string]bool{}
	for i := range w.Machines {
		m := &w.Machines[i]
		at := fmt.Sprintf("machines[%d].", i)
		if m.ID == "" || machines[m.ID] {
			faults.Add(at+"id", "write an id of its own")
		}
		machines[m.ID] = true
		if f, ok := m.Check().(*fault.Fault); ok {
			faults.Add(at+f.Field, "%s", f.Message)
		}
	}
	return faults.OrNil()
}

// Merged is what a file brings to a floor: what is new, and what stands there otherwise then. Says
// tells each of it in words, and what was left as it is.
type Merged struct {
	Name     string // of the workshop, "" where it stays
	Zone     string // "" for the one that is there
	People   []Person
	Gauges   []record.Gauge
	Thin     []Thin
	Tables   []Table
	New      []Machine
	Changed  []Machine
	Says     []string
	Replaces bool // with take something would be written over that is left now
}

func (m *Merged) say(format string, a ...any) { m.Says = append(m.Says, fmt.Sprintf(format, a...)) }

// Merge brings a file to a floor. What is logged on a card comes together by what it is and when it
// was, and nothing of it goes; a fault stays open until somebody closed it, on either side. What is
// written on cards and gauges stays as it is there, unless take says that the file is right. A role is
// never brought: whoever leads gives it.
func Merge(there, file Workshop, take bool) Merged {
	var out Merged
	switch {
	case there.Name == file.Name || file.Name == "":
	case there.Name == "" || take:
		out.Name = file.Name
		out.say("the workshop is called %s", file.Name)
	default:
		out.kept("the workshop", there.Name, file.Name)
	}
	switch {
	case there.Zone == file.Zone || file.Zone == "":
	case there.Zone == "" || take:
		out.Zone = file.Zone
		out.say("days and times are those of %s", file.Zone)
	default:
		out.kept("whose days and times are told", there.Zone, file.Zone)
	}
	out.people(there.People, file.People)
	out.Gauges = merged(&out, take, there.Gauges, file.Gauges, func(g record.Gauge) (string, string) { return g.ID, "gauge " + g.Name })
	out.Thin = merged(&out, take, there.Thin, file.Thin, func(t Thin) (string, string) { return t.Name, "feeler " + t.Name })
	out.Tables = merged(&out, take, there.Tables, file.Tables, func(t Table) (string, string) { return t.Name, "table " + t.Name })
	for _, m := range file.Machines {
		m.Version = 0
		i := slices.IndexFunc(there.Machines, func(o Machine) bool { return o.ID == m.ID })
		if i < 0 {
			out.New = append(out.New, m)
			out.say("%s: new", m.Name)
			continue
		}
		out.machine(there.Machines[i], m, take)
	}
	return out
}

func (m *Merged) kept(what, is, other string) {
	m.Replaces = true
	m.say("%s stays %s; the file has %s", what, quoted(is), quoted(other))
}

func (m *Merged) people(there, file []Person) {
	for _, p := range file {
		i := slices.IndexFunc(there, func(o Person) bool { return o.ID == p.ID || strings.EqualFold(o.Name, p.Name) })
		switch {
		case i < 0:
			m.People = append(m.People, p)
			m.say("%s, %s: new", p.Name, p.Role)
		case there[i].Role != p.Role || there[i].Name != p.Name:
			m.say("%s stays %s; the file has %s as %s: whoever leads changes that here", there[i].Name, there[i].Role, p.Name, p.Role)
		}
	}
}

// merged are the new ones of a list, and with take those that are otherwise.
func merged[T any](out *Merged, take bool, there, file []T, named func(T) (id, name string)) (list []T) {
	for _, one := range file {
		id, name := named(one)
		i := slices.IndexFunc(there, func(o T) bool { other, _ := named(o); return other == id })
		switch {
		case i < 0:
			list = append(list, one)
			out.say("%s: new", name)
		case reflect.DeepEqual(there[i], one):
		case take:
			list = append(list, one)
			out.say("%s: as the file has it", name)
		default:
			out.Replaces = true
			out.say("%s stays as it is; the file has it otherwise", name)
		}
	}
	return list
}

// machine brings the card of a machine to the one that is there.
func (m *Merged) machine(there, file Machine, take bool) {
	now := there
	if differs := Differences(file, there); len(differs) > 0 {
		for i := range differs {
			differs[i] = strings.NewReplacer("yours", "the file has", "theirs", "here it is").Replace(differs[i])
		}
		if take {
			now.Name, now.Craft, now.Note, now.Owner, now.Unit = file.Name, file.Craft, file.Note, file.Owner, file.Unit
			now.Identity, now.Cables = together(file.Identity, there.Identity, Mark.is), together(file.Cables, there.Cables, Cable.is)
			m.say("%s: %s; the file is taken", there.Name, strings.Join(differs, "; "))
		} else {
			now.Identity, now.Cables = together(there.Identity, file.Identity, Mark.is), together(there.Cables, file.Cables, Cable.is)
			m.Replaces = true
			m.say("%s: %s; what is here stays", there.Name, strings.Join(differs, "; "))
		}
	}
	logged := now.Details
	logged.Meters = meters(there.Meters, file.Meters)
	logged.Swaps = together(there.Swaps, file.Swaps, same)
	logged.Lubrications = together(there.Lubrications, file.Lubrications, same)
	logged.Modifications = together(there.Modifications, file.Modifications, same)
	logged.Bulletins = together(there.Bulletins, file.Bulletins, func(a, b Bulletin) bool { return a.ID == b.ID })
	for i, b := range logged.Bulletins {
		logged.Bulletins[i].Done = closed(b.Done, b.ID, file.Bulletins, func(o Bulletin) (string, string) { return o.ID, o.Done })
	}
	logged.Defects = together(there.Defects, file.Defects, func(a, b Defect) bool { return a.ID == b.ID })
	for i, d := range logged.Defects {
		logged.Defects[i].Closed = closed(d.Closed, d.ID, file.Defects, func(o Defect) (string, string) { return o.ID, o.Closed })
	}
	if !reflect.DeepEqual(logged, there.Details) {
		m.say("%s: what is logged on both comes together", there.Name)
	}
	now.Details = logged
	if !reflect.DeepEqual(now, there) {
		now.Version = there.Version + 1
		m.Changed = append(m.Changed, now)
	}
}

func same[T comparable](a, b T) bool { return a == b }

func (m Mark) is(other Mark) bool   { return m.Name == other.Name }
func (c Cable) is(other Cable) bool { return c.ID == other.ID }

// together is a list with what another one has besides.
func together[T any](list, other []T, is func(a, b T) bool) []T {
	list = slices.Clone(list)
	for _, o := range other {
		if !slices.ContainsFunc(list, func(one T) bool { return is(one, o) }) {
			list = append(list, o)
		}
	}
	return list
}

// closed is when something was closed, on either side; "" while it is open on both.
func closed[T any](here, id string, file []T, of func(T) (id, closed string)) string {
	for _, o := range file {
		if other, day := of(o); other == id {
			return cmp.Or(here, day)
		}
	}
	return here
}

// meters come together by name, their readings by day and value.
func meters(there, file []Meter) []Meter {
	out := together(there, file, func(a, b Meter) bool { return a.Name == b.Name })
	for i, m := range out {
		k := slices.IndexFunc(file, func(o Meter) bool { return o.Name == m.Name })
		if k < 0 {
			continue
		}
		readings := together(m.Readings, file[k].Readings, func(a, b MeterReading) bool {
			return a.ID != "" && a.ID == b.ID || a.On == b.On && a.Value == b.Value
		})
		if len(readings) == len(m.Readings) {
			continue
		}
		slices.SortStableFunc(readings, func(a, b MeterReading) int { return cmp.Or(cmp.Compare(a.On, b.On), cmp.Compare(a.Value, b.Value)) })
		out[i].Readings = readings
	}
	return out
}
