package lead

// TestAsk is what the complaint was measured by, and what it was in words: the same test is done again.
type TestAsk struct {
	Name string `json:"name"`
	Was  string `json:"was"`
}

// tested is what the complaint was measured by, nil for nothing.
func (run *Lead) tested() *TestAsk {
	if run.Complaint == nil || run.Complaint.Test == nil {
		return nil
	}
	return &TestAsk{run.Complaint.Test.Name, run.Complaint.Test.Text}
}
