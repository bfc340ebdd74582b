package shop

import (
	"errors"
	"strings"
	"unicode"
	"unicode/utf8"

	"github.com/mtibben/confusables"
	"golang.org/x/text/unicode/norm"
)

// writable is the fault of a name that is empty, too long, or holds what cannot be seen: invisible
// letters, and those that change the direction in which it is read.
func writable(name string, most int) error {
	n := utf8.RuneCountInString(name)
	unseen := func(r rune) bool {
		return !unicode.IsPrint(r) || unicode.Is(unicode.Cf, r) || unicode.Is(unicode.Variation_Selector, r)
	}
	if n == 0 || n > most || !utf8.ValidString(name) || strings.ContainsFunc(name, unseen) || filler(name) {
		return errUnwritable
	}
	return nil
}

var errUnwritable = errors.New("no name")

// filler tells whether a name holds letters that are drawn as nothing.
func filler(name string) bool {
	return strings.ContainsAny(name, "\u115f\u1160\u3164\uffa0\u2800\u034f\u17b4\u17b5")
}

// alike tells whether two names cannot be told apart by eye: by their skeletons (Unicode Technical
// Standard 39), whatever their case.
func alike(a, b string) bool {
	return skeleton(a) == skeleton(b) || skeleton(strings.ToLower(a)) == skeleton(strings.ToLower(b))
}

func skeleton(name string) string {
	return strings.ToLower(confusables.Skeleton(norm.NFKC.String(name)))
}
