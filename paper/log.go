package paper

import (
	"fmt"
	"io"
	"strings"
	"time"

	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
)

// Done is what was done, or what waits: a page of the workshop's log.
type Done struct {
	Title   string
	Below   string // what was asked for, and how much there is
	Parts   []DonePart
	Printed time.Time
}

// DonePart are lines under a title of their own, which may be "".
type DonePart struct {
	Title string
	Lines []DoneLine
}

// DoneLine is one run: what it was, and all there is to say of it.
type DoneLine struct{ Day, What, Says string }

const dayWide = 30.0

// Log prints it on paper of one of Sizes.
func Log(d Done, size string, out io.Writer) error {
	w := page(size, record.Heading{Called: record.Called{Machine: d.Title, Cable: "log"}, Opened: d.Printed}, func(w writer) {
		w.SetY(-16)
		w.quiet(7.4)
		w.CellFormat(w.width-20, 4, tell.Foot, "", 0, "L", false, 0, "")
		w.CellFormat(20, 4, fmt.Sprintf("page %d", w.PageNo()), "", 1, "R", false, 0, "")
	})
	w.heading(d.Title, strings.Join(present(d.Below, "printed "+d.Printed.Format(record.Day)), " · "))
	w.rule()
	for _, p := range d.Parts {
		if p.Title != "" {
			w.title(p.Title)
		}
		for _, l := range p.Lines {
			w.done(l)
		}
	}
	return w.Output(out)
}

// done is one line of the log: the day, what it was, and below it what there is to say; never torn at the end of a page.
func (w writer) done(l DoneLine) {
	if _, high := w.GetPageSize(); w.GetY()+3*line > high-22 {
		w.AddPage()
	}
	w.quiet(9.5)
	w.CellFormat(dayWide, line, l.Day, "", 0, "L", false, 0, "")
	w.ink(9.5, "B")
	w.CellFormat(w.width-dayWide, line, l.What, "", 1, "L", false, 0, "")
	if l.Says != "" {
		w.ink(9.5, "")
		w.SetX(margin + dayWide)
		w.MultiCell(w.width-dayWide, line, l.Says, "", "L", false)
	}
	w.Ln(0.8)
}
