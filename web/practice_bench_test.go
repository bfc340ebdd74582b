package web_test

import (
	"encoding/json"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"brankel/rigging/practice"
	"brankel/shop"
)

// An act at an exercise, over a real connection: made so, a gauge held to a point. The baseline is one bare committed insert
// beside it.
func BenchmarkAct(b *testing.B) {
	for id, point := range map[string]string{"clutch-new-cable": "pedal-free", "mixture-short": "cushion"} {
		b.Run(id, func(b *testing.B) {
			w := newWire(b)
			var v shop.RunView
			require.NoError(b, json.Unmarshal(w.call("POST", "/api/v1/practice", `{"exercise":"`+id+`","seed":7}`), &v))
			raw, err := json.Marshal(practice.Act{Point: point})
			require.NoError(b, err)
			one := newBare(b, w, 1)[0]
			var acts, inserts []time.Duration
			for n := 0; b.Loop(); n++ {
				if n%1500 == 1499 { // so much is done at none
					require.NoError(b, json.Unmarshal(w.call("POST", "/api/v1/practice", `{"exercise":"`+id+`","seed":7}`), &v))
				}
				acts = append(acts, took(func() { w.call("POST", "/api/v1/practice/"+v.ID+"/do", string(raw)) }))
				inserts = append(inserts, took(func() { one.insert(b) }))
			}
			b.ReportMetric(float64(median(acts).Microseconds()), "µs/act")
			b.ReportMetric(float64(median(inserts).Microseconds()), "µs/insert")
			b.ReportMetric(float64(median(acts))/float64(median(inserts)), "ratio")
		})
	}
}
