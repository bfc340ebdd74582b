package sheet

import "maps"

// Shows is what a point reads on the sheet's rig where all is right, at each place where it is read, its control where it is
// read but for at; nil where the rig does not tell. It is asked of a sheet with one school.
func (s *Sheet) Shows(p *Point, at map[string]any) (out []float64) {
	settings, told := s.whenRead(p.ID, s.Manual())
	if !told || s.Rig == nil || p.Measures == "" {
		return nil
	}
	place := maps.Clone(p.At)
	if place == nil {
		place = map[string]any{}
	}
	maps.Copy(place, at)
	m, where, err := s.model(settings, p.States, p.Needs, place)
	if err != nil {
		return nil
	}
	answer, err := m.Answer(where)
	if err != nil {
		return nil
	}
	for _, one := range s.at(p.Each) {
		if v, there := answer.Readings[fill(p.Measures, one.ID)]; there {
			out = append(out, v)
		}
	}
	return out
}

// ControlAt is where the rig's control stands while a point is read: what its states, its needs and the point itself make.
func (s *Sheet) ControlAt(p *Point) map[string]any {
	out := map[string]any{}
	for _, made := range s.made(p.States, p.Needs) {
		maps.Copy(out, made.At)
	}
	maps.Copy(out, p.At)
	return out
}

// Feels is the answer to a check that the rig gives at some settings; nil where it gives none.
func (s *Sheet) Feels(c *Check, settings map[string]float64) *Answer {
	if s.Rig == nil || c.Proves == "" {
		return nil
	}
	m, where, err := s.model(settings, nil, c.Needs, c.At)
	if err != nil {
		return nil
	}
	answer, err := m.Answer(where)
	if err != nil {
		return nil
	}
	for i := range c.Answers {
		if c.Answers[i].Is(answer.Senses[c.Proves]) {
			return &c.Answers[i]
		}
	}
	return nil
}
