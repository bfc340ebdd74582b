package rehearse

import (
	"maps"
	"slices"
	"strconv"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/sheet"
)

// Figures are what is read with an answer: inside where nothing argues for it, else beyond the first limit that does. Of
// those without limits only what is noted is read.
func Figures(c *sheet.Check, answer string, noted map[string]string) (out []record.FigureRead) {
	argued := false
	for i := range c.Figures {
		f := &c.Figures[i]
		text := noted[f.ID]
		if f.Limited() {
			v := inside(f)
			switch {
			case argued:
			case f.Under == answer:
				v, argued = *f.Least*0.9, true
			case f.Over == answer:
				v, argued = *f.Most*1.1, true
			}
			text = strconv.FormatFloat(v, 'f', -1, 64)
		}
		if text != "" {
			out = append(out, record.FigureRead{Figure: f.ID, Text: text})
		}
	}
	return out
}

func inside(f *sheet.ProofFigure) float64 {
	switch {
	case f.Least == nil:
		return *f.Most * 0.9
	case f.Most == nil:
		return *f.Least * 1.1
	}
	return (*f.Least + *f.Most) / 2
}

// noted are the figures that are read now, as found or in the end.
func (h *hand) noted() map[string]string {
	if h.st.AnyMoved() || h.q.First == nil {
		return h.q.Noted
	}
	return h.q.First
}

// coasted is what is noted, with how far a hunting surface of the true rig runs on.
func (h *hand) coasted(c *sheet.Check) map[string]string {
	out := h.Coasts(c)
	if out == nil {
		return h.noted()
	}
	maps.Copy(out, h.noted())
	return out
}

// first takes up what is offered to be made as found.
func (h *hand) first(a lead.Advice) (bool, error) {
	i := slices.IndexFunc(a.Choices, func(c record.Choice) bool { return c.Choice == record.ChoiceFirst })
	if i < 0 || h.q.First == nil {
		return false, nil
	}
	return true, h.log(record.KindDecided, record.Decided{About: a.Choices[i].About, Choice: record.ChoiceFirst})
}
