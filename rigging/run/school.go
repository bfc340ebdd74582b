package run

import "brankel/rigging/sheet"

// choices are the schools to choose from while none is chosen.
func (st State) choices() []sheet.School {
	if st.Pinned == nil || st.School != "" || len(st.Pinned.Schools) < 2 {
		return nil
	}
	return st.Pinned.Schools
}

// schoolName is the school that was chosen, "" for none.
func (st State) schoolName() string {
	if st.Pinned == nil {
		return ""
	}
	for _, one := range st.Pinned.Schools {
		if one.ID == st.School {
			return one.Name
		}
	}
	return ""
}

// askSchool asks which way it is set; another than the manual's wants a reason.
func (st State) askSchool() Advice {
	a := Advice{Do: DoDecide, Say: say(plain("Which way is it set?")), More: []string{}}
	for _, one := range st.choices() {
		label := upper(one.Name)
		if one.Manual {
			label += " (the manual’s)"
		}
		c := Choice{About: About{AboutSchool, one.ID}, Choice: ChoiceTake, Label: label, Argued: one.Manual}
		if !one.Manual {
			c.Reason = "why, if not the manual’s"
		}
		a.Choices = append(a.Choices, c)
		a.More = append(a.More, upper(one.Name)+": "+one.Says)
	}
	return a
}
