package record_test

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"brankel/rigging/run/record"
)

func TestWhatTheLogTookOutIsKnownByItsNumber(t *testing.T) {
	log := []record.Swapped{
		{On: "2021-05-01", Was: "Ostley Q2, 1122", Now: "Ostley Q2, 2310"},
		{On: "2022-05-01", Was: "Ostley Q2, 2310", Now: "on loan, K-0877B"},
		{On: "2023-05-01", Was: "on loan (K-0877B)", Now: "Ostley Q2, 2310"},
	}
	for plate, gone := range map[string]string{"1122": "2021-05-01", " qd-1122 ": "2021-05-01", "K-0877B": "2023-05-01",
		"2310": "", "0877": "", "2": "", "rusty": "", "": ""} {
		out := record.TookOut(log, plate)
		if assert.Equal(t, gone == "", out == nil, plate) && out != nil {
			assert.Equal(t, gone, out.On, plate)
		}
	}
}
