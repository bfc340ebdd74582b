package picture_test

import (
	"testing"

	"brankel/rigging/picture"
	"brankel/rigging/sheet"
)

// BenchmarkDraw draws each family once, in its usual proportions.
func BenchmarkDraw(b *testing.B) {
	var all []picture.Rig
	for _, f := range sheet.Families() {
		all = append(all, usualRig(b, f.ID))
	}
	for b.Loop() {
		for _, r := range all {
			picture.Draw(r)
		}
	}
	b.ReportMetric(float64(b.Elapsed().Microseconds())/float64(b.N*len(all)), "µs/picture")
}
