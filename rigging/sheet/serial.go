package sheet

import (
	"cmp"
	"fmt"
	"strconv"
	"strings"
)

// Serial is a number as it stands on a plate: letters, figures, and a letter after
// them for later patterns of the same number: K-0412, 0877B. Years and hull and
// engine numbers are read the same way.
type Serial struct {
	Prefix string
	Number int
	Suffix string
}

// ParseSerial parts "QD-2207B" into prefix, number and suffix. The number has up to
// nine figures; an error says what to write instead.
func ParseSerial(text string) (s Serial, err error) {
	t := strings.TrimSpace(text)
	i := 0
	for i < len(t) && letter(t[i]) {
		i++
	}
	s.Prefix = strings.ToUpper(t[:i])
	if i > 0 && i < len(t) && (t[i] == '-' || t[i] == ' ') {
		i++
	}
	from := i
	for i < len(t) && t[i] >= '0' && t[i] <= '9' {
		i++
	}
	figures := t[from:i]
	if i == len(t)-1 && letter(t[i]) {
		s.Suffix = strings.ToUpper(t[i:])
		i++
	}
	if figures == "" || len(figures) > 9 || i != len(t) {
		return Serial{}, fmt.Errorf("%q is no serial: write it as on the plate, letters first, such as 2207, QD-2207 or 0877B", text)
	}
	for _, c := range []byte(figures) {
		s.Number = s.Number*10 + int(c-'0')
	}
	return s, nil
}

func letter(c byte) bool { return c >= 'A' && c <= 'Z' || c >= 'a' && c <= 'z' }

// Compare orders serials of one prefix: by number, then 0877 before 0877A.
func (s Serial) Compare(t Serial) int {
	return cmp.Or(cmp.Compare(s.Number, t.Number), strings.Compare(s.Suffix, t.Suffix))
}

func (s Serial) String() string {
	head := s.Prefix
	if head != "" {
		head += "-"
	}
	return head + strconv.Itoa(s.Number) + s.Suffix
}
