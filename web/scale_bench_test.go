package web_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"github.com/jackc/pgx/v5"
	"github.com/stretchr/testify/require"

	"brankel/demo/fleet"
	"brankel/internal/testdb"
)

// BenchmarkScale asks, over a real connection, what a workshop of ten years is asked all day: of 200 machines, of a tenth
// of them, and after a tenth of the years. Each is told as a ratio to a bare select of one row by pgx in the same run, which is as fast as a database answers:
//
//	go test -run XXX -bench Scale -benchtime 40x ./web
func BenchmarkScale(b *testing.B) {
	for _, size := range []struct{ years, machines int }{{10, 20}, {1, 200}, {10, 200}} {
		machines := size.machines
		w := newWire(b)
		_, err := fleet.Make(b.Context(), w.shop, fleet.Asked{Years: size.years, Machines: machines, Seed: 1}, func(int) {})
		require.NoError(b, err)
		conn, err := pgx.Connect(b.Context(), testdb.URLOf(w.shop.Store))
		require.NoError(b, err)
		defer conn.Close(b.Context())
		bare := middle(40, func() {
			var id string
			require.NoError(b, conn.QueryRow(b.Context(), "SELECT id FROM runs WHERE id = $1", "fleet-1-7-5").Scan(&id))
		})
		w.call("GET", "/api/v1/due", "")
		require.Eventually(b, func() bool { // until what wear says is worked out for all of them
			list, err := w.shop.Store.Foreseen(b.Context())
			return err == nil && len(list) >= machines
		}, 10*time.Minute, time.Second)
		for _, q := range []struct{ name, path string }{ // those that are "written" after somebody wrote something; the rest where nobody did
			{"bays written", "/api/v1/bays"}, {"due written", "/api/v1/due"}, {"week written", "/api/v1/week"}, {"bays", "/api/v1/bays"}, {"machine", "/api/v1/machines/fleet-1-7"}, {"years", "/api/v1/machines/fleet-1-7/years"},
			{"search", "/api/v1/search?find=slack+summer"}, {"due", "/api/v1/due"}, {"week", "/api/v1/week"},
			{"log", "/api/v1/log?cable=clutch&moved=3"}, {"run", "/api/v1/runs/fleet-1-7-5"},
		} {
			b.Run(fmt.Sprintf("%s of %d over %d", q.name, machines, size.years), func(b *testing.B) {
				w := wire{b, w.server, w.client, ""}
				w.call("GET", q.path, "")
				var all []time.Duration
				for b.Loop() {
					if strings.HasSuffix(q.name, "written") {
						_, err := conn.Exec(b.Context(), "SELECT pg_current_xact_id()") // whatever writes takes such a number
						require.NoError(b, err)
					}
					all = append(all, timed(func() { w.call("GET", q.path, "") }))
				}
				slices.Sort(all)
				b.ReportMetric(float64(all[len(all)/2])/float64(bare), "x-bare")
				b.ReportMetric(float64(all[len(all)/2].Microseconds())/1000, "ms-median")
			})
		}
	}
}

func timed(do func()) time.Duration {
	begin := time.Now()
	do()
	return time.Since(begin)
}

func middle(n int, do func()) time.Duration {
	var all []time.Duration
	for range n {
		all = append(all, timed(do))
	}
	slices.Sort(all)
	return all[n/2]
}
