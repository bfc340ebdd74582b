package web

import "time"

// BeatEvery has streams beat so often, and gives the way back.
func BeatEvery(d time.Duration) func() {
	was := beatEvery
	beatEvery = d
	return func() { beatEvery = was }
}
