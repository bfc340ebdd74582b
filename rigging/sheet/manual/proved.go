package manual

import (
	"fmt"
	"math"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// proved holds the made rig against all that was given and all that is felt. What nobody told goes with the figures until
// all is felt as it should be; what cannot be true together is told with both.
func (m *maker) proved(fit *fitting, at []float64) error {
	if one, ok := m.far(fit, at); ok {
		return m.contradicts(one)
	}
	if p := m.loosened(); p != nil {
		return m.unmet(*p)
	}
	return nil
}

// notMet is how far outside what was given, in widths, the fitted rig still shows it: what rounding makes.
const notMet = 0.02

// far is the first ask whose figure asks for a rig that is no usual one, or that the rig cannot show.
func (m *maker) far(fit *fitting, at []float64) (asked, bool) {
	for _, w := range fit.wants {
		for _, v := range m.s.Shows(m.s.Point(w.point), w.at) {
			if v < w.fig.From-notMet*w.width || v > w.fig.To+notMet*w.width {
				return m.list[w.ask], true
			}
		}
	}
	for _, w := range fit.wants {
		for _, group := range m.list[w.ask].Tells {
			for _, path := range paths(fit.base, group) {
				was, _ := get(fit.base, path)
				now, _ := get(m.s.Rig.Geometry, path)
				if m.f.near(group) == 0 && was > 0 && (now < leastTold*was || now > mostTold*was) {
					return m.list[w.ask], true
				}
			}
		}
	}
	return asked{}, false
}

// contradicts tells which other figure a figure cannot be true with: that without which it can.
func (m *maker) contradicts(one asked) error {
	for _, other := range m.list {
		if _, given := m.is(other); other.ID == one.ID || !given || other.Kind == Torque {
			continue
		}
		if m.without(other.ID) {
			return m.both(one, other)
		}
	}
	return fault.List{*fault.At("figures."+one.ID, "%s is far from the usual %s: no rig of this kind shows it; look again which figure it is%s",
		m.figure(one), m.usually(one), m.inches(one))}
}

// inches says what a figure would be that was meant in inches; "" where that is no usual one either.
func (m *maker) inches(one asked) string {
	fig, _ := m.is(one)
	if one.Unit != "mm" || one.Kind != Target {
		return ""
	}
	if by := fig.Target * 25.4 / window(m.usual, one).target; by < leastTold || by > mostTold {
		return ""
	}
	return fmt.Sprintf(", or write %s if inches are meant", number(fig.Target*25.4, one))
}

// without tells whether all is right when one figure is left out.
func (m *maker) without(id string) bool {
	other := &maker{q: m.q, f: m.f, list: m.list, usual: m.usual, given: map[string]Figure{}, told: map[string]bool{}}
	for k, v := range m.given {
		if k != id {
			other.given[k] = v
		}
	}
	other.s = copied(m.usual)
	other.direct()
	fit := other.fitting(other.list)
	at := fit.solve()
	other.s.Rig.Geometry = other.settled(fit.geometry(at))
	other.windows()
	_, far := other.far(fit, at)
	return !far && other.loosened() == nil
}

// unmet tells what cannot be together where something is not felt, or read, as it should be.
func (m *maker) unmet(p sheet.Proof) error {
	if strings.HasPrefix(p.Field, "checks") {
		p.Shows, p.Wants = "“"+p.Shows+"”", "“"+p.Wants+"”"
	}
	var cured []asked
	for _, one := range m.list {
		if _, given := m.is(one); given && one.Kind != Torque && m.without(one.ID) {
			cured = append(cured, one)
		}
	}
	switch len(cured) {
	case 0:
	case 1:
		return fault.List{*fault.At("figures."+cured[0].ID, "%s cannot be: with it the %s is %s, and is to be %s%s", m.figure(cured[0]), p.Name,
			p.Shows, p.Wants, m.inches(cured[0]))}
	default:
		return m.both(cured[0], cured[1])
	}
	return fault.List{*fault.At("figures", "these figures cannot be true together: with them the %s is %s, and is to be %s", p.Name, p.Shows,
		p.Wants)}
}

func (m *maker) both(one, other asked) error {
	says := fmt.Sprintf("%s and %s cannot both be: look again at one of them", m.figure(one), m.figure(other))
	return fault.List{*fault.At("figures."+one.ID, "%s", says), *fault.At("figures."+other.ID, "%s", says)}
}

// figure is what was given, in words: the free play at the pedal, 18 mm.
func (m *maker) figure(one asked) string {
	fig, _ := m.is(one)
	says := strings.ToLower(one.Says[:1]) + one.Says[1:]
	switch {
	case fig.Word != "":
		return says + " " + fig.Word
	case len(fig.Pairs) > 0:
		return fmt.Sprintf("%s, %s at %s °C", says, number(fig.Pairs[0][1], one), quantity.Number(fig.Pairs[0][0], 1))
	case one.Kind == Target && math.IsInf(fig.From, -1):
		return says + " at most " + number(fig.To, one)
	case one.Kind == Target && math.IsInf(fig.To, 1):
		return says + " at least " + number(fig.From, one)
	case one.Kind == Target:
		return says + " " + number(fig.Target, one)
	case fig.From != fig.To:
		return fmt.Sprintf("%s %s to %s", says, quantity.Number(fig.From, 2), number(fig.To, one))
	}
	return says + " " + number(fig.Number, one)
}

func (m *maker) usually(one asked) string {
	if one.Kind == Chart {
		c := m.usual.Charts[0]
		return number(c.Points[0][1], one) + " to " + number(c.Points[len(c.Points)-1][1], one)
	}
	return number(window(m.usual, one).target, one)
}

func number(v float64, one asked) string {
	text := quantity.Number(v, 2)
	if one.Unit == "" {
		return text
	}
	if one.Unit == "deg" {
		return text + "°"
	}
	return text + " " + one.Unit
}
