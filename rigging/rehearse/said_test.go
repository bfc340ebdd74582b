package rehearse

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"

	"github.com/stretchr/testify/require"

	"brankel/internal/golden"
	"brankel/rigging/rig"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/sheet/usual"
)

// Nothing is said otherwise than it was without anybody having read it: go test ./rigging/rehearse -run Said -update
// writes what a run of each usual sheet says, by every school and both hands, and what changed is in the diff.
func TestWhatIsSaidIsSaidAsItWas(t *testing.T) {
	for _, family := range rig.Families() {
		raw, _ := usual.Sheet(family)
		s, err := sheet.Parse(raw)
		require.NoError(t, err)
		schools := []string{""}
		for _, one := range s.Schools {
			if !one.Manual {
				schools = append(schools, one.ID)
			}
		}
		var out strings.Builder
		for i, school := range schools {
			for seed, hand := range Hands {
				if i > 0 && seed > 0 {
					continue // hasty by the manual alone
				}
				q := asked(rand.New(rand.NewPCG(uint64(10*i+seed), 7)), way{s, school}, uint64(seed))
				q.Hand = hand
				played, err := Rehearse(q)
				require.NoError(t, err)
				fmt.Fprintf(&out, "== %s, %v %v %v: %s %s\n", hand, q.Settings, q.Condition, q.At, played.Outcome, played.Why)
				told(&out, s, played.Events)
			}
		}
		golden.Same(t, family, out.String())
	}
}

// told is what a run said before each entry, what the entry says, and its record in the end.
func told(out *strings.Builder, s *sheet.Sheet, events []record.Event) {
	said := map[string]string{}
	say := func(what, text string) {
		if text != said[what] {
			fmt.Fprintf(out, "  %s: %s\n", what, text)
		}
		said[what] = text
	}
	for i := range events {
		led := lead.Of(record.Fold(s, events[:i]))
		v, stands := tell.Show(led), tell.Stand(led)
		a := v.Advice
		text := string(a.Do) + " | "
		for _, p := range a.Say {
			text += p.Text
		}
		text += " | " + strings.Join(a.More, " ")
		if a.Finding != "" {
			text += " | finding: " + a.Finding
		}
		for _, c := range a.Choices {
			text += fmt.Sprintf(" | or %s (%s %s, argued %t, %s)", c.Label, c.About, c.Choice, c.Argued, c.Reason)
		}
		if a.Stop != nil {
			text += " | then " + a.Stop.Then
			for _, one := range a.Stop.Changes {
				text += fmt.Sprintf(" | %s %s %v", one.Thing, one.Way, one.Cautions)
			}
		}
		fmt.Fprintf(out, "%d %s\n", i+1, text)
		say("ends", fmt.Sprintf("%d, %s %s / %s %s", v.Ends.Pairs, v.Ends.Caller.Word, v.Ends.Caller.Says, v.Ends.Reader.Word, v.Ends.Reader.Says))
		say("floor", fmt.Sprintf("%s %.2f %s, finger tight %v", stands.Sign, stands.Part, stands.Says, stands.Resume.FingerTight))
		for _, one := range v.Steps {
			if one.Status != lead.StatusLater || one.Summary != "" {
				say(one.ID, string(one.Status)+" "+one.Summary)
			}
		}
		for _, r := range v.Rules {
			say("rule "+r.ID, fmt.Sprintf("%s; %g to %g by %g, %s; %v", r.Words, r.From, r.To, r.Tick, r.TickSay, r.Marks))
		}
		say("answer", strings.TrimSpace(v.Answer+" "+v.Drift))
		if len(v.Places) > 0 {
			say("places", fmt.Sprint(v.Places))
		}
		if v.Order != nil {
			o := *v.Order
			o.Against = nil
			say("order", fmt.Sprintf("%+v %+v", o, v.Order.Against))
		}
		fmt.Fprintf(out, "> %s\n", events[i].Says())
	}
	led := lead.Of(record.Fold(s, events))
	rec := tell.MakeRecord(record.Heading{}, led, events, "")
	fmt.Fprintf(out, "record: %q\nchecks: %q\nopen: %q %q\nblockers: %q\n", rec.Result, rec.Checks, rec.Open, rec.Deviations, led.Blockers())
	fmt.Fprintf(out, "%s; nearly out %t; lost %v\n", led.Stands(), led.NearlyOut(), led.LostMotions())
	for _, one := range led.Shows() {
		fmt.Fprintf(out, "shows %s %s %t\n", one.Name, one.Word, one.Good)
	}
}
