package record

import (
	"bytes"
)

// withHands settles how the control was held while something was read or tried: by somebody whose
// own device said so at that moment, or in the one-person way of the step; what is not known to be
// so is not claimed.
func (in Incoming) withHands(heldBy, alone *string) {
	if *heldBy == "" || *heldBy != in.Holding {
		*heldBy = ""
	}
	if *alone != "" {
		*alone = ""
		if step := in.lead.StepNow(); step != nil && step.Alone != nil && *heldBy == "" {
			*alone = step.Alone.How
		}
	}
}

// handsSay tells how the control was held.
func handsSay(heldBy, alone string) string {
	switch {
	case heldBy != "":
		return ", " + heldBy + " held"
	case alone != "":
		return ", alone: " + alone
	}
	return ""
}

// HeldBy is who an incoming event says held the control, "" when it does not say.
func HeldBy(e Event) string {
	if !bytes.Contains(e.Body, []byte(`"held_by"`)) {
		return ""
	}
	return BodyOf[struct {
		HeldBy string `json:"held_by"`
	}](e).HeldBy
}
