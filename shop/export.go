package shop

import (
	"context"
	"encoding/json"
	"path"
)

// Export writes the floor and the newest revision of every sheet in the open
// formats, as Import takes them: name is the path below the folder. Runs leave with an
// Archive only, where their hash chains are.
func (s *Shop) Export(ctx context.Context, write func(name string, raw []byte) error) error {
	floor, err := s.Store.Floor(ctx)
	if err != nil {
		return err
	}
	if floor.Thin, err = s.Store.ThinThings(ctx); err != nil {
		return err
	}
	if floor.Tables, err = s.Store.Tables(ctx); err != nil {
		return err
	}
	for i := range floor.People {
		floor.People[i].PIN = false // who may sign in how is told by each database
	}
	for i := range floor.Machines {
		floor.Machines[i].Version = 0 // counted here, and nowhere else
	}
	raw, err := json.MarshalIndent(floor, "", "  ")
	if err != nil {
		return err
	}
	if err := write("workshop.json", append(raw, '\n')); err != nil {
		return err
	}
	heads, err := s.Store.Heads(ctx)
	if err != nil {
		return err
	}
	for _, h := range heads {
		one, err := s.Store.Sheet(ctx, h.Hash)
		if err != nil {
			return err
		}
		if err := write(path.Join("sheets", one.ID+".json"), one.JSON()); err != nil {
			return err
		}
	}
	files, err := s.TroubleFiles(ctx)
	if err != nil {
		return err
	}
	for _, f := range files {
		if err := write(path.Join("trouble", f.Name+".json"), []byte(f.Text+"\n")); err != nil {
			return err
		}
	}
	return nil
}
