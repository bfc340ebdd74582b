package record

import (
	"slices"

	"brankel/rigging/sheet"
)

// SettingOf is the setting that reads the point, nil when none does.
func (st State) SettingOf(point string) *sheet.Setting {
	if st.Sheet == nil {
		return nil
	}
	for i := range st.Sheet.Settings {
		if one := &st.Sheet.Settings[i]; slices.Contains(one.Points, point) || one.Then == point {
			return one
		}
	}
	return nil
}

// SettleOf is how a setting is settled before its readings count, nil when nothing is done.
func (st State) SettleOf(one *sheet.Setting, point string) *sheet.Settle {
	if one == nil {
		return nil
	}
	if one.Settle != nil {
		return one.Settle
	}
	if p := st.Sheet.Point(point); p != nil {
		return p.Settle
	}
	return nil
}

// SettledSince tells whether the setting was settled since its last move.
func (st State) SettledSince(one *sheet.Setting) bool {
	m := st.MovedIn(one)
	at, ok := st.Settles[one.ID]
	return ok && (m == nil || at > m.Epoch)
}
