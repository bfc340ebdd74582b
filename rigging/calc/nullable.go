package calc

import "encoding/json"

// Nullable is an output that is left out, null, or a value: left out when its
// inputs are, null where the question has no answer.
type Nullable[T any] struct {
	Asked bool
	Value *T
}

func answered[T any](v T) Nullable[T] { return Nullable[T]{true, &v} }

func noAnswer[T any]() Nullable[T] { return Nullable[T]{Asked: true} }

// MarshalJSON writes null or the value; fields carry omitzero.
func (n Nullable[T]) MarshalJSON() ([]byte, error) { return json.Marshal(n.Value) }

func ptr[T any](v T) *T { return &v }
