package web

import (
	"time"

	"github.com/labstack/echo/v5"

	"brankel/gate"
	"brankel/rigging/workshop"
	"brankel/web/describe"
)

// route is one operation: the same entry serves it and describes it.
type route struct {
	describe.Operation
	handle echo.HandlerFunc
	needs  workshop.Action // "" for anybody with or without an account
	open   bool            // without a session at all
	slow   bool            // attempts are limited
	body   int64           // the most a body may have; 0 for bodyLimit
	time   time.Duration   // how long it may take; 0 for longest
	guests bool            // open to the guests of its run too

	apprentices bool       // open to whoever practises without an account, at a run of their own
	flows       bool       // goes on for as long as it is read
	leaves      bool       // a file that is made whole, then sent as it is
	real        bool       // not of an exercise: what it gives stands for work that was done
	gate        *gate.Gate // the queue of what costs much, nil for none
}

// on begins the entry of a route; what follows says the rest of it.
func on(method, path, id, summary string) route {
	return route{Operation: describe.Operation{Method: method, Path: path, ID: id, Summary: summary}}
}

func (r route) asks(query ...string) route   { r.Query = query; return r }
func (r route) takes(in any) route           { r.In = in; return r }
func (r route) gives(out any) route          { r.Out = out; return r }
func (r route) least(out any) route          { r.Least = out; return r }
func (r route) as(mediaType string) route    { r.Type = mediaType; return r }
func (r route) slowly() route                { r.slow = true; return r }
func (r route) atLarge() route               { return r.upTo(largeLimit) }
func (r route) upTo(most int64) route        { r.body = most; return r }
func (r route) within(t time.Duration) route { r.time = t; return r }
func (r route) toGuests() route              { r.guests = true; return r }
func (r route) ofWork() route                { r.real = true; return r }
func (r route) toApprentices() route         { r.apprentices = true; return r }
func (r route) flowing() route               { r.flows = true; return r }
func (r route) leaving() route               { r.leaves = true; return r.within(2 * time.Minute) }
func (r route) costs(g *gate.Gate) route     { r.gate = g; return r }

// by serves the route to who may do what it needs.
func (r route) by(handle echo.HandlerFunc, needs workshop.Action) route {
	r.handle, r.needs = handle, needs
	return r
}

// openTo serves the route to anybody, without looking for a session.
func (r route) openTo(handle echo.HandlerFunc) route {
	r.handle, r.open = handle, true
	return r
}
