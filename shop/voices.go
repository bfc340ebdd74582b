package shop

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"errors"

	"brankel/postgres"
	"brankel/rigging/fault"
	"brankel/sound"
)

// VoiceKept is a recording that an event may name.
type VoiceKept struct {
	SHA256 string `json:"sha256"`
	Type   string `json:"type"`
}

// mostVoices is how many voice notes a run may hold.
const mostVoices = 40

// AddVoice keeps a recording as a phone made it. The error is a *fault.Fault or
// postgres.ErrNotFound.
func (s *Shop) AddVoice(ctx context.Context, id string, raw []byte) (VoiceKept, error) {
	if _, err := s.Store.RunHead(ctx, id); err != nil {
		return VoiceKept{}, err
	}
	kind, err := sound.Type(raw)
	if err != nil {
		return VoiceKept{}, err
	}
	sum := sha256.Sum256(raw)
	v := VoiceKept{hex.EncodeToString(sum[:]), kind}
	err = s.Store.AddVoice(ctx, id, v.SHA256, v.Type, raw, s.Now(), mostVoices)
	if errors.Is(err, postgres.ErrFull) {
		return VoiceKept{}, fault.At("voice", "this run holds %d voice notes already: write the rest down", mostVoices)
	}
	return v, err
}
