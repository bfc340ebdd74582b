// Package run is a run from the complaint to the signature. It holds no code of its own, only the tests that go through
// all of it; a run is
//
//   - record: what happened, and the state that it folds into,
//   - lead: what to do next, by the state,
//   - tell: what a screen, the floor and the paper show of it,
//
// each of which imports those above it alone, and spell, which writes figures as they are read.
package run
