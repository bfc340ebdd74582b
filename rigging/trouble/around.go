package trouble

import "brankel/rigging/sheet"

// readsAt is a value that a gauge read in some air: it is held against the window that the chart gives there.
func (b *Finder) readsAt(t *test, value float64, around *sheet.Sheet) evidence {
	e := b.reads(t, value-b.shifted(t, around))
	e.says = b.told(t, e.means[0], value)
	return e
}

// chartOf is the chart over something such as the air that a reading's target lies on; nil for none.
func (b *Finder) chartOf(t *test) *sheet.Chart {
	p := b.pointOf(t)
	if p == nil {
		return nil
	}
	if c := b.sheet.Chart(p.Chart); c != nil && c.At != "" {
		return c
	}
	return nil
}

// shifted is how much more a chart wants of a reading where it was taken than where the model is asked.
func (b *Finder) shifted(t *test, around *sheet.Sheet) float64 {
	p := b.pointOf(t)
	if b.chartOf(t) == nil {
		return 0
	}
	home, err := b.sheet.Around(nil)
	there := around.Point(p.ID).Target
	if err != nil || there == nil {
		return 0 // its chart does not reach the rig's own air
	}
	return *there - *home.Point(p.ID).Target
}
