package photo

// mostScans is in how many scans a JPEG may lay its picture on: cameras use one, the finest
// progressive ones a dozen. Each costs a walk over the whole picture, however few bytes it has.
const mostScans = 64

// The markers of a JPEG that are looked for (ITU-T T.81, table B.1).
const (
	markFill        = 0xff
	markProgressive = 0xc2
	markRestart     = 0xd0 // to 0xd7
	markStart       = 0xd8
	markEnd         = 0xd9
	markScan        = 0xda
)

// scansOf counts the scans of a JPEG and tells whether it is progressive, by its markers alone. It
// stops when there are more than it needs to know.
func scansOf(raw []byte) (scans int, progressive bool) {
	for i := 0; i+1 < len(raw) && scans <= mostScans; {
		mark := raw[i+1]
		switch {
		case raw[i] != markFill || mark == 0 || mark >= markRestart && mark <= markStart || mark == markFill:
			i++ // picture data, or a marker that stands alone
			continue
		case mark == markEnd:
			return scans, progressive
		case mark == markScan:
			scans++
		case mark == markProgressive:
			progressive = true
		}
		if i+3 >= len(raw) {
			break
		}
		i += 2 + int(raw[i+2])<<8 + int(raw[i+3]) // its length counts itself, not the marker
	}
	return scans, progressive
}
