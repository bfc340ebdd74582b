package workshop

// Thin is a flat thing that was measured once and now serves as a feeler.
type Thin struct {
	Name      string  `json:"name"`
	Thickness float64 `json:"thickness"` // mm
}

// Table is the table of a tension gauge or the chart of a sheet, as it was pasted.
type Table struct {
	Name string `json:"name"`
	Text string `json:"text"` // a pair of numbers a line
	// Gauge tells that it belongs to a gauge, and is changed and forgotten there.
	Gauge bool `json:"gauge,omitempty"`
}
