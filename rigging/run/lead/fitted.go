package lead

import "brankel/rigging/sheet"

// Fitted is the rig of the sheet fitted to what was read last, and turned since, in the air it
// was read in; ok is false when nothing that tells of it was read.
func (run *Lead) Fitted() (f sheet.Fitted, ok bool) {
	if run.Sheet == nil {
		return f, false
	}
	shows := map[string]float64{}
	for _, p := range run.Sheet.Points {
		t := run.Latest(p.ID, "")
		if t == nil {
			continue
		}
		v := t.Value
		if aim := run.Aim(p.ID); aim.Now != nil && aim.Limited {
			v = aim.Judge.Value
		}
		for i := range run.Sheet.Adjusters { // and what was turned since
			if in := run.Sheet.InfluenceOf(run.Sheet.Adjusters[i].ID, p.ID); in != nil {
				v += in.PerTurn * run.NetSince(run.Sheet.Adjusters[i].ID, t)
			}
		}
		shows[p.ID] = v
	}
	in, err := run.Sheet.Around(run.Around())
	if err != nil {
		return f, false // beyond a chart nothing is known
	}
	return in.Fit(shows)
}

// Around is what was read last of what charts lie over, by the rig's names.
func (run *Lead) Around() map[string]float64 {
	out := map[string]float64{}
	for _, c := range run.Sheet.Charts {
		if t := run.Latest(c.Reads, ""); t != nil && c.At != "" {
			out[c.At] = t.Value
		}
	}
	return out
}
