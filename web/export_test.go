package web

import "time"

// BeatEvery has streams beat so often, and gives the way back.
func BeatEvery(d time.Duration) func() {
	was := beatEvery
	beatEvery = d
	return func() { beatEvery = was }
}

// MostOfOne lets one person hold so many streams, and gives the way back.
func MostOfOne(n int) func() {
	was := mostOfOne
	mostOfOne = n
	return func() { mostOfOne = was }
}

// Patience sets how long a connection may stand still and gives back what was set.
func Patience(d time.Duration) func() {
	was := patience
	patience = d
	return func() { patience = was }
}

// Longest gives requests so long, by servers made from now on, and gives the way back.
func Longest(d time.Duration) func() {
	was := longest
	longest = d
	return func() { longest = was }
}

// Crowd lets so many requests be answered at once, and so many of one address, by servers made from now on; it gives the way back.
func Crowd(all, ofAddress int) func() {
	was, wasOf := mostAtOnce, mostOfAddress
	mostAtOnce, mostOfAddress = all, ofAddress
	return func() { mostAtOnce, mostOfAddress = was, wasOf }
}
