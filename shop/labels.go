package shop

import (
	"context"
	"io"
	"net/url"

	"brankel/paper"
	"brankel/postgres"
)

// Labels prints a label for each machine and each of its cables, of one machine where it is named; base is where phones find
// this Brankel. Each opens what is to be done there.
func (s *Shop) Labels(ctx context.Context, machine, base, size string, w io.Writer) error {
	floor, err := s.floor(ctx)
	if err != nil {
		return err
	}
	var list []paper.Label
	for _, m := range floor.Machines {
		if machine != "" && m.ID != machine {
			continue
		}
		to := base + "/at/" + url.PathEscape(m.ID)
		list = append(list, paper.Label{Name: m.Name, Line: m.Note, Link: to})
		for _, c := range m.Cables {
			list = append(list, paper.Label{Name: m.Name, Line: c.Name, Link: to + "/" + url.PathEscape(c.ID)})
		}
	}
	if machine != "" && len(list) == 0 {
		return postgres.ErrNotFound
	}
	return paper.Labels(list, size, s.Now(), w)
}
