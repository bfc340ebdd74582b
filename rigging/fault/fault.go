// Package fault is the one way the core says what is wrong with what came in: the
// place, and what to write there instead.
package fault

import (
	"fmt"
	"strings"
)

// Fault is one thing that is wrong. Field is its JSON path, "" for the whole;
// Message tells the person at the bench what to write.
type Fault struct {
	Field   string `json:"field"`
	Message string `json:"message"`
}

func (f *Fault) Error() string {
	if f.Field == "" {
		return f.Message
	}
	return f.Field + ": " + f.Message
}

// At is the fault of a field. With arguments, message is a format of package fmt.
func At(field, message string, args ...any) *Fault {
	if len(args) > 0 {
		message = fmt.Sprintf(message, args...)
	}
	return &Fault{field, message}
}

// Below is the same fault of something that stands at path; other errors stay as they are.
func Below(path string, err error) error {
	f, ok := err.(*Fault)
	if !ok {
		return err
	}
	if f.Field != "" && f.Field[0] != '[' {
		path += "."
	}
	return &Fault{path + f.Field, f.Message}
}

// List is every fault of something that has many; it is an error when not empty.
type List []Fault

func (l List) Error() string {
	lines := make([]string, len(l))
	for i := range l {
		lines[i] = l[i].Error()
	}
	return strings.Join(lines, "\n")
}

// Add puts one more on the list, as At makes it.
func (l *List) Add(field, message string, args ...any) { *l = append(*l, *At(field, message, args...)) }

// OrNil is the list as an error, nil when it is empty.
func (l List) OrNil() error {
	if len(l) == 0 {
		return nil
	}
	return l
}

// First is the first of several errors that is one.
func First(errs ...error) error {
	for _, err := range errs {
		if err != nil {
			return err
		}
	}
	return nil
}
