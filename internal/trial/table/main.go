// Command table prints how well causes are found, family by family: scripts/trouble-table.
package main

import (
	"fmt"
	"os"
	"strconv"
	"strings"

	"brankel/internal/trial"
	"brankel/rigging/rig"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
	"brankel/rigging/trouble"
)

func main() {
	seeds := 200
	if len(os.Args) > 1 {
		seeds, _ = strconv.Atoi(os.Args[1])
	}
	sum := trial.Result{Family: "all"}
	fmt.Println("| family | causes | runs | first: none | one | two | three | first two: none | one | two | three | minutes | all tests " +
		"| contradicted | pairs |")
	fmt.Println("|---|---|---|---|---|---|---|---|---|---|---|---|---|---|---|")
	var missed []map[string]int
	for _, f := range families() {
		raw, _ := usual.Sheet(f)
		s, err := sheet.Parse(raw)
		if err != nil {
			panic(err)
		}
		s.WorkOut()
		b, err := trouble.On(s, nil)
		if err != nil {
			panic(err)
		}
		r, err := trial.Try(b, seeds)
		if err != nil {
			panic(err)
		}
		row(r)
		sum.Add(r)
		missed = append(missed, r.Missed)
		for _, p := range r.Pairs {
			fmt.Fprintln(os.Stderr, f, p.Says)
		}
	}
	row(sum)
	for i, f := range families() {
		fmt.Fprintln(os.Stderr, f, "not first after two tests:", missed[i])
	}
}

func row(r trial.Result) {
	p := func(n int) string { return fmt.Sprintf("%.1f %%", 100*r.Rate(n)) }
	cells := []string{r.Family, fmt.Sprint(r.Causes), fmt.Sprint(r.Runs)}
	for _, n := range append(r.First[:], r.Two[:]...) {
		cells = append(cells, p(n))
	}
	cells = append(cells, fmt.Sprintf("%.1f", r.Cost), fmt.Sprintf("%.1f", r.All), fmt.Sprint(r.Contradicted), fmt.Sprint(len(r.Pairs)))
	fmt.Println("| " + strings.Join(cells, " | ") + " |")
}

// families are those to try: all, or those named behind the number of seeds.
func families() []string {
	if len(os.Args) > 2 {
		return os.Args[2:]
	}
	return rig.Families()
}
