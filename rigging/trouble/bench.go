package trouble

import (
	"encoding/json"
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/fault"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
)

// The answers of a sense that is asked at every place: nowhere, at one, at several.
const (
	none     = "none"
	onePlace = "{each}"
	several  = "several"
)

// anyOther is what a symptom writes for any answer of a test but the first.
const anyOther = "*"

// sizes is how many sizes of a cause are looked at, evenly from its least to its greatest.
const sizes = 7

// How sure words are: how often one who feels or looks says what is so, and how much of a gauge's
// answer is a slip of the hand.
const (
	surely = 0.95
	slip   = 0.02
)

// Bench is what is known of a family laid on a rig: what each cause would show on it. It is
// immutable and may be asked by many at once.
type Bench struct {
	Family string
	sheet  *sheet.Sheet // as one school works it
	tests  []*test
	felt   []*felt // then the whens
	whens  int     // where they begin
	causes []*cause
	absent []string // tests of what this rig has not
}

type test struct {
	Test
	low, high float64  // of a reading: its window
	good      float64  // what a good rig reads
	answers   []Word   // in order
	column    int      // of its first answer in a table
	places    []string // of a sense asked at every place
	where     rig.At   // where the control stands
	group     int      // of tests that are read where the control stands alike
}

// felt is a symptom with the columns of the answers it means, way by way.
type felt struct {
	Symptom
	ways [][]int
}

// cause is one with what it shows: for each size, the chance of each answer of each test; exact is
// the same without slips, for what the model says cannot be.
type cause struct {
	Cause
	chance, exact [sizes][]float64
	value         [sizes][]float64 // what a gauge would read, by test
	turns         [sizes]float64   // of the adjuster a run turns, to put it right
}

// On lays what is known on a sheet's rig, as the manual's school works it. More knowledge, of the
// workshop's own, stands behind Brankel's. What this rig refuses of it is left out. The error is a
// *fault.Fault: a sheet without a rig, or one nothing is known of.
func On(s *sheet.Sheet, own []*Knowledge) (*Bench, error) {
	b, _, err := lay(s, own)
	return b, err
}

// Prove lays what is known on a family's usual rig and tells everything that does not hold: a change
// that the rig refuses, a name that leads nowhere, a symptom that the model says a cause does not
// show. The error is a *fault.Fault or a fault.List.
func Prove(s *sheet.Sheet, own []*Knowledge) error {
	b, l, err := lay(s, own)
	if err != nil {
		return err
	}
	b.provenUnder(&l)
	return l.OrNil()
}

func lay(s *sheet.Sheet, own []*Knowledge) (*Bench, fault.List, error) {
	if s == nil || s.Rig == nil {
		return nil, nil, fault.At("sheet", "this sheet has no rig: nothing can be worked out from what is felt")
	}
	s = s.For(s.Manual())
	base := Own(s.Family)
	if base == nil {
		return nil, nil, fault.At("family", "nothing is known of this family: write one of %s", strings.Join(rig.Families(), ", "))
	}
	b := &Bench{Family: s.Family, sheet: s}
	places := placesOf(s)
	all := []*Knowledge{detents(base, s)}
	for _, k := range own {
		if k.Family == s.Family {
			all = append(all, detents(k, s))
		}
	}
	for _, k := range all {
		b.expand(k, places)
	}
	var l fault.List
	b.layTests(places, &l)
	b.laySymptoms(all, places, &l)
	if len(b.tests) == 0 || b.whens == 0 {
		return nil, nil, fault.At("sheet", "the rig of this sheet cannot be asked: %s", l)
	}
	kept := b.causes[:0]
	for i, c := range b.causes {
		there, err := b.lay(c)
		if err != nil {
			l.Add(fmt.Sprintf("causes[%d]", i), "%s: %s", c.ID, err)
		} else if there {
			kept = append(kept, c)
		}
	}
	b.causes = kept
	return b, l, nil
}

// placesOf are the places that {each} stands for.
func placesOf(s *sheet.Sheet) (out []string) {
	names := func(list string) {
		all, _ := s.Rig.Geometry[list].([]any)
		for _, one := range all {
			switch one := one.(type) {
			case string:
				out = append(out, one)
			case map[string]any:
				name, _ := one["name"].(string)
				out = append(out, name)
			}
		}
	}
	switch s.Family {
	case "parking-brake":
		names("sides")
	case "trailer-overrun":
		names("wheels")
	case "gear-gate":
		names("planes")
	case "flight-control-loop":
		out = []string{"left", "right"}
	}
	return out
}

// detents is what is known with the names of the rig's second and last detent in it.
func detents(k *Knowledge, s *sheet.Sheet) *Knowledge {
	all, _ := s.Rig.Geometry["detents"].([]any)
	if len(all) < 2 {
		return k
	}
	name := func(i int) string {
		one, _ := all[i].(map[string]any)
		text, _ := one["name"].(string)
		return text
	}
	out := put(put(*k, "{second}", name(1)), "{last}", name(len(all)-1))
	return &out
}

// filled puts a place where {each} stands.
func filled[T any](v T, place string) T { return put(v, onePlace, place) }

// put writes a name over a mark in every text of a value, by way of its JSON.
func put[T any](v T, mark, name string) (out T) {
	raw, _ := json.Marshal(v)       // plain data
	quoted, _ := json.Marshal(name) // a place may be called anything
	text := strings.ReplaceAll(string(raw), mark, string(quoted[1:len(quoted)-1]))
	_ = json.Unmarshal([]byte(text), &out)
	return out
}

// at is a value at each place where it is marked so; its id then names the place.
func at[T any](v T, each bool, places []string) (out []T) {
	if !each {
		return []T{v}
	}
	for _, place := range places {
		out = append(out, filled(v, place))
	}
	return out
}

func (b *Bench) expand(k *Knowledge, places []string) {
	for _, t := range k.Tests {
		id := t.ID
		for i, one := range at(t, t.Each, places) {
			if t.Each {
				one.ID = id + "." + places[i]
			}
			b.tests = append(b.tests, &test{Test: one})
		}
	}
	for _, c := range k.Causes {
		id := c.ID
		for i, one := range at(c, c.Each, places) {
			if c.Each {
				one.ID = id + "." + places[i]
			}
			b.causes = append(b.causes, &cause{Cause: one})
		}
	}
}

func (b *Bench) laySymptoms(all []*Knowledge, places []string, l *fault.List) {
	add := func(list []Symptom) {
		for _, s := range list {
			id := s.ID
			for i, one := range at(s, s.Each, places) {
				if s.Each {
					one.ID = id + "." + places[i]
				}
				b.felt = append(b.felt, &felt{Symptom: one})
			}
		}
	}
	for _, k := range all {
		add(k.Symptoms)
	}
	b.whens = len(b.felt)
	for _, k := range all {
		add(k.Whens)
	}
	ids := map[string]bool{}
	kept, whens := b.felt[:0:0], 0
	for i, s := range b.felt {
		if ids[s.ID] {
			l.Add("symptoms", "%s: this name stands here twice", s.ID)
		}
		ids[s.ID] = true
		if !b.layWays(s, l) {
			b.absent = append(b.absent, s.ID)
			continue
		}
		if i < b.whens {
			whens++
		}
		kept = append(kept, s)
	}
	b.felt, b.whens = kept, whens
}

// layWays finds the answers by which a symptom shows; false where this rig has none of their tests.
func (b *Bench) layWays(s *felt, l *fault.List) bool {
	var there []Seen
	for _, one := range s.seen() {
		t := b.test(one.See)
		if t == nil {
			if !slices.Contains(b.absent, one.See) {
				l.Add("symptoms", "%s: there is no test %q", s.ID, one.See)
			}
			continue
		}
		var way []int
		for _, is := range one.Is {
			switch k := t.index(is); {
			case is == anyOther:
				for k := 1; k < len(t.answers); k++ {
					way = append(way, t.column+k)
				}
			case k < 0:
				l.Add("symptoms", "%s: the test %s has no answer %q: write %s", s.ID, t.ID, is, t.words())
			default:
				way = append(way, t.column+k)
			}
		}
		if len(way) > 0 {
			s.ways, there = append(s.ways, way), append(there, one)
		}
	}
	if len(there) > 0 {
		s.Seen, s.Or = there[0], there[1:]
	}
	return len(there) > 0
}

func (b *Bench) test(id string) *test {
	if i := slices.IndexFunc(b.tests, func(t *test) bool { return t.ID == id }); i >= 0 {
		return b.tests[i]
	}
	return nil
}

func (b *Bench) symptom(id string) *felt {
	if i := slices.IndexFunc(b.felt, func(s *felt) bool { return s.ID == id }); i >= 0 {
		return b.felt[i]
	}
	return nil
}

func (t *test) index(answer string) int {
	return slices.IndexFunc(t.answers, func(w Word) bool { return w.ID == answer })
}

func (t *test) words() string {
	var out []string
	for _, w := range t.answers {
		out = append(out, w.ID)
	}
	return strings.Join(out, ", ")
}

// layTests finds the answers and windows of every test on the good rig.
func (b *Bench) layTests(places []string, l *fault.List) {
	good, _, err := b.sheet.Model(b.sheet.Manual(), nil, nil)
	if err != nil {
		l.Add("sheet", "its rig cannot be asked: %s", err)
		return
	}
	column := 0
	groups := map[string]int{}
	kept := b.tests[:0]
	for _, t := range b.tests {
		key := fmt.Sprint(t.At)
		if _, there := groups[key]; !there {
			groups[key] = len(groups)
		}
		t.group = groups[key]
		switch {
		case t.Look:
			for _, w := range t.Answers {
				t.answers = append(t.answers, at(w, strings.Contains(w.ID, "{each}"), places)...)
			}
		default:
			at, err := good.At(t.At)
			if err != nil {
				l.Add("tests", "%s: %s", t.ID, err)
				b.absent = append(b.absent, t.ID)
				continue
			}
			a, err := good.Answer(at)
			if err != nil {
				l.Add("tests", "%s: %s", t.ID, err)
				b.absent = append(b.absent, t.ID)
				continue
			}
			t.where = at
			if there := t.lay(good, a, b.limits(t)); !there {
				b.absent = append(b.absent, t.ID)
				continue // this rig has no such reading or sense: a cut-out, a road, a plane that is not there
			}
		}
		if b.test(t.ID) != t {
			l.Add("tests", "%s: this name stands here twice", t.ID)
		}
		t.column = column
		column += len(t.answers)
		kept = append(kept, t)
	}
	b.tests = kept
}

// limits are those of the sheet's point that a test reads; nil where it has none.
func (b *Bench) limits(t *test) *calc.Band {
	for i := range b.sheet.Points {
		p := &b.sheet.Points[i]
		if band, ok := p.Limits(); ok && p.Measures == t.Reading && b.standsAt(t, p.States, p.At) {
			return &band
		}
	}
	return nil
}

// standsAt tells whether the control stands for a test where it does with these states, at this place.
func (b *Bench) standsAt(t *test, states []string, at map[string]any) bool {
	_, where, err := b.sheet.Model(b.sheet.Manual(), states, at)
	return err == nil && where.Same(t.where)
}

// lay gives a test of the model its answers; false where the rig has nothing of the kind.
func (t *test) lay(m *rig.Model, a rig.Answer, limits *calc.Band) bool {
	own := func(id string) string {
		for _, w := range t.Answers {
			if w.ID == id {
				return w.Says
			}
		}
		return id
	}
	if stem, every := strings.CutSuffix(t.Sense, "*"); every {
		t.answers = append(t.answers, Word{none, own(none)})
		for _, name := range m.Senses() {
			if place, is := strings.CutPrefix(name, stem); is {
				t.places = append(t.places, place)
				t.answers = append(t.answers, Word{place, strings.ReplaceAll(own(onePlace), onePlace, place)})
			}
		}
		t.answers = append(t.answers, Word{several, own(several)})
		return len(t.places) > 0
	}
	if t.Sense != "" {
		if a.Senses[t.Sense] == "" {
			return false
		}
		for _, w := range m.Words(t.Sense) {
			t.answers = append(t.answers, Word{w, own(w)})
		}
		return true
	}
	v, there := a.Readings[t.Reading]
	if !there {
		return false
	}
	t.good, t.low, t.high = v, v-t.Minus, v+t.Plus
	if limits != nil && limits.Min <= v && v <= limits.Max {
		t.low, t.high = limits.Min, limits.Max
	}
	for _, w := range []string{"low", "inside", "high"} {
		t.answers = append(t.answers, Word{w, own(w)})
	}
	return true
}

// number is a number as JSON gave it.
func number(v any) (float64, bool) {
	switch v := v.(type) {
	case float64:
		return v, true
	case json.Number:
		f, err := v.Float64()
		return f, err == nil
	}
	return 0, false
}

// changed is the rig with a cause at a size from 0 to 1 in it; there is false where the rig has not
// what it changes.
func (b *Bench) changed(c *cause, u float64) (r rig.Rig, there bool, err error) {
	r = *b.sheet.Rig
	r.Settings = maps.Clone(r.Settings)
	if r.Settings == nil {
		r.Settings = map[string]float64{}
	}
	r.Condition = deep(r.Condition)
	for _, one := range c.Change {
		by := one.By[0] + (one.By[1]-one.By[0])*u
		if one.Of != "" {
			of, ok := figure(r.Geometry, one.Of)
			if !ok {
				return r, false, nil
			}
			by *= of
		}
		switch {
		case one.Setting != "":
			r.Settings[one.Setting] += by
		case one.Condition != "" && one.Is != nil:
			r.Condition[one.Condition] = one.Is
		case one.Condition != "":
			name, place, in := strings.Cut(one.Condition, ".")
			into := r.Condition
			if in {
				inner, _ := into[name].(map[string]any)
				if inner == nil {
					inner = map[string]any{}
				}
				into[name] = inner
				into, name = inner, place
			}
			was, _ := number(into[name])
			into[name] = was + by
		default:
			was, ok := figure(r.Geometry, one.Geometry)
			switch {
			case one.To != nil:
				by = one.To[0] + (one.To[1]-one.To[0])*u
			case !ok && one.Of == "":
				return r, false, nil
			case one.Of == "":
				by *= was
			default:
				by += was
			}
			if r, err = r.With(one.Geometry, by); err != nil {
				return r, true, err
			}
		}
	}
	return r, true, nil
}

// figure is a number of a geometry by its path: throw, spring.at_in.
func figure(geometry map[string]any, path string) (float64, bool) {
	name, inner, in := strings.Cut(path, ".")
	if in {
		below, _ := geometry[name].(map[string]any)
		return number(below[inner])
	}
	return number(geometry[name])
}

func deep(m map[string]any) map[string]any {
	out := map[string]any{}
	for k, v := range m {
		if inner, is := v.(map[string]any); is {
			v = maps.Clone(inner)
		}
		out[k] = v
	}
	return out
}

// lay works out what a cause shows at each of its sizes; false where the rig has not what it
// changes.
func (b *Bench) lay(c *cause) (bool, error) {
	for _, name := range sorted(c.Shows) {
		t := b.test(name)
		if t == nil || !t.Look {
			return true, fault.At("shows", "there is no look %q", name)
		}
		if t.index(c.Shows[name]) < 0 {
			return true, fault.At("shows."+name, "there is no answer %q: write %s", c.Shows[name], t.words())
		}
	}
	c.Under = slices.DeleteFunc(c.Under, func(id string) bool { return slices.Contains(b.absent, id) })
	for _, id := range c.Under {
		if b.symptom(id) == nil {
			return true, fault.At("under", "there is no symptom %q", id)
		}
	}
	for k := range sizes {
		r, there, err := b.changed(c, float64(k)/(sizes-1))
		if err != nil || !there {
			return there, err
		}
		m, err := r.Model()
		if err != nil {
			return true, fmt.Errorf("the rig refuses this change: %w", err)
		}
		if err := b.layAt(c, k, m); err != nil {
			return true, err
		}
		c.turns[k] = b.cure(c, m, float64(k)/(sizes-1))
	}
	return true, nil
}

func (b *Bench) layAt(c *cause, k int, m *rig.Model) error {
	answers := map[int]rig.Answer{}
	for _, t := range b.tests {
		var exact []float64
		value := math.NaN()
		if t.Look {
			exact = make([]float64, len(t.answers))
			exact[max(t.index(c.Shows[t.ID]), 0)] = 1
		} else {
			a, there := answers[t.group]
			if !there {
				at, err := m.At(t.At)
				if err != nil {
					return fmt.Errorf("%s: %w", t.ID, err)
				}
				if a, err = m.Answer(at); err != nil {
					return fmt.Errorf("the rig refuses this change: %w", err)
				}
				answers[t.group] = a
			}
			value = a.Readings[t.Reading]
			exact = t.shown(a)
		}
		c.value[k] = append(c.value[k], value)
		c.exact[k] = append(c.exact[k], exact...)
		c.chance[k] = append(c.chance[k], t.chances(exact)...)
	}
	return nil
}

// shown is the chance of each answer by the model: of a reading with the doubt of its gauge, of a
// sense its word.
func (t *test) shown(a rig.Answer) []float64 {
	if t.Sense != "" {
		out := make([]float64, len(t.answers))
		if i := t.index(t.told(a)); i >= 0 {
			out[i] = 1
		}
		return out
	}
	v := a.Readings[t.Reading]
	below := normal((t.low - v) / t.Doubt)
	above := normal((v - t.high) / t.Doubt)
	return []float64{below, math.Max(0, 1-below-above), above}
}

// told is the answer of a sense: its word, or of one asked at every place where it is bad.
func (t *test) told(a rig.Answer) string { return t.toldBy(a.Senses) }

func (t *test) toldBy(senses map[string]string) string {
	stem, every := strings.CutSuffix(t.Sense, "*")
	if !every {
		return senses[t.Sense]
	}
	at := none
	for _, place := range t.places {
		switch {
		case !slices.Contains(t.Bad, senses[stem+place]):
		case at == none:
			at = place
		default:
			return several
		}
	}
	return at
}

// normal is the part of a normal distribution below z.
func normal(z float64) float64 { return math.Erfc(-z/math.Sqrt2) / 2 }

// chances are those of what is answered: words are said wrongly now and then, gauges read with a
// slip.
func (t *test) chances(exact []float64) []float64 {
	wrong := 1 - surely
	if t.Reading != "" {
		wrong = slip
	}
	n := float64(len(exact))
	out := make([]float64, len(exact))
	for i, p := range exact {
		out[i] = p*(1-wrong) + (1-p)*wrong/(n-1)
	}
	return out
}

// provenUnder proves that every cause shows what it is listed under, at one of its sizes at least.
func (b *Bench) provenUnder(l *fault.List) {
	for i, c := range b.causes {
		for _, id := range c.Under {
			s := b.symptom(id)
			best := 0.0
			for k := range sizes {
				best = math.Max(best, b.shows(c, k, s))
			}
			if best < 0.5 {
				l.Add(fmt.Sprintf("causes[%d].under", i), "%s does not show %q: the model says it would show something else", c.ID, id)
			}
		}
	}
}

// shows is the chance, by the model, that a cause of a size shows a symptom.
func (b *Bench) shows(c *cause, size int, s *felt) float64 { return s.in(c.exact[size]) }

// in is the chance that a symptom shows in one of its ways, by the chances of answers.
func (s *felt) in(row []float64) float64 {
	not := 1.0
	for _, way := range s.ways {
		sum := 0.0
		for _, column := range way {
			sum += row[column]
		}
		not *= 1 - sum
	}
	return 1 - not
}

// seen are all the ways a symptom shows.
func (s *Symptom) seen() []Seen { return append([]Seen{s.Seen}, s.Or...) }
