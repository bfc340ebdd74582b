package routing

import (
	"fmt"
	"math"
	"strings"

	"brankel/rigging/calc"
	"brankel/rigging/quantity"
)

// order says which stock length reaches, by calc.CableOrder, and what the threads at the ends
// take up.
func (r *reader) order(v *View, w walk) {
	d := v.Draft
	if len(d.Ends) > 2 {
		r.faults.Add("ends", "a cable has two ends")
	}
	var adds [2]float64
	room, threaded := 0.0, false
	for i, e := range d.Ends[:min(2, len(d.Ends))] {
		adds[i], _ = r.number(at("ends", i, "adds"), e.Adds, quantity.Length, 0, 2000)
		if mm, ok := r.thread(v, i, e); ok {
			room, threaded = room+mm, true
		}
	}
	if d.Order.SoldBy != "" && d.Order.SoldBy != "tip" && d.Order.SoldBy != "jacket" {
		r.faults.Add("order.sold_by", "tip, or jacket")
		return
	}
	stock := r.stock(d.Order.Stock)
	loop, _ := r.number("order.loop", d.Order.Loop, quantity.Length, 0, 5000)
	doubt, told := r.number("order.doubt", d.Order.Doubt, quantity.Length, 0, 1000)
	if v.Loop != nil {
		loop += v.Loop.Adds
	}
	if len(w.legs) == 0 {
		return
	}
	in := calc.CableOrderInput{Path: w.segments(), EndA: adds[0], EndB: adds[1], Loop: loop, Stock: stock}
	sold := func(by string) (calc.CableOrderOutput, bool) {
		in.SoldBy = by
		out, err := calc.CableOrder(in)
		if err != nil {
			r.faults.Add("pieces", err.Error())
		}
		return out, err == nil
	}
	tip, one := sold("tip")
	jacket, two := sold("jacket")
	if !one || !two {
		return
	}
	say := func(good bool, text string, a ...any) { v.Order = append(v.Order, Line{good, fmt.Sprintf(text, a...)}) }
	out, by := tip, "tip to tip"
	if d.Order.SoldBy == "jacket" {
		out, by = jacket, "by its jacket"
	}
	say(true, "Needed: %s tip to tip, %s by the jacket.", length(tip.Needed), length(jacket.Needed))
	switch {
	case len(stock) == 0:
		say(true, "Order %s, sold %s, or the next longer in stock.", length(math.Ceil(out.Needed)), by)
	case out.Order == nil:
		say(false, "None in stock reaches: the longest is %s, %s short. Ask for a longer one, or lead it a shorter way.",
			length(longest(stock)), length(out.Needed-longest(stock)))
	default:
		v.Stock = out.Order
		say(true, "Order %s, sold %s; %s is left over.", length(*out.Order), by, length(*out.Spare))
		if *out.Spare > 0.05*out.Needed && *out.Spare > 100 {
			say(true, "That is much to lay out: in a wide bend, never in a tight loop.")
		}
	}
	if !told {
		doubt = math.Max(5, 0.01*jacket.Needed)
	}
	if threaded {
		say(room >= doubt, "The threads take up %s either way; the path is known to about %s.", length(room), length(doubt))
	}
}

// thread says how an end is wound on: to the middle of its thread, with as many to spare either
// way.
func (r *reader) thread(v *View, i int, e End) (mm float64, ok bool) {
	threads, a := r.number(at("ends", i, "thread"), e.Thread, quantity.Count, 1, 500)
	pitch, b := r.number(at("ends", i, "pitch"), e.Pitch, quantity.Length, 0.1, 10)
	least, _ := r.number(at("ends", i, "least"), e.Least, quantity.Count, 0, 500)
	if !a {
		return 0, false
	}
	if least > threads {
		r.faults.Add(at("ends", i, "least"), "so many threads are not there: count them again")
		return 0, false
	}
	spare := math.Floor(threads-least) / 2
	line := Line{spare >= 1, fmt.Sprintf("%s: wind it on by %s of %s threads; %s to spare either way", endName(i),
		quantity.Number(least+spare, 1), quantity.Number(threads, 0), quantity.Number(spare, 1))}
	if b {
		line.Text += ", " + length(spare*pitch)
	}
	line.Text += "."
	v.Ends = append(v.Ends, line)
	return spare * pitch, b
}

func endName(i int) string { return [2]string{"Where it starts", "Where it ends"}[i] }

// stock reads the lengths in stock, with commas or semicolons between.
func (r *reader) stock(text string) (out []float64) {
	split := func(c rune) bool { return c == ';' || c == ',' || c == '\n' }
	list := strings.FieldsFunc(text, split)
	for _, one := range list[:r.atMost("order.stock", len(list), mostStock)] {
		if v, ok := r.number("order.stock", one, quantity.Length, 10, quantity.Length.Most()); ok {
			out = append(out, v)
		}
	}
	return out
}

func longest(stock []float64) (most float64) {
	for _, one := range stock {
		most = math.Max(most, one)
	}
	return most
}
