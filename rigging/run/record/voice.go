package record

import (
	"brankel/rigging/fault"
)

// Voice is something said at a step instead of written: the recording is kept beside the chain, its
// SHA-256 stands in it. Type is its media type and is filled in here.
type Voice struct {
	SHA256 string `json:"sha256"`
	Step   string `json:"step,omitempty"`
	Text   string `json:"text,omitempty"` // what it is about
	Type   string `json:"type,omitempty"`
}

func admitVoice(in Incoming, v Voice) (Voice, error) {
	if in.Voice == "" {
		return v, fault.At("body.sha256", "send the recording itself first")
	}
	v.Type = in.Voice
	return v, fault.First(short(v.Text, "text", longestLine), short(v.Step, "step", longestName))
}

func saysVoice(v Voice) string {
	if v.Text == "" {
		return "voice note"
	}
	return "voice note: " + v.Text
}

// VoiceOf is what an incoming event says of a voice note, false for any other.
func VoiceOf(e Event) (Voice, bool) {
	if e.Kind != KindVoice {
		return Voice{}, false
	}
	return BodyOf[Voice](e), true
}

// VoiceLine is a voice note on a record.
type VoiceLine struct {
	Seq    int    `json:"seq"`
	SHA256 string `json:"sha256"`
	Says   string `json:"says"`
	By     string `json:"by"`
}

func foldVoice(st *State, e Event, v Voice) { st.Voices = append(st.Voices, voiceLine(e, v)) }

func voiceLine(e Event, v Voice) VoiceLine { return VoiceLine{e.Seq, v.SHA256, saysVoice(v), e.By} }

// Voices are the voice notes of a run that were not struck out, in order.
func Voices(events []Event) []VoiceLine {
	struck := StruckOut(events)
	out := []VoiceLine{}
	for _, e := range events {
		if v, ok := VoiceOf(e); ok && !struck[e.ID] {
			out = append(out, voiceLine(e, v))
		}
	}
	return out
}
