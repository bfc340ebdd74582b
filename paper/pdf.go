// Package paper writes the record of a run as PDF.
package paper

import (
	_ "embed"
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	"codeberg.org/go-pdf/fpdf"

	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
)

//go:embed fonts/Barlow-Regular.ttf
var regular []byte

//go:embed fonts/Barlow-SemiBold.ttf
var bold []byte

// Measures of the page, in mm.
const (
	margin = 18.0
	line   = 5.2
)

// Sizes are the sizes of paper, the usual one first.
var Sizes = []string{"A4", "Letter"}

// writer keeps the first error of fpdf, which carries on after one by itself.
type writer struct {
	*fpdf.Fpdf
	width float64 // between the margins
}

// page begins a paper of a size; what stands at its foot is written on every page.
func page(size string, h record.Heading, foot func(w writer)) writer {
	w := begun(fpdf.New("P", "mm", size, ""), h.Opened)
	wide, _ := w.GetPageSize()
	w.width = wide - 2*margin
	w.SetMargins(margin, margin, margin)
	w.SetAutoPageBreak(true, 22)
	w.SetTitle(printable(h.Machine+", "+h.Cable), true)
	w.SetFooterFunc(func() { foot(w) })
	w.AddPage()
	return w
}

// begun is a paper without a page yet; the same day gives the same bytes.
func begun(f *fpdf.Fpdf, on time.Time) writer {
	w := writer{Fpdf: f}
	w.SetCreationDate(on)
	w.SetModificationDate(on)
	w.SetCatalogSort(true)
	w.AddUTF8FontFromBytes("B", "", regular)
	w.AddUTF8FontFromBytes("B", "B", bold)
	return w
}

// PDF writes the record on paper of one of Sizes; photos are the bytes of its photos by their
// SHA-256. The same record gives the same bytes.
func PDF(r tell.Record, photos map[string][]byte, size string, out io.Writer) error {
	w := page(size, r.Heading, func(w writer) { w.foot(r) })
	w.head(r)
	w.broken(r.Broken)
	w.fields("Complaint", r.Complaint)
	w.picture(r.Picture)
	w.fields("Setting", r.Result)
	w.rules(r.Rules)
	w.fields("Proved", r.Checks)
	w.tables(r.Tables)
	w.list("Left open", r.Open)
	w.list("Out by request", r.Deviations)
	w.photos(r.Photos, photos)
	w.sign(r)
	w.events(r.Lines, r.Zone)
	return w.Output(out)
}

func (w writer) ink(size float64, style string) {
	w.SetFont("B", style, size)
	w.SetTextColor(28, 36, 38)
}

func (w writer) quiet(size float64) {
	w.SetFont("B", "", size)
	w.SetTextColor(84, 92, 94)
}

func (w writer) foot(r tell.Record) {
	w.SetY(-16)
	w.quiet(7.4)
	w.CellFormat(w.width-20, 4, r.Foot, "", 0, "L", false, 0, "")
	w.CellFormat(20, 4, fmt.Sprintf("page %d", w.PageNo()), "", 1, "R", false, 0, "")
	w.CellFormat(w.width, 4, fmt.Sprintf("chain hash of events 1 to %d: %s", r.Through, r.Hash), "", 0, "L", false, 0, "")
}

func (w writer) heading(text, below string) {
	w.ink(20, "B")
	w.CellFormat(w.width, 9, text, "", 1, "L", false, 0, "")
	w.quiet(10)
	w.MultiCell(w.width, line, below, "", "L", false)
}

func (w writer) head(r tell.Record) {
	w.heading(r.Heading.Machine+" · "+r.Heading.Cable, strings.Join(present(r.Heading.Note, r.Heading.Owner, r.Heading.Place,
		"opened "+record.Local(r.Zone, r.Heading.Opened).Format(record.Day), "times in "+r.Times), " · "))
	for _, one := range r.Renamed {
		w.quiet(8.5)
		w.MultiCell(w.width, line, "On the card today "+one, "", "L", false)
	}
	w.ink(10, "")
	if r.Sheet != "" {
		w.MultiCell(w.width, line, r.Sheet, "", "L", false)
	}
	if r.Source != "" {
		w.MultiCell(w.width, line, r.Source, "", "L", false)
	}
	for _, of := range []struct {
		says string
		list []sheet.Said
	}{{"Runs taught", r.Measured}, {"Assumed", r.Assumed}} {
		if len(of.list) == 0 {
			continue
		}
		var each []string
		for _, one := range of.list {
			each = append(each, strings.TrimSuffix(one.Name+", "+one.Value, ", "))
		}
		w.quiet(8.5)
		w.MultiCell(w.width, line, of.says+": "+strings.Join(each, "; "), "", "L", false)
	}
	w.rule()
}

// present are the texts that say something.
func present(texts ...string) []string {
	return slices.DeleteFunc(texts, func(s string) bool { return s == "" })
}

// broken says at the top what the whole paper is worth.
func (w writer) broken(why string) {
	if why == "" {
		return
	}
	w.ink(12, "B")
	w.SetDrawColor(150, 40, 40)
	w.SetLineWidth(0.6)
	w.MultiCell(w.width, 6.5, "THE CHAIN OF THIS RECORD IS BROKEN: "+why+". What stands below can not be trusted.", "1", "L", false)
	w.Ln(1.5)
}

func (w writer) rule() {
	w.Ln(1.5)
	w.SetDrawColor(28, 36, 38)
	w.SetLineWidth(0.35)
	w.Line(margin, w.GetY(), margin+w.width, w.GetY())
	w.Ln(2.5)
}

func (w writer) title(text string) {
	w.Ln(1.5)
	w.ink(11, "B")
	w.CellFormat(w.width, 6, text, "", 1, "L", false, 0, "")
}

func (w writer) fields(title string, list []tell.Field) {
	if len(list) == 0 {
		return
	}
	w.title(title)
	for _, f := range list {
		if f.Text == "" { // the title of a setting
			w.ink(10, "B")
			w.MultiCell(w.width, line, f.Name, "", "L", false)
			continue
		}
		w.quiet(10)
		if w.GetStringWidth(f.Name) > 36 { // a long name has a line of its own
			w.MultiCell(w.width, line, f.Name, "", "L", false)
			f.Name = ""
		}
		w.CellFormat(38, line, f.Name, "", 0, "L", false, 0, "")
		w.ink(10, "")
		w.MultiCell(w.width-38, line, f.Text, "", "L", false)
	}
}

func (w writer) list(title string, list []string) {
	var fields []tell.Field
	for _, one := range list {
		fields = append(fields, tell.Field{Text: one})
	}
	w.fields(title, fields)
}

// hashSide is how large the square with the chain's hash stands, in mm.
const hashSide = 24.0

func (w writer) sign(r tell.Record) {
	if _, tall := w.GetPageSize(); w.GetY()+hashSide+8 > tall-24 {
		w.AddPage()
	}
	w.title("Signed")
	top := w.GetY()
	defer func() { w.SetY(max(w.GetY(), top+hashSide)) }()
	if r.Hash != "" {
		w.square(r.Hash, margin+w.width-hashSide, top-4, hashSide)
		w.width -= hashSide + 4
	}
	w.ink(10, "")
	if r.Signed == "" {
		w.MultiCell(w.width, line, "Not signed: this is the state after "+fmt.Sprint(r.Through)+" events.", "", "L", false)
		return
	}
	w.MultiCell(w.width, line, r.Statement, "", "L", false)
	w.ink(12, "B")
	w.CellFormat(w.width, 7, r.Signed, "", 1, "L", false, 0, "")
}

func (w writer) events(lines []tell.Entry, zone *time.Location) {
	w.title("What was done, in order")
	for _, e := range lines {
		style := ""
		if e.Void {
			style = "S" // struck out, still to be read
		}
		w.quiet(8.5)
		w.CellFormat(8, 4.4, fmt.Sprint(e.Seq), "", 0, "R", false, 0, "")
		w.CellFormat(30, 4.4, record.Local(zone, e.At).Format(record.Moment), "", 0, "L", false, 0, "")
		w.CellFormat(20, 4.4, e.By, "", 0, "L", false, 0, "")
		w.SetFont("B", style, 8.5)
		w.SetTextColor(28, 36, 38)
		says := e.Says
		if e.Gauge != "" {
			says += ", by " + e.Gauge
		}
		if e.Received != nil {
			says += " (received " + record.Local(zone, *e.Received).Format(record.Moment) + ")"
		}
		w.MultiCell(w.width-58, 4.4, says, "", "L", false)
		for _, more := range e.Amended {
			w.SetFont("B", "B", 8.5)
			w.SetX(margin + 58)
			w.MultiCell(w.width-58, 4.4, "amended by "+more, "", "L", false)
		}
	}
}
