package run_test

import (
	"bytes"
	"encoding/json"
	"io"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
)

// What an entry may be at the most is taken, and one more is refused with its field.
func TestAnEntryIsTakenUpToItsBound(t *testing.T) {
	settled := func(n int) error {
		return atSettle(t).try(record.KindSettled, record.Settled{Point: "barrel-to-eye", Setting: "length", Times: n})
	}
	require.ErrorContains(t, settled(0), "from 1 to 1000")
	require.NoError(t, settled(1))
	require.NoError(t, settled(1000))
	require.ErrorContains(t, settled(1001), "body.times")

	read := func(letters int) error {
		text := "143 mm"
		return atSettle(t).try(record.KindReading,
			record.Reading{Point: "barrel-to-eye", Text: text + strings.Repeat(" ", letters-len(text)-len("mm")), Unit: "mm"})
	}
	require.NoError(t, read(300))
	require.ErrorContains(t, read(301), "too long to be a reading")

	r := newRig(t)
	r.bench.Traced = &record.Traced{Says: "worn clevis"}
	asked := func(bytes int) record.Trouble {
		return record.Trouble{Asked: json.RawMessage(`"` + strings.Repeat("x", bytes-2) + `"`)}
	}
	require.NoError(t, r.try(record.KindTrouble, asked(8000)))
	require.ErrorContains(t, r.try(record.KindTrouble, asked(8001)), "more than one trouble")
}

// atSettle is a run whose length was read, turned and waits to be settled.
func atSettle(t *testing.T) *rig {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm").found("139.4 mm", "12½").turn("3½", "out")
	r.wants(lead.DoSettle)
	return r
}

// A path from what is felt leads to one of four places, or to none yet.
func TestAPathLeadsWhereItCan(t *testing.T) {
	r := newRig(t)
	r.bench.Traced = &record.Traced{Says: "worn clevis", Why: "it turns in its pin"}
	asked := json.RawMessage(`{"said":["stiff"]}`)
	for _, to := range []string{"", "run", "leave", "repair", "other"} {
		require.NoError(t, r.try(record.KindTrouble, record.Trouble{Asked: asked, Cause: "clevis", Leads: to}), to)
	}
	require.ErrorContains(t, r.try(record.KindTrouble, record.Trouble{Asked: asked, Cause: "clevis", Leads: "home"}),
		"choose run, leave, repair or other, or leave it out")
	require.ErrorContains(t, r.try(record.KindTrouble, record.Trouble{Asked: asked, Leads: "run"}), "which cause leads there")
	r.bench.Traced = &record.Traced{}
	require.ErrorContains(t, r.try(record.KindTrouble, record.Trouble{Asked: asked, Cause: "clevis"}), "none of the causes")
	r.bench.Traced = nil
	require.ErrorContains(t, r.try(record.KindTrouble, record.Trouble{Asked: asked}), "nothing follows from this")
}

// Only who holds the control just now held it; the way of one alone is that of the step, and of a step that has one.
func TestHowTheControlWasHeldIsNotTakenOnTrust(t *testing.T) {
	said := func(holding, heldBy, alone string) record.Reading {
		r := newRig(t).safe("2207", "").lost("71 mm", "66 mm")
		r.bench.Holding = holding
		r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "143 mm", States: allStates, HeldBy: heldBy, Alone: alone})
		return r.state().Readings[3].Reading
	}
	assert.Equal(t, "Maud", said("Maud", "Maud", "").HeldBy)
	assert.Empty(t, said("Maud", "Olle", "").HeldBy, "somebody else holds it")
	assert.Empty(t, said("", "Maud", "").HeldBy, "nobody holds it")
	assert.Empty(t, said("Maud", "", "").HeldBy, "it was not said")
	assert.Equal(t, "Maud", record.HeldBy(record.Event{Kind: record.KindReading, Body: []byte(`{"point":"eye","held_by":"Maud"}`)}))
	assert.Empty(t, record.HeldBy(record.Event{Kind: record.KindReading, Body: []byte(`{"point":"eye"}`)}))
	way := newRig(t).safe("2207", "").lost("71 mm", "66 mm").led().StepNow().Alone
	require.NotNil(t, way, "there is a way of one alone at this step")
	assert.Equal(t, way.How, said("", "", "yes").Alone)
	assert.Empty(t, said("", "", "").Alone)
	assert.Empty(t, said("Maud", "Maud", "yes").Alone, "it was held, so nobody was alone")
	r := newRig(t).safe("2207", "")
	require.Nil(t, r.led().StepNow().Alone)
	r.do(record.KindReading, record.Reading{Point: "inner-home", Text: "71 mm", Alone: "yes"})
	assert.Empty(t, r.state().Readings[0].Alone, "this step has no way of one alone")
}

// What is added to a signed record says which entry, what and why; before the signature an entry is struck out.
func TestAnEntryIsAmendedOnceItIsSigned(t *testing.T) {
	r := atLock(t).lockAndRead("143.0 mm").proved()
	entry := r.events[4]
	amended := record.Amended{Event: entry.ID, Text: "read twice", Reason: "the second was not written down"}
	r.bench.Amends = &entry
	require.ErrorContains(t, r.try(record.KindAmended, amended), "strike the entry out")
	r.do(record.KindDecided, record.Decided{About: record.AboutLoaded.Of(""), Choice: record.ChoiceOpen}).rest().do(record.KindSigned, record.Signed{})
	r.do(record.KindAmended, amended)
	says := record.Amendments(r.events, nil)[entry.ID]
	require.Len(t, says, 1)
	assert.Contains(t, says[0], "Ines, ")
	assert.Contains(t, says[0], ": read twice, because: the second was not written down")
	r.bench.Amends = nil
	require.ErrorContains(t, r.try(record.KindAmended, amended), "name an entry of this run")
	signature := r.events[len(r.events)-2]
	require.Equal(t, record.KindSigned, signature.Kind)
	r.bench.Amends = &signature
	require.ErrorContains(t, r.try(record.KindAmended, amended), "a signature or an amendment is not amended")
	r.bench.Amends = &entry
	require.ErrorContains(t, r.try(record.KindAmended, record.Amended{Event: entry.ID, Text: " ", Reason: "why"}), "body.text")
	require.ErrorContains(t, r.try(record.KindAmended, record.Amended{Event: entry.ID, Text: "x"}), "body.reason")
}

// A photo is one that is kept, of a point that the sheet has, at a stage that there is.
func TestAPhotoBelongsToWhatThereIs(t *testing.T) {
	r := newRig(t).safe("2207", "")
	require.ErrorContains(t, r.try(record.KindPhoto, record.Photo{SHA256: "ab"}), "send the photo itself first")
	r.bench.Photo = &record.PhotoKept{Width: 400, Height: 300, Small: "cd"}
	require.ErrorContains(t, r.try(record.KindPhoto, record.Photo{SHA256: "ab", Point: "mast"}), "no such point")
	require.ErrorContains(t, r.try(record.KindPhoto, record.Photo{SHA256: "ab", Stage: "later"}), "choose as found, as left, released, applied")
	require.ErrorContains(t, r.try(record.KindPhoto, record.Photo{SHA256: "ab", Text: strings.Repeat("x", 301)}), "body.text")
	require.NoError(t, r.try(record.KindPhoto, record.Photo{SHA256: "ab", Point: "barrel-to-eye", Stage: "as found", Text: "the eye"}))
	line := r.events[len(r.events)-1]
	assert.Equal(t, "photo, as found, barrel to eye: the eye", line.Says())
	p, is := record.PhotoOf(line)
	assert.True(t, is)
	assert.Equal(t, [2]int{400, 300}, [2]int{p.Width, p.Height})
}

// The parts of a file stand in their order, each once; whatever else stands there is no exported run.
func TestTheFileOfARunHasItsPartsInOrder(t *testing.T) {
	r := newRig(t).safe("2207", "")
	var out bytes.Buffer
	require.NoError(t, record.Export(&out, record.Heading{Run: "r"}, r.sheet(), r.events, nil))
	prove := func(file string) error {
		_, err := record.Prove(func() (io.ReadCloser, error) { return io.NopCloser(strings.NewReader(file)), nil })
		return err
	}
	whole := out.String()
	require.NoError(t, prove(whole))
	format := `  "format": "` + record.ChainFormat + `",`
	require.Equal(t, 1, strings.Count(whole, format))
	without := strings.Replace(whole, format, "", 1)
	for name, file := range map[string]string{
		"a part that is none":    strings.Replace(whole, `"heading":`, `"head":`, 1),
		"a part twice":           strings.Replace(whole, format, format+format, 1),
		"a part before its time": strings.Replace(without, `"events":`, `"format": "`+record.ChainFormat+`", "events":`, 1),
	} {
		assert.ErrorContains(t, prove(file), "does not stand there", name)
	}
	assert.ErrorContains(t, prove(strings.Replace(whole, record.ChainFormat, "brankel.chain/9", 1)), "its format is")
	assert.Error(t, prove(whole[:len(whole)/2]))
	seal := strings.LastIndex(whole, `"seal": "`) + len(`"seal": "`)
	other := "0"
	if whole[seal:seal+1] == other {
		other = "1"
	}
	assert.ErrorContains(t, prove(whole[:seal]+other+whole[seal+1:]), "not as it was written", "one thing that does not fit is enough")
	r.events[3].Hash = strings.Repeat("0", 64)
	out.Reset()
	require.NoError(t, record.Export(&out, record.Heading{Run: "r"}, r.sheet(), r.events, nil))
	assert.ErrorContains(t, prove(out.String()), "event 4 was changed")
}

// Figures of a run's own come as the shop opens it at the Bench, with a sheet that leads.
func TestFiguresComeFromTheBenchAlone(t *testing.T) {
	r := newRig(t)
	led := r.sheets[0]
	require.ErrorContains(t, r.try(record.KindFigures, record.Figures{Sheet: led}), "open a new one there")
	r.bench.Opens = true
	require.ErrorContains(t, r.try(record.KindFigures, record.Figures{}), "no run can be led by these figures")
	require.NoError(t, r.try(record.KindFigures, record.Figures{Sheet: led}))
	assert.Equal(t, led.Hash(), record.Carried(r.events).Hash())
	assert.True(t, record.Fold(record.Carried(r.events), r.events).Own)
	require.ErrorContains(t, r.try(record.KindFigures, record.Figures{Sheet: led}), "open a new one there", "once")
}

// A path says where it leads, a signature which cause it names, and nobody else's entry says either.
func TestWhatAPathAndASignatureSay(t *testing.T) {
	e := func(kind record.Kind, body string) record.Event { return record.Event{Kind: kind, Body: []byte(body)} }
	for leads, says := range map[string]string{"run": ", into the setting", "leave": ", do not adjust", "repair": ", repair first",
		"other": ", look at the other cable", "": ""} {
		assert.Equal(t, "looked for the trouble: stiff; taken to be worn clevis"+says,
			e(record.KindTrouble, `{"known":["stiff"],"says":"worn clevis","leads":"`+leads+`"}`).Says())
	}
	assert.Equal(t, "looked for the trouble: stiff; likeliest a, then b", e(record.KindTrouble, `{"known":["stiff"],"likeliest":["a","b"]}`).Says())
	assert.Equal(t, "clevis", record.CauseOf(e(record.KindSigned, `{"name":"Ines","cause":"clevis"}`)))
	assert.Empty(t, record.CauseOf(e(record.KindTrouble, `{"cause":"clevis"}`)))
	said, is := record.TroubleOf(e(record.KindTrouble, `{"cause":"clevis"}`))
	assert.True(t, is)
	assert.Equal(t, "clevis", said.Cause)
	_, is = record.TroubleOf(e(record.KindSigned, `{"cause":"clevis"}`))
	assert.False(t, is)
	assert.Equal(t, "signed by Ines; cause: worn clevis", e(record.KindSigned, `{"name":"Ines","cause_says":"worn clevis"}`).Says())
}

// What is left out by request is a point that has limits.
func TestWhatIsLeftOutHasLimits(t *testing.T) {
	r := newRig(t).safe("2207", "")
	left := func(point string) error {
		return r.try(record.KindDeviation, record.Deviation{Point: point, AskedBy: "the owner", Why: "softer"})
	}
	require.ErrorContains(t, left("mast"), "no such point with limits")
	require.ErrorContains(t, left("inner-home"), "no such point with limits", "it is only read")
	require.NoError(t, left("barrel-to-eye"))
	assert.Equal(t, "barrel to eye", r.state().Deviations["barrel-to-eye"].Name)
}

// One state that was not confirmed is enough for a reading not to be judged, and it says which.
func TestAReadingThatLacksOneState(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71 mm", "66 mm")
	r.do(record.KindReading, record.Reading{Point: "barrel-to-eye", Text: "139.4 mm", States: allStates[1:]})
	a := r.wants(lead.DoRead)
	assert.Contains(t, a.Finding, "139.4 mm was kept, but cannot be compared: dogs home not confirmed.")
	assert.Contains(t, a.Read.Last, "not judged")
	assert.False(t, r.state().AnyMoved())
	r.length("139.4 mm")
	assert.Empty(t, r.led().Advice().Finding)
	r.do(record.KindReading, record.Reading{Point: "barrel-threads", Text: "12½"}).turn("3½", "out")
	assert.True(t, r.state().AnyMoved())
}
