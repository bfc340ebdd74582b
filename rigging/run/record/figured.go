package record

import (
	"fmt"
	"slices"
	"strings"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
	"brankel/rigging/sheet"
)

// FigureRead is a number read with a proof. Text is as it was written, in the unit of its kind where it names none; all
// after it is filled in here, so that a record can be read without its sheet.
type FigureRead struct {
	Figure   string        `json:"figure"`
	Text     string        `json:"text"`
	Name     string        `json:"name,omitempty"`
	Row      string        `json:"row,omitempty"`    // its place in a table
	Column   string        `json:"column,omitempty"` // likewise
	Quantity quantity.Kind `json:"quantity,omitempty"`
	Value    float64       `json:"value"`
	Wants    string        `json:"wants,omitempty"` // between what, in words
	Side     string        `json:"side,omitempty"`  // low or high, of those limits
}

// Says is the figure in words: 32 km/h.
func (f FigureRead) Says() string { return quantity.Quantity{Kind: f.Quantity, Value: f.Value}.Text() }

// Called is where it stands in its table, or its name.
func (f FigureRead) Called() string {
	if f.Row == "" {
		return f.Name
	}
	return f.Column + ", " + f.Row
}

// withFigures reads the figures of an answer: left out are those that were left empty. The error is a *fault.Fault on
// the figure, or on the answer where the figures speak against it.
func withFigures(check *sheet.Check, c *Checked) error {
	var read []FigureRead
	for i, f := range c.Figures {
		one := check.Figure(f.Figure)
		at := "body.figures." + shorten(f.Figure)
		switch {
		case one == nil:
			return fault.At(fmt.Sprintf("body.figures[%d].figure", i), "nothing of that name is read with this proof")
		case slices.ContainsFunc(read, func(r FigureRead) bool { return r.Figure == f.Figure }):
			return fault.At(at, "%s is there twice: write it once", one.Name)
		case len(f.Text) > longestName:
			return fault.At(at, "this is too long to be a figure: write what was read")
		case strings.TrimSpace(f.Text) == "":
			continue
		}
		q, err := quantity.Parse(f.Text, one.Quantity.Unit(), one.Quantity)
		switch {
		case err != nil:
			return fault.At(at, "%s: %s", one.Name, err)
		case q.Value < 0 && one.Quantity != quantity.Temperature:
			return fault.At(at, "%s cannot be below zero: write what was read", one.Name)
		case q.Value > one.Quantity.Most():
			return fault.At(at, "%s is more than it can be: up to %s; look at the unit", q.Text(), quantity.Quantity{Kind: one.Quantity, Value: one.Quantity.Most()}.Text())
		}
		read = append(read, FigureRead{one.ID, strings.TrimSpace(f.Text), one.Name, one.Row, one.Column, one.Quantity, q.Value,
			one.Wants(), one.Side(q.Value)})
	}
	c.Figures = read
	if err := rightWayRound(check, read); err != nil {
		return err
	}
	return c.agree(check)
}

// rightWayRound refuses figures that lie the wrong way round, such as a shift down above the shift up.
func rightWayRound(check *sheet.Check, read []FigureRead) error {
	for _, f := range read {
		for _, id := range check.Figure(f.Figure).Below {
			for _, other := range read {
				if other.Figure == id && other.Value < f.Value {
					return fault.At("body.figures."+f.Figure, "%s is %s, %s is %s: the first lies below the second; swap them, or read them again",
						f.Called(), f.Says(), other.Called(), other.Says())
				}
			}
		}
	}
	return nil
}

// agree refuses an answer that its own figures speak against, and the wanted one without a figure that it rests on.
func (c *Checked) agree(check *sheet.Check) error {
	var argued []string
	for i := range check.Figures {
		one := &check.Figures[i]
		if !one.Limited() {
			continue
		}
		at := "body.figures." + one.ID
		k := slices.IndexFunc(c.Figures, func(f FigureRead) bool { return f.Figure == one.ID })
		if k < 0 {
			if c.Good {
				return fault.At(at, "write the %s too: “%s” rests on it (%s)", one.Name, c.Says, one.Wants())
			}
			continue
		}
		f := c.Figures[k]
		if f.Side == "" {
			continue
		}
		a := check.Answer(one.Argues(f.Value))
		if a != nil {
			argued = append(argued, a.ID)
		}
		switch {
		case !c.Good:
		case a != nil:
			return fault.At(at, "%s is %s where %s is wanted: that is “%s”", f.Called(), f.Says(), f.Wants, a.Says)
		default:
			return fault.At(at, "%s is %s where %s is wanted: so it proves nothing; try it where it is so", f.Called(), f.Says(), f.Wants)
		}
	}
	if c.Good || slices.Contains(argued, c.Answer) || !c.judges(check) {
		return nil
	}
	instead := check.Good().Says
	if len(argued) > 0 {
		instead = check.Answer(argued[0]).Says
	}
	return fault.At("body.answer", "no figure says so: answer “%s”, or put right what was misread", instead)
}

// judges tells whether the figures alone decide for or against a bad answer: all that could argue for it are read.
func (c *Checked) judges(check *sheet.Check) bool {
	could := false
	for i := range check.Figures {
		one := &check.Figures[i]
		if one.Under != c.Answer && one.Over != c.Answer {
			continue
		}
		could = true
		if !slices.ContainsFunc(c.Figures, func(f FigureRead) bool { return f.Figure == one.ID }) {
			return false
		}
	}
	return could
}

// figuresSay is what was read with a proof, after its answer.
func figuresSay(read []FigureRead) (out string) {
	for _, f := range read {
		out += "; " + f.Called() + " " + f.Says()
	}
	return out
}
