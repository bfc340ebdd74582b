package quantity

import (
	"regexp"
	"strconv"
	"strings"
)

// joint stands where a vulgar fraction was glued to what is before it.
const joint = "\x00"

var vulgar = strings.NewReplacer(
	"¼", joint+"1/4", "½", joint+"1/2", "¾", joint+"3/4", "⅓", joint+"1/3", "⅔", joint+"2/3",
	"⅕", joint+"1/5", "⅖", joint+"2/5", "⅗", joint+"3/5", "⅘", joint+"4/5", "⅙", joint+"1/6", "⅚", joint+"5/6",
	"⅐", joint+"1/7", "⅛", joint+"1/8", "⅜", joint+"3/8", "⅝", joint+"5/8",
	"⅞", joint+"7/8", "⅑", joint+"1/9", "⅒", joint+"1/10",
)

var (
	decimal   = regexp.MustCompile(`^(?:\d+(?:[.,]\d+)?|[.,]\d+)$`)
	ambiguous = regexp.MustCompile(`^(?:[1-9]\d*)?,\d{3}$`)
	grouped   = regexp.MustCompile(`^\d+(?:[.,]\d+){2,}$`)
	fraction  = regexp.MustCompile(`^(\d+)/(\d+)$`)
	mixed     = regexp.MustCompile(`^(\d+)[ -](\d+)/(\d+)$`)
	spread    = regexp.MustCompile(`^[\d.,/ ]+[-–—] ?-?[\d.,/ ]+$`)
	twoNumber = regexp.MustCompile(`^[\d.,/]+ [\d.,/ ]+$`)
)

// parseNumber reads an unmarked number with an optional leading minus.
func parseNumber(s string) (float64, error) {
	plain := strings.ReplaceAll(vulgar.Replace(s), "-"+joint, "-")
	body, negative := strings.CutPrefix(strings.TrimSpace(strings.ReplaceAll(plain, joint, " ")), "-")
	v, err := parseUnsigned(strings.Join(strings.Fields(body), " "))
	if negative {
		v = -v
	}
	return v, err
}

func parseUnsigned(s string) (float64, error) {
	switch {
	case ambiguous.MatchString(s):
		return 0, refuse("%s could mean thousands or decimals: write %s or %s",
			s, strings.Replace(s, ",", "", 1), strings.Replace(s, ",", ".", 1))
	case decimal.MatchString(s):
		v, err := strconv.ParseFloat(strings.Replace(s, ",", ".", 1), 64)
		if err != nil {
			return 0, refuse("%q is too large to be a measurement", shorten(s))
		}
		return v, nil
	case grouped.MatchString(s):
		return 0, refuse("write the number without marks between thousands")
	}
	if m := fraction.FindStringSubmatch(s); m != nil {
		return ratio(m[1], m[2])
	}
	if m := mixed.FindStringSubmatch(s); m != nil {
		return parseMixed(m[1], m[2], m[3])
	}
	switch {
	case spread.MatchString(s):
		return 0, refuse("%s is a range: write one number, what the gauge showed", shorten(s))
	case twoNumber.MatchString(s):
		return 0, refuse("%q is more than one number: write one, such as 6 3/16 or 6.1875", shorten(s))
	}
	return 0, refuse("%q is not a number: write one such as 12.5 or 6 3/16", shorten(s))
}

func parseMixed(whole, top, bottom string) (float64, error) {
	f, err := ratio(top, bottom)
	if err != nil {
		return 0, err
	}
	if f >= 1 {
		return 0, refuse("the fraction of a mixed number is below one: write %s/%s alone, or the whole and what is left", top, bottom)
	}
	w, err := strconv.ParseFloat(whole, 64)
	if err != nil {
		return 0, refuse("%q is too large to be a measurement", shorten(whole))
	}
	return w + f, nil
}

func ratio(top, bottom string) (float64, error) {
	a, errA := strconv.ParseFloat(top, 64)
	b, errB := strconv.ParseFloat(bottom, 64)
	if errA != nil || errB != nil {
		return 0, refuse("%s/%s is too large to be a measurement", shorten(top), shorten(bottom))
	}
	if b == 0 {
		return 0, refuse("nothing can be divided by 0: write the fraction as on the tape, such as 3/16")
	}
	return a / b, nil
}
