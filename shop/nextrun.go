package shop

import (
	"context"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"time"

	"github.com/google/uuid"

	"brankel/rigging/fault"
	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
	"brankel/rigging/run/tell"
	"brankel/rigging/sheet"
	"brankel/rigging/workshop"
)

// beginning is a run whose first entries the shop itself writes.
type beginning struct {
	id, by string
	at     time.Time
	sheet  *sheet.Sheet
	around record.Around
	events []record.Event
	led    *lead.Lead
}

func (s *Shop) begins(id, by string, of *sheet.Sheet, around record.Around) *beginning {
	around.Opens = true
	return &beginning{id: id, by: by, at: s.Now().UTC().Truncate(time.Millisecond), sheet: of, around: around, led: lead.Of(record.Fold(nil, nil))}
}

// log has an entry admitted and keeps it.
func (b *beginning) log(kind record.Kind, body any) error {
	raw, err := json.Marshal(body)
	if err != nil {
		return err
	}
	n, hash := len(b.events)+1, ""
	if n > 1 {
		hash = b.events[n-2].Hash
	}
	own := uuid.NewSHA1(uuid.NameSpaceURL, fmt.Appendf(nil, "%s#%d", b.id, n)).String()
	e := record.Event{ID: own, Run: b.id, Seq: n, Kind: kind, By: b.by, At: b.at, Received: b.at, Body: raw}
	if e, err = b.led.Admit(b.around, e); err != nil {
		return err
	}
	b.events = append(b.events, e.Seal(hash))
	b.led = lead.Of(record.Fold(b.sheet, b.events))
	return nil
}

// NextRun opens the run after one that was signed and failed under load since: what failed is its complaint, what was left
// is found so, and what was proved stays proved until something of it is turned. The same id twice opens one. The error is
// a *fault.Fault where nothing failed.
func (s *Shop) NextRun(ctx context.Context, id, after, by string) (RunView, error) {
	b, job, err := s.carried(ctx, id, after, by)
	if err != nil {
		return RunView{}, err
	}
	zone, err := s.zone(ctx)
	if err != nil {
		return RunView{}, err
	}
	if err := s.Store.AddRun(ctx, job, b.events, b.sheet.Hash(), tell.Stand(lead.Of(record.Fold(b.sheet, b.events).In(zone)))); err != nil {
		return RunView{}, err
	}
	s.memory.hub.tellAll(Floor)
	return s.Run(ctx, id)
}

func (s *Shop) carried(ctx context.Context, id, after, by string) (*beginning, workshop.Job, error) {
	o, err := s.open(ctx, after)
	if err != nil {
		return nil, workshop.Job{}, err
	}
	defer o.done()
	was := o.led()
	failed, answer := was.FailedLate()
	if failed == nil || was.Own {
		return nil, workshop.Job{}, fault.At("after", "nothing failed in that run since it was signed: open one without it")
	}
	around, err := s.around(ctx, o, true)
	if err != nil {
		return nil, workshop.Job{}, err
	}
	around.Opened, around.Knows = s.Now(), was.Identity.Knows
	kept := was.Pinned
	if o.sheet != "" { // as it is kept, not as this machine knows it: that is in the entry of its plate
		if kept, err = s.knownSheet(ctx, o.sheet); err != nil {
			return nil, workshop.Job{}, err
		}
	}
	b := s.begins(id, by, kept, around)
	if err := b.carry(after, was, record.Complaint{Words: failed.Name + ": " + answer.Says, Shows: "yes"}); err != nil {
		return nil, workshop.Job{}, err
	}
	return b, workshop.Job{ID: id, Machine: o.machine.ID, Cable: o.cable.ID, Opened: b.at}, nil
}

// carry writes what a run left: where a later sheet applies by now, the complaint alone.
func (b *beginning) carry(from string, was *lead.Lead, complaint record.Complaint) error {
	if err := b.log(record.KindComplaint, complaint); err != nil {
		return err
	}
	i := was.Identity
	same := record.Identified{Serial: i.Serial, Hand: i.Hand, Variant: i.Variant, Cable: i.Cable, Sure: i.Sure}
	if err := b.log(record.KindIdentified, same); err != nil {
		return err
	}
	if b.led.Identity.Sheet != i.Sheet {
		return nil
	}
	if was.School != "" && len(b.sheet.Schools) > 0 {
		about := record.About{Question: record.AboutSchool, ID: was.School}
		if err := b.log(record.KindDecided, record.Decided{About: about, Choice: record.ChoiceTake, Reason: "as before"}); err != nil {
			return err
		}
	}
	for _, t := range was.Things() {
		if way := was.Stood.Way(was.Now(), t.ID); way != t.AtRest() && b.led.Stood.Thing(t.ID) != nil {
			if err := b.log(record.KindSetUp, record.SetUp{Thing: t.ID, Way: way, Found: true}); err != nil {
				return err
			}
		}
	}
	for i := range b.sheet.For(was.School).Points {
		p := b.sheet.For(was.School).Points[i].ID
		now := was.Latest(p, "")
		if was.SettingOf(p) != nil {
			now = was.Aim(p).Now // as left: what was set since it was read tells no more how it stands
		}
		if now != nil && now.Judged() {
			r := now.Reading
			r.Carried = from
			if err := b.log(record.KindReading, r); err != nil {
				return err
			}
		}
	}
	for _, check := range slices.Sorted(maps.Keys(was.Checks)) {
		if a := was.Checks[check]; !a.Void {
			c := a.Checked
			c.Carried = from
			if err := b.log(record.KindCheck, c); err != nil {
				return err
			}
		}
	}
	for _, one := range was.Settings() {
		if done, _, _ := was.SettingDone(one); done {
			about := record.AboutSetting.Of(one.Of.ID)
			if err := b.log(record.KindDecided, record.Decided{About: about, Choice: record.ChoiceLeave}); err != nil {
				return err
			}
		}
	}
	return nil
}
