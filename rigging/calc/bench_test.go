package calc

import (
	"encoding/json"
	"fmt"
	"testing"
)

// BenchmarkCalc is one call of each calculation on its worked examples in turn,
// from the JSON of the input to the answer; BenchmarkParse is the standard library
// reading the same inputs and nothing else.
func BenchmarkCalc(b *testing.B) {
	each(b, func(name string, raw []byte) error { _, err := Run(name, raw); return err })
}

func BenchmarkParse(b *testing.B) {
	each(b, func(_ string, raw []byte) error { var v map[string]any; return json.Unmarshal(raw, &v) })
}

func each(b *testing.B, do func(name string, raw []byte) error) {
	for _, c := range All() {
		b.Run(c.Name, func(b *testing.B) {
			var inputs [][]byte
			for _, in := range examples(b, c.Name) {
				raw, err := json.Marshal(in)
				if err != nil {
					b.Fatal(err)
				}
				inputs = append(inputs, raw)
			}
			for i := 0; b.Loop(); i++ {
				if err := do(c.Name, inputs[i%len(inputs)]); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}

// BenchmarkCases10000 is what calc --cases does with 10,000 mixed cases, beside
// reading and writing the same file without working anything out.
func BenchmarkCases10000(b *testing.B) {
	var list []Case
	for i := 0; len(list) < 10000; i++ {
		for _, c := range All() {
			in := examples(b, c.Name)
			raw, err := json.Marshal(in[i%len(in)])
			if err != nil {
				b.Fatal(err)
			}
			list = append(list, Case{Calc: c.Name, Input: raw})
		}
	}
	file, err := json.Marshal(list[:10000])
	if err != nil {
		b.Fatal(err)
	}
	for _, solve := range []bool{true, false} {
		b.Run(fmt.Sprint("solve=", solve), func(b *testing.B) {
			for b.Loop() {
				var cases []Case
				if err := json.Unmarshal(file, &cases); err != nil {
					b.Fatal(err)
				}
				for i := range cases {
					if solve {
						cases[i].Solve()
					}
				}
				if _, err := json.Marshal(cases); err != nil {
					b.Fatal(err)
				}
			}
		})
	}
}
