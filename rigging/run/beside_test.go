package run_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/rigging/run/lead"
	"brankel/rigging/run/record"
)

// What keeps how something stood is offered before it is turned first, and stands beside it at the end.
func TestAPaintMarkIsOfferedOnceAndSaysAtTheLockHowFarItIsOff(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71.2 mm", "66.0 mm").found("139.4 mm", "12½")
	assert.Equal(t, &lead.Thing{ID: "barrel", Name: "barrel"}, r.wants(lead.DoMove).Mark)
	require.ErrorContains(t, r.try(record.KindMarked, record.Marking{Adjuster: "screw"}), "no such adjuster")
	r.do(record.KindMarked, record.Marking{Adjuster: "barrel", Found: false})
	assert.Equal(t, "barrel: paint mark made as it was found", r.events[len(r.events)-1].Says())
	assert.Nil(t, r.wants(lead.DoMove).Mark, "it is made")
	r.turn("3½", "out").settle().length("142.9 mm")
	assert.Contains(t, r.wants(lead.DoLock).More, "From its paint mark: 3½ turns away from the eye.")
	r.turn("3½", "in").settle().length("139.4 mm")
	assert.Nil(t, r.wants(lead.DoMove).Mark, "what was turned before stands no more as it was found")
	r.do(record.KindMarked, record.Marking{Adjuster: "barrel", Found: true})
	assert.Equal(t, "barrel: paint mark made, after it was turned", r.events[len(r.events)-1].Says(), "whatever the sender says")
	turns, ok := r.led().OffMark("barrel")
	assert.True(t, ok)
	assert.Zero(t, turns, "from the mark made last")
}

func TestAPhotoAsFoundStandsBesideWhatIsAskedAgain(t *testing.T) {
	r := newRig(t).safe("2207", "").lost("71.2 mm", "66.0 mm")
	r.bench.Photo = &record.PhotoKept{Width: 100, Height: 100}
	a := r.wants(lead.DoRead)
	assert.Equal(t, &lead.PhotoAsk{Stage: "as found", Name: "barrel to eye", Point: "barrel-to-eye"}, a.Photo)
	r.do(record.KindPhoto, record.Photo{SHA256: "eye", Stage: a.Photo.Stage, Point: "barrel-to-eye"})
	assert.Empty(t, r.wants(lead.DoRead).Was, "nothing was touched: it stands so still")
	r.found("139.4 mm", "12½")
	require.ErrorContains(t, r.try(record.KindPhoto, record.Photo{SHA256: "x", Of: "barrel", Point: "barrel-to-eye"}), "one of them")
	require.ErrorContains(t, r.try(record.KindPhoto, record.Photo{SHA256: "x", Of: "screw"}), "name an adjuster")
	r.do(record.KindPhoto, record.Photo{SHA256: "barrel", Stage: "as found", Of: "barrel"})
	a = r.wants(lead.DoMove)
	assert.Nil(t, a.Mark, "the photo keeps it")
	assert.Empty(t, a.Was)
	r.turn("3½", "out").settle()
	a = r.wants(lead.DoRead)
	require.Len(t, a.Was, 1, "and not that of the barrel")
	assert.Equal(t, "eye", a.Was[0].SHA256, "of this point alone")
	assert.Equal(t, "as left", a.Photo.Stage)
	r.length("142.9 mm")
	a = r.wants(lead.DoLock)
	require.Len(t, a.Was, 1)
	assert.Equal(t, "photo, as found, barrel", a.Was[0].Says)
	assert.Equal(t, &lead.PhotoAsk{Stage: "as left", Name: "barrel", Of: "barrel"}, a.Photo)
	r.do(record.KindPhoto, record.Photo{SHA256: "after", Stage: "as left", Of: "barrel"})
	r.do(record.KindPhoto, record.Photo{SHA256: "eye2", Stage: "as left", Point: "barrel-to-eye"})
	for range 5 {
		r.do(record.KindPhoto, record.Photo{SHA256: "more", Stage: "as found", Of: "barrel"})
	}
	assert.Len(t, r.wants(lead.DoLock).Was, 3, "a view carries no more")
	var order []string
	for _, p := range record.Photos(r.events) {
		order = append(order, p.SHA256)
	}
	assert.Equal(t, []string{"eye", "eye2", "barrel", "after"}, order[:4], "each beside its twin on the record")
}
