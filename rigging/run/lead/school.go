package lead

import (
	"brankel/rigging/run/record"
	"brankel/rigging/run/spell"
	"brankel/rigging/sheet"
)

// openSchools are the schools to choose from while none is chosen.
func (run *Lead) openSchools() []sheet.School {
	if run.Pinned == nil || run.School != "" || len(run.Pinned.Schools) < 2 {
		return nil
	}
	return run.Pinned.Schools
}

// schoolName is the school that was chosen, "" for none.
func (run *Lead) schoolName() string {
	if run.Pinned == nil {
		return ""
	}
	for _, one := range run.Pinned.Schools {
		if one.ID == run.School {
			return one.Name
		}
	}
	return ""
}

// askSchool asks which way it is set; another than the manual's wants a reason.
func (run *Lead) askSchool() Advice {
	a := Advice{Do: DoDecide, Say: Say(Plain("Which way is it set?")), More: []string{}}
	for _, one := range run.openSchools() {
		label := spell.Upper(one.Name)
		if one.Manual {
			label += " (the manual’s)"
		}
		c := record.Choice{About: record.AboutSchool.Of(one.ID), Choice: record.ChoiceTake, Label: label, Argued: one.Manual}
		if !one.Manual {
			c.Reason = "why, if not the manual’s"
		}
		a.Choices = append(a.Choices, c)
		a.More = append(a.More, spell.Upper(one.Name)+": "+one.Says)
	}
	return a
}
