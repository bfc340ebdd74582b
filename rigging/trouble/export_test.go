package trouble

// HeardWords is what words were taken for, by ids: @ before a state, ! before good news, = before a reading.
type HeardWords struct {
	Taken, Asked, Aside, Notes []string
}

func (b *Finder) Took(text string) (out HeardWords) {
	h := b.listen([]string{text})
	for _, t := range h.taken {
		id := t.of.ID
		if t.denied {
			id = "!" + id
		}
		out.Taken = append(out.Taken, id)
	}
	for _, w := range h.whens {
		out.Taken = append(out.Taken, "@"+w.ID)
	}
	for _, r := range h.reads {
		out.Taken = append(out.Taken, "="+r.of.ID)
	}
	for _, a := range h.asks {
		for _, m := range a.Matches {
			out.Asked = append(out.Asked, m.ID)
		}
	}
	out.Aside, out.Notes = h.aside, h.notes
	return out
}

// Takes is what a test takes, in minutes, when others were answered.
func (b *Finder) Takes(test string, answered ...string) float64 {
	var known []evidence
	for _, id := range answered {
		known = append(known, evidence{of: b.test(id), given: true})
	}
	return b.takes(b.test(test), known)
}
