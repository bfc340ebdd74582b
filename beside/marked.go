package beside

import (
	"encoding/json"
	"io/fs"
)

// marked are the demo's files with a workshop whose name says what it is, so that whatever is printed there says so too.
type marked struct{ fs.FS }

const floorFile = "workshop.json"

// ReadFile gives a file, the floor under its other name.
func (m marked) ReadFile(name string) ([]byte, error) {
	raw, err := fs.ReadFile(m.FS, name)
	if err != nil || name != floorFile {
		return raw, err
	}
	var floor map[string]json.RawMessage
	var called string
	if err := json.Unmarshal(raw, &floor); err != nil {
		return nil, err
	}
	if err := json.Unmarshal(floor["name"], &called); err != nil {
		return nil, err
	}
	if floor["name"], err = json.Marshal(called + ", demo workshop"); err != nil {
		return nil, err
	}
	return json.Marshal(floor)
}

// PIN is everybody's in the demo workshop beside: there is nothing to guard, and whoever looks around wants to be the
// inspector too.
const PIN = "2468"

func onePIN(accounts []byte) []byte {
	var list []map[string]string
	if err := json.Unmarshal(accounts, &list); err != nil {
		panic(err) // the file is ours
	}
	for _, a := range list {
		a["pin"] = PIN
	}
	raw, err := json.Marshal(list)
	if err != nil {
		panic(err)
	}
	return raw
}
