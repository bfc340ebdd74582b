package shop

import (
	"context"
	"fmt"
	"io"
	"strings"

	"brankel/paper"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// logPaper is how many lines are printed at most: some sixty pages.
const logPaper = 1500

// LogPDF prints what was done on paper of a size.
func (s *Shop) LogPDF(ctx context.Context, a LogAsk, size string, w io.Writer) error {
	zone, err := s.zone(ctx)
	if err != nil {
		return err
	}
	l, err := s.log(ctx, a, logPaper)
	if err != nil {
		return err
	}
	return paper.Log(paper.Done{Title: "What was done", Below: strings.Join([]string{a.sentence(), l.Says}, ": "), Printed: s.Now().In(zone),
		Parts: []paper.DonePart{{Lines: doneLines(l.Lines)}}}, size, w)
}

// WeekPDF prints the week.
func (s *Shop) WeekPDF(ctx context.Context, size string, w io.Writer) error {
	zone, err := s.zone(ctx)
	if err != nil {
		return err
	}
	week, err := s.Week(ctx)
	if err != nil {
		return err
	}
	d := paper.Done{Title: "The week", Printed: s.Now().In(zone),
		Below: fmt.Sprintf("since %s: %d signed, %d open", week.Since, len(week.Signed), len(week.Open))}
	add := func(title string, lines []LogLine) {
		if len(lines) > 0 {
			d.Parts = append(d.Parts, paper.DonePart{Title: title, Lines: doneLines(lines)})
		}
	}
	waits := map[tell.Sign][]LogLine{}
	for _, l := range week.Open {
		waits[l.Sign] = append(waits[l.Sign], l)
	}
	add("Waits for a second inspector", waits[tell.SignLook])
	add("Waits for its proof", waits[tell.SignProof])
	add("Waits for a part or a repair", waits[tell.SignStop])
	add("In hand", waits[tell.SignOpen])
	add("Left out, or by request", week.Askew)
	add("Signed", week.Signed)
	return paper.Log(d, size, w)
}

// sentence is what was asked for, in words.
func (a LogAsk) sentence() string {
	out := "runs"
	add := func(before, text string) {
		if text = strings.TrimSpace(text); text != "" {
			out += before + text
		}
	}
	add(" of the cable ", a.Cable)
	add(" on ", a.Machine)
	add(" by ", a.Person)
	if a.Signed {
		out += ", signed"
	}
	add(" from ", record.DayOf(strings.TrimSpace(a.From)))
	add(" to ", record.DayOf(strings.TrimSpace(a.To)))
	add(", moved more than ", a.Moved)
	add(", for ", a.Cause)
	return out
}

func doneLines(list []LogLine) (out []paper.DoneLine) {
	for _, l := range list {
		says := []string{l.Says}
		for _, part := range [][2]string{{"found: ", l.Cause}, {"moved ", l.Moved}, {"by ", l.By}, {"", l.Askew}} {
			if part[1] != "" {
				says = append(says, part[0]+part[1])
			}
		}
		out = append(out, paper.DoneLine{Day: l.Day, What: l.Machine + " · " + l.Cable, Says: strings.Join(says, " · ")})
	}
	return out
}
