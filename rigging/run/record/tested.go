package record

import (
	"cmp"
	"math"
	"strings"
	"unicode"

	"brankel/rigging/fault"
	"brankel/rigging/quantity"
)

// Test is the complaint as a figure: lash at the knob, the height at which it bites, notches to hold. It is measured before
// anything is touched and, by the same test, once all is proved. Name and Text are the sender's, Text with its unit; the
// others are filled in here, Value in the unit of its kind, and Was, of a test done again, is the value before.
type Test struct {
	Name     string        `json:"name,omitempty"`
	Text     string        `json:"text"`
	Quantity quantity.Kind `json:"quantity,omitempty"`
	Value    float64       `json:"value"`
	Was      *float64      `json:"was,omitempty"`
}

// Called is what the test is called, with its value: lash at the knob 12 mm.
func (t Test) Called() string { return t.Name + " " + t.Text }

// Says is the test in words, and how far it came from what it was.
func (t Test) Says() string {
	if t.Was == nil {
		return t.Called()
	}
	by := quantity.Quantity{Kind: t.Quantity, Value: math.Abs(t.Value - *t.Was)}.Text()
	way := "less"
	switch {
	case by == (quantity.Quantity{Kind: t.Quantity}).Text():
		return t.Called() + ", as before"
	case t.Value > *t.Was:
		way = "more"
	}
	return t.Called() + ", " + by + " " + way
}

// read fills in what the text says; a unit left out is the one that was written before, if it was tested before. The error is
// a *fault.Fault on the text.
func (t *Test) read(before *Test) error {
	const at = "body.test.text"
	t.Name, t.Text, t.Was = strings.Join(strings.Fields(t.Name), " "), strings.TrimSpace(t.Text), nil
	unit, kind := "", quantity.Kind("")
	if before != nil {
		was := before.Value
		t.Name, t.Was = before.Name, &was
		unit, kind = quantity.UnitOf(before.Text), before.Quantity
	}
	if err := short(t.Text, "test.text", longestName); err != nil {
		return err
	}
	q, err := quantity.Parse(t.Text, unit, kind)
	switch {
	case err != nil:
		return fault.At(at, "%s: %s", cmp.Or(t.Name, "the figure"), err)
	case math.Abs(q.Value) > q.Kind.Most():
		return fault.At(at, "%s is more than it can be: up to %s; look at the unit", q.Text(), quantity.Quantity{Kind: q.Kind, Value: q.Kind.Most()}.Text())
	}
	if unit != "" && quantity.UnitOf(t.Text) == "" {
		if unicode.IsLetter([]rune(unit)[0]) {
			t.Text += " "
		}
		t.Text += unit
	}
	t.Quantity, t.Value = q.Kind, q.Value
	return nil
}

// withTest reads what the complaint is measured by, where something was measured.
func (c *Complaint) withTest() error {
	if c.Test == nil {
		return nil
	}
	test := *c.Test
	c.Test = &test
	if err := need(test.Name, "test.name", longestName, "write what is measured, such as lash at the knob, or leave the figure out"); err != nil {
		return err
	}
	return c.Test.read(nil)
}

// withTest reads the same test as before; whoever can not do it again says why.
func (r *Retried) withTest(complaint *Complaint) error {
	if complaint == nil || complaint.Test == nil {
		r.Test = nil
		return nil
	}
	if r.Test == nil || strings.TrimSpace(r.Test.Text) == "" {
		r.Test = nil
		return need(r.Note, "test.text", longestText,
			"before it was "+complaint.Test.Called()+": write what it is now by the same test, or why it can not be measured")
	}
	test := *r.Test
	r.Test = &test
	return r.Test.read(complaint.Test)
}

func saysComplaint(c Complaint) string {
	if c.Test == nil {
		return "complaint: “" + c.Words + "”"
	}
	return "complaint: “" + c.Words + "”; " + c.Test.Says()
}

func saysRetried(r Retried) string { return "the complaint was tried again: " + r.Became() }

// Became is the outcome beside the difference, or why there is none.
func (r Retried) Became() string {
	out := string(r.Outcome)
	if r.Test != nil {
		out += "; " + r.Test.Says()
	}
	if r.Note != "" {
		out += "; " + r.Note
	}
	return out
}
