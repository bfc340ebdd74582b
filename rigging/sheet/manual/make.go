package manual

import (
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
	"brankel/rigging/strict"
)

// question is what is asked for a sheet, as JSON has it.
type question struct {
	Family  string                     `json:"family"`
	School  string                     `json:"school"`
	Cable   string                     `json:"cable"`
	Source  json.RawMessage            `json:"source"` // a title, or title, section, revision and date
	Figures map[string]json.RawMessage `json:"figures"`
}

// From makes a sheet of {"family", "school", "cable", "source", "figures": {ID: FIGURE}}. The error is a fault.List of what
// is wrong, by path, or a *fault.Fault where it is no question.
func From(raw []byte) (*sheet.Sheet, error) {
	m, err := newMaker(raw)
	if err != nil {
		return nil, err
	}
	return m.make()
}

// maker makes one sheet.
type maker struct {
	q     question
	f     *family
	list  []asked
	usual *sheet.Sheet      // with what the school works by
	given map[string]Figure // by ask; of what the manual does not say, Unknown
	s     *sheet.Sheet      // that is made
	told  map[string]bool   // paths of the rig that were told
}

const longestText = 300

func newMaker(raw []byte) (*maker, error) {
	m := &maker{given: map[string]Figure{}, told: map[string]bool{}}
	if err := strict.Decode(raw, &m.q); err != nil {
		return nil, err
	}
	for _, one := range []struct{ field, text string }{{"family", m.q.Family}, {"school", m.q.School}, {"cable", m.q.Cable}} {
		if len(one.text) > longestText {
			return nil, fault.At(one.field, "write %d letters at the most", longestText)
		}
	}
	var err error
	if m.usual, m.f, m.list, err = page(m.q.Family, m.q.School); err != nil {
		return nil, err
	}
	m.usual.WorkOut()
	return m, m.read()
}

// read reads the figures; every fault is told.
func (m *maker) read() error {
	var f fault.List
	for _, one := range m.list {
		raw, there := m.q.Figures[one.ID]
		if !there || string(raw) == "null" {
			if one.Required {
				f.Add("figures."+one.ID, "nothing can be set without it: write %s", one.asks())
			}
			continue
		}
		var u usualWindow
		if one.Kind == Target {
			u = window(m.usual, one)
		}
		fig, err := read(one, raw, u)
		if err == nil && fig.Unknown && one.Required {
			err = fault.At("", "nothing can be set without it: write %s", one.asks())
		}
		if err == nil && !fig.Unknown {
			err = m.farFault(one, fig)
		}
		if err != nil {
			f = append(f, *fault.Below("figures."+one.ID, err).(*fault.Fault))
			continue
		}
		m.given[one.ID] = fig
	}
	for id := range m.q.Figures {
		if !slices.ContainsFunc(m.list, func(one asked) bool { return one.ID == id }) {
			f.Add("figures."+id, "no such figure is asked: %s", m.asks())
		}
	}
	slices.SortFunc(f, func(a, b fault.Fault) int { return strings.Compare(a.Field, b.Field) })
	return f.OrNil()
}

func (one asked) asks() string {
	says := strings.ToLower(one.Says[:1]) + one.Says[1:]
	if one.Unit == "" {
		return says
	}
	return says + ", in " + one.Unit
}

func (m *maker) asks() string {
	var out []string
	for _, one := range m.list {
		out = append(out, one.ID)
	}
	return strings.Join(out, ", ")
}

// farFault questions what no thread, click or notch is, and a number that is none of such a cable.
func (m *maker) farFault(one asked, fig Figure) error {
	usual := 0.0
	switch one.Kind {
	case Step:
		usual, _ = m.f.usualStep(m.usual, one)
	case Count:
		switch v := usualCount(m.usual, one).(type) {
		case float64:
			usual = v
		case span:
			usual = (v.From + v.To) / 2
		}
	default:
		return nil
	}
	switch {
	case fig.Number >= leastTold*usual && fig.Number <= mostTold*usual:
		return nil
	case one.Kind == Step && one.Unit == "mm" && fig.Number >= 8 && fig.Number <= 80:
		return fault.At("", "%g mm a turn is no thread: if there are %g threads to the inch, write %s", fig.Number, fig.Number,
			quantity.Number(25.4/fig.Number, 3))
	}
	return fault.At("", "%g %s is far from the usual %g: look again which figure it is, or write unknown", fig.Number, one.unit(), usual)
}

func (f *family) usualStep(s *sheet.Sheet, one asked) (float64, bool) {
	return get(s.Rig.Geometry, paths(s.Rig.Geometry, one.Tells[0])[0])
}

func (m *maker) make() (*sheet.Sheet, error) {
	m.s = copied(m.usual)
	m.direct()
	fit := m.fitting(m.list)
	at := fit.solve()
	m.s.Rig.Geometry = m.settled(fit.geometry(at))
	m.windows()
	if err := m.proved(fit, at); err != nil {
		return nil, err
	}
	m.s.WorkOut()
	m.drop()
	if err := m.title(); err != nil {
		return nil, err
	}
	m.assume()
	s, err := sheet.Parse(m.s.JSON())
	if err != nil {
		return nil, err
	}
	return s, nil
}

func copied(s *sheet.Sheet) *sheet.Sheet {
	out := &sheet.Sheet{}
	if err := json.Unmarshal(s.JSON(), out); err != nil {
		panic(err) // it was written by the same hand
	}
	return out
}

// is tells what was given of an ask; false for what was not, and for what the manual does not say.
func (m *maker) is(one asked) (Figure, bool) {
	f, there := m.given[one.ID]
	return f, there && !f.Unknown
}

// direct takes what is no reading as it stands.
func (m *maker) direct() {
	for _, one := range m.list {
		fig, given := m.is(one)
		if !given {
			continue
		}
		switch one.Kind {
		case Step:
			m.step(one, fig.Number)
		case Torque:
			for _, id := range one.Adjusters {
				if lock := m.s.Adjuster(id).Lock; lock != nil {
					lock.Torque = &fig.Number
				}
			}
		case Choice:
			m.choose(one, fig.Word)
		case Count:
			m.count(one, fig)
		}
	}
}

// step is what a turn, click or notch moves: the thread's pitch goes in the same proportion.
func (m *maker) step(one asked, v float64) {
	usual, _ := m.f.usualStep(m.usual, one)
	for _, group := range one.Tells {
		for _, path := range paths(m.s.Rig.Geometry, group) {
			m.tell(path, v)
		}
	}
	for _, id := range one.Adjusters {
		if a := m.s.Adjuster(id); a.Pitch > 0 {
			a.Pitch = round(a.Pitch * v / usual)
		}
	}
}

func (m *maker) tell(path string, v any) {
	m.s.Rig.Geometry = set(m.s.Rig.Geometry, path, v)
	m.told[path] = true
}

func (m *maker) choose(one asked, word string) {
	for _, path := range one.Tells {
		m.tell(path, word)
	}
	if c := m.s.Check(one.Check); c != nil {
		wanted(c, word)
		if m.s.FailsTo != "" && c.Proves == "fails_to" {
			m.s.FailsTo = word
		}
	}
}

// wanted has another answer of a check be the one that is wanted: what was wanted before is cured the other way.
func wanted(c *sheet.Check, word string) {
	c.Wanted = word
	var back *sheet.Cure
	for i := range c.Answers {
		a := &c.Answers[i]
		if a.Is(word) {
			if a.Cure != nil {
				back = &sheet.Cure{Adjuster: a.Cure.Adjuster, Way: map[string]string{"in": "out", "out": "in"}[a.Cure.Way], Steps: a.Cure.Steps}
			}
			a.Cure, a.PointsTo, a.Side, a.Stop = nil, "", "", false
		}
	}
	for i := range c.Answers {
		if a := &c.Answers[i]; a.PointsTo == "" && !a.Is(word) {
			a.PointsTo, a.Cure = "By the manual it is "+c.Good().Says+".", back
		}
	}
}

// count is a number that no gauge reads: how far it is backed off, a preload, the fewest threads, a pull.
func (m *maker) count(one asked, fig Figure) {
	set := m.s.Setting(one.Setting)
	switch {
	case set != nil && set.BackOff != nil:
		was := set.BackOff
		set.BackOff = &sheet.BackOff{Min: math.Floor(fig.From + 1e-9), Max: math.Ceil(fig.To - 1e-9)}
		by := (was.Min + was.Max) / (set.BackOff.Min + set.BackOff.Max)
		for _, path := range one.Scales { // so many clicks are the usual clearance
			v, _ := get(m.s.Rig.Geometry, path)
			m.tell(path, math.Round(v*by*1e6)/1e6)
		}
		for _, id := range set.Adjusters {
			a := m.s.Adjuster(id)
			if a.Range != nil {
				a.Range = &sheet.Range{Min: math.Floor(a.Range.Min / by), Max: math.Ceil(a.Range.Max / by)}
			}
		}
	case set != nil:
		set.Steps = fig.Number
	default:
		for _, id := range one.Adjusters {
			if t := m.s.Adjuster(id).Threads; t != nil {
				t.Min = math.Floor(fig.Number + 1e-9)
			}
		}
		for _, path := range one.Tells {
			m.tell(path, fig.Number)
		}
		m.proofs(one, fig.Number)
	}
}

// proofs has a proof that is made on a slope made on the one that was given: as an angle, which is how it is read.
func (m *maker) proofs(one asked, v float64) {
	for i := range m.s.Checks {
		for j := range m.s.Checks[i].Figures {
			if f := &m.s.Checks[i].Figures[j]; f.ID == one.ID && f.Quantity == quantity.Angle && one.Unit == "%" {
				least := math.Floor(math.Atan(v/100) * 180 / math.Pi)
				f.Least = &least
			}
		}
	}
}

// fitting is the fit of the rig to what was given of some asks.
func (m *maker) fitting(list []asked) *fitting {
	f := &fitting{s: m.s, f: m.f, base: m.s.Rig.Geometry}
	m.s.Rig.Settings = m.settings()
	for i, one := range list {
		fig, given := m.is(one)
		if !given || one.Kind != Target && one.Kind != Chart {
			continue
		}
		for _, group := range one.Tells {
			if p := (param{paths(f.base, group), m.f.near(group)}); !m.told[p.paths[0]] { // a step that was given is no guess
				f.add(p)
			}
		}
		point := m.s.Point(one.Points[len(one.Points)-1])
		if one.Kind == Target {
			if len(one.Tells) > 0 {
				f.wants = append(f.wants, want{i, point.ID, nil, fig, m.width(one)})
			}
			continue
		}
		for _, pair := range m.pairs(fig) {
			target := Figure{Target: pair[1], From: pair[1] - point.Minus, To: pair[1] + point.Plus} // its ask's tolerance
			f.wants = append(f.wants, want{i, point.ID, map[string]any{m.s.Charts[0].At: pair[0]}, target, point.Minus + point.Plus})
		}
	}
	return f
}

func (f *fitting) add(p param) {
	for _, one := range f.params {
		if one.paths[0] == p.paths[0] {
			return
		}
	}
	f.params = append(f.params, p)
}

// near is how far a figure usually goes that lies about nothing, 0 for one that goes by its proportion.
func (f *family) near(group string) float64 { return f.Near[group] }

func (m *maker) width(one asked) float64 {
	u := window(m.usual, one)
	return max(u.minus+u.plus, 1e-3)
}

// pairs are those of a chart; one alone goes the usual way up and down.
func (m *maker) pairs(fig Figure) [][]float64 {
	if len(fig.Pairs) > 1 {
		return fig.Pairs
	}
	c := m.usual.Charts[0]
	air, tension := fig.Pairs[0][0], fig.Pairs[0][1]
	from, to := c.Ends()
	usual, _ := c.Value(min(max(air, from), to))
	var out [][]float64
	for _, p := range c.Points {
		if p[0] != air {
			out = append(out, []float64{p[0], round(max(tension+p[1]-usual, tension/4))})
		}
	}
	out = append(out, []float64{air, tension})
	slices.SortFunc(out, func(a, b []float64) int { return int(math.Copysign(1, a[0]-b[0])) })
	return out
}

// settings are where the usual rig is right, with what was counted otherwise.
func (m *maker) settings() map[string]float64 {
	out := map[string]float64{}
	for name, v := range m.usual.Rig.Settings {
		out[name] = v
	}
	for _, one := range m.list {
		set := m.s.Setting(one.Setting)
		if _, given := m.is(one); !given || one.Kind != Count || set == nil {
			continue
		}
		if set.BackOff != nil {
			m.backOff(set, out)
			continue
		}
		for _, id := range set.Adjusters { // counted from where it falls in by itself
			out[m.s.Adjuster(id).Works] = map[string]float64{"in": -set.Steps, "out": set.Steps}[set.Way]
		}
	}
	return out
}

// backOff sets what is turned until it locks, and then backed off, by the rig as it is.
func (m *maker) backOff(set *sheet.Setting, out map[string]float64) {
	c := m.s.Check(set.Until.Check)
	for _, id := range set.Adjusters {
		a := m.s.Adjuster(id)
		for _, place := range m.s.Places {
			works, proves := strings.ReplaceAll(a.Works, "{place}", place.ID), strings.ReplaceAll(c.Proves, "{place}", place.ID)
			for n := range 200 {
				for _, way := range []float64{1, -1} {
					at := way * float64(n)
					if m.felt(works, at, proves) == set.Until.Answer {
						out[works] = at - way*math.Floor((set.BackOff.Min+set.BackOff.Max)/2+1e-9)
						goto next
					}
				}
			}
		next:
		}
	}
}

// felt is what the rig tells with one adjuster elsewhere.
func (m *maker) felt(works string, at float64, sense string) string {
	r := *m.s.Rig
	r.Settings = map[string]float64{}
	for name, v := range m.usual.Rig.Settings {
		r.Settings[name] = v
	}
	r.Settings[works] = at
	model, err := r.Model()
	if err != nil {
		return ""
	}
	where, err := model.At(nil)
	if err != nil {
		return ""
	}
	answer, err := model.Answer(where)
	if err != nil {
		return ""
	}
	return answer.Senses[sense]
}

// settled rounds what was found as a sheet has it, and marks it told.
func (m *maker) settled(g map[string]any) map[string]any {
	for _, one := range m.list {
		fig, given := m.is(one)
		if !given || one.Kind != Target && one.Kind != Chart {
			continue
		}
		for _, group := range one.Tells {
			for _, path := range paths(g, group) {
				v, _ := get(g, path)
				g = set(g, path, math.Round(v*1e6)/1e6)
				m.told[path] = true
			}
		}
		for _, path := range one.Also {
			g = set(g, path, fig.Target)
			m.told[path] = true
		}
	}
	return g
}

// windows gives each point what was given for it, and takes the usual limits of all others.
func (m *maker) windows() {
	keeps := map[string]bool{}
	for _, one := range m.list {
		fig, given := m.is(one)
		for _, id := range one.Points {
			p := m.s.Point(id)
			switch {
			case one.Kind == Chart && given:
				m.s.Charts[0].Points = m.pairs(fig)
			case one.Kind != Target:
			case given:
				m.limit(p, one, fig)
				keeps[id] = true
			case len(one.Else) > 0:
				fig, err := read(one, one.Else, window(m.usual, one))
				if err != nil {
					panic(one.ID + ": " + err.Error()) // it is built in
				}
				by := m.given[one.ElseOf].Target
				fig.Target, fig.From, fig.To = fig.Target+by, fig.From+by, fig.To+by
				m.limit(p, one, fig)
				keeps[id] = true
			}
		}
		if set := m.settingOf(one.Setting); given && one.Kind == Target && set != nil {
			for _, id := range one.Points {
				if !slices.Contains(set.Points, id) {
					set.Points = append(set.Points, id)
				}
			}
		}
	}
	for i := range m.s.Points {
		p := &m.s.Points[i]
		if p.Target == nil || keeps[p.ID] {
			continue
		}
		if m.s.Superseded(p.ID) { // it is where something is counted from
			continue
		}
		p.Target, p.Minus, p.Plus, p.Stop = nil, 0, 0, ""
	}
}

func (m *maker) settingOf(name string) *sheet.Setting {
	for i := range m.s.Settings {
		if one := &m.s.Settings[i]; name != "" && (one.ID == name || one.As == name) {
			return one
		}
	}
	return nil
}

// leastGap is what part of a target a gap is at the least that reads nothing when it is gone.
const leastGap = 4

// limit is the window of a point: of one end, the other lies where nothing of the usual is.
func (m *maker) limit(p *sheet.Point, one asked, fig Figure) {
	u := window(m.usual, one)
	target, from, to := fig.Target, fig.From, fig.To
	if math.IsInf(from, -1) {
		from = target - max(u.minus, 10*(u.minus+u.plus))
		if p.Signed == nil {
			from = max(from, min(0, target-u.minus))
		}
	}
	if one.Below {
		from = min(from, target-u.minus, -u.minus)
	}
	if math.IsInf(to, 1) {
		to = target + 10*(u.minus+u.plus)
	}
	if p.Signed == nil && from <= 0 && target > 0 && u.target-u.minus > 0 {
		from = target / leastGap // at nothing a slack cable and a taut one read alike
	}
	target = round(target)
	p.Target, p.Minus, p.Plus = &target, round(target-from), round(to-target)
}

// drop has what is measured set by feel where nothing is wanted of its readings and a check tells which way; what no check
// tells of either is left as it is found.
func (m *maker) drop() {
	var out []string
	for i := range m.s.Settings {
		one := &m.s.Settings[i]
		if one.Method != sheet.MethodMeasured {
			continue
		}
		wanted := slices.ContainsFunc(one.Points, func(id string) bool {
			p := m.s.Point(id)
			return p != nil && (p.Target != nil || p.Chart != "") &&
				slices.ContainsFunc(one.Adjusters, func(a string) bool { return m.s.InfluenceOf(a, id) != nil })
		})
		switch {
		case wanted:
		case slices.ContainsFunc(one.Checks, m.cures):
			one.Method, one.Alike = sheet.MethodFelt, nil
			one.Stride = m.s.Adjuster(one.Adjusters[0]).LeastTurn()
		default:
			out = append(out, one.ID)
		}
	}
	m.s = m.s.Without(out)
}

// cures tells whether an answer of a check says which way to turn.
func (m *maker) cures(check string) bool {
	c := m.s.Check(check)
	return c != nil && slices.ContainsFunc(c.Answers, func(a sheet.Answer) bool { return a.Cure != nil })
}

func (m *maker) title() error {
	s := m.s
	s.ID, s.Revision = m.q.Family, 1
	if m.q.Cable != "" {
		s.Cable = m.q.Cable
	}
	s.Source = sheet.Source{Title: "figures of a manual that was not named"}
	if len(m.q.Source) > 0 && string(m.q.Source) != "null" {
		var title string
		if json.Unmarshal(m.q.Source, &title) == nil {
			if strings.TrimSpace(title) != "" {
				s.Source.Title = strings.TrimSpace(title)
			}
		} else if err := strict.Decode(m.q.Source, &s.Source); err != nil {
			return fault.Below("source", err)
		}
	}
	s.Applies = sheet.Effectivity{Unit: s.Applies.Unit, Hand: "either"}
	if hand, ok := at(s.Rig.Geometry, "hand").(string); ok {
		s.Applies.Hand = hand
	}
	return nil
}

// assume marks every figure that was not given, one by one.
func (m *maker) assume() {
	s := m.s
	given := map[string]bool{}
	for _, one := range m.list {
		fig, is := m.is(one)
		if !is {
			continue
		}
		for _, id := range one.Points {
			i := slices.IndexFunc(s.Points, func(p sheet.Point) bool { return p.ID == id })
			if i >= 0 {
				given[fmt.Sprintf("points[%d].target", i)] = true
				given[fmt.Sprintf("points[%d].plus", i)] = !fig.Assumed
			}
		}
		for _, id := range one.Adjusters {
			i := slices.IndexFunc(s.Adjusters, func(a sheet.Adjuster) bool { return a.ID == id })
			given[fmt.Sprintf("adjusters[%d].%s", i, map[Kind]string{Step: "pitch", Torque: "lock.torque", Count: "threads"}[one.Kind])] = true
		}
		if one.Kind == Chart {
			given["charts[0].points"] = len(fig.Pairs) > 1
		}
	}
	s.Assumed = nil
	for _, path := range s.Figures() {
		if path != "rig.geometry" && !given[path] {
			s.Assumed = append(s.Assumed, path)
		}
	}
	for i, p := range s.Points {
		if path := fmt.Sprintf("points[%d].plus", i); p.Target != nil && given[fmt.Sprintf("points[%d].target", i)] && !given[path] {
			s.Assumed = append(s.Assumed, path)
		}
	}
	for _, path := range numbers("", s.Rig.Geometry) {
		if !m.told[path] {
			s.Assumed = append(s.Assumed, "rig.geometry."+path)
		}
	}
}

// numbers are the paths of all numbers of a geometry, in order.
func numbers(path string, v any) (out []string) {
	join := func(key string) string {
		if path == "" {
			return key
		}
		return path + "." + key
	}
	switch in := v.(type) {
	case float64:
		return []string{path}
	case map[string]any:
		var keys []string
		for key := range in {
			keys = append(keys, key)
		}
		slices.Sort(keys)
		for _, key := range keys {
			out = append(out, numbers(join(key), in[key])...)
		}
	case []any:
		for i, one := range in {
			out = append(out, numbers(join(fmt.Sprint(i)), one)...)
		}
	}
	return out
}
