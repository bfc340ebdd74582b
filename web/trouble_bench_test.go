package web_test

import (
	"encoding/json"
	"fmt"
	"testing"
	"time"

	"github.com/stretchr/testify/require"

	"brankel/rigging/trouble"
	"brankel/shop"
)

// more is a file of the workshop's own with so many more causes of a family.
func more(n int) string {
	k := trouble.Knowledge{Format: trouble.Format, Family: "flight-control-loop", Symptoms: []trouble.Symptom{}, Whens: []trouble.Symptom{}}
	for i := range n {
		id := fmt.Sprintf("own-%d", i)
		answers := []trouble.Word{{ID: "right", Says: "right"}, {ID: "wrong", Says: "wrong"}}
		k.Tests = append(k.Tests, trouble.Test{ID: id, Asks: id, Look: true, Answers: answers, Cost: &trouble.Cost{Minutes: 2, Hands: 1}})
		k.Causes = append(k.Causes, trouble.Cause{
			ID:     id,
			Says:   id,
			Place:  "works",
			Kind:   "outside",
			Usual:  2,
			Change: []trouble.Change{{Geometry: "trim", By: [2]float64{1.3, 2}, Of: "hold_tol"}},
			Shows:  map[string]string{id: "wrong"},
			Under:  []string{"rolls-left"},
			End:    trouble.End{Do: "leave", Why: id},
		})
	}
	raw, _ := json.Marshal(k) // plain data
	return string(raw)
}

// BenchmarkTroubleAnswer ranks 40 causes anew after an answer, at the edge of HTTP with the picture,
// beside the route that only says who is signed in.
func BenchmarkTroubleAnswer(b *testing.B) {
	c := newClient(b)
	require.Equal(b, 200, c.do("POST", "/api/v1/trouble/files/more", more(18)).Code)
	body := `{"family":"flight-control-loop","said":["rolls-left"],"when":["after-swap"],
		"answers":[{"test":"tanks","answer":"equal"},{"test":"tip.left","answer":"inside"},{"test":"by-hand","answer":"light"}]}`
	var v shop.TroubleBegin
	require.NoError(b, json.Unmarshal(c.do("GET", "/api/v1/trouble/begin?family=flight-control-loop", "").Body.Bytes(), &v))
	require.GreaterOrEqual(b, len(v.List.Causes), 40)
	var ask, session time.Duration
	for b.Loop() {
		t := time.Now()
		require.Equal(b, 200, c.do("POST", "/api/v1/trouble/ask", body).Code)
		ask += time.Since(t)
		t = time.Now()
		require.Equal(b, 200, c.do("GET", "/api/v1/session", "").Code)
		session += time.Since(t)
	}
	b.ReportMetric(float64(ask.Microseconds())/float64(b.N)/1000, "ms/answer")
	b.ReportMetric(float64(ask)/float64(session), "times-session")
}
