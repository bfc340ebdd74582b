package main

import (
	"bufio"
	"context"
	"errors"
	"fmt"
	"io"
	"os"
	"strings"
	"time"

	"github.com/spf13/cobra"

	"brankel/archive"
	"brankel/shop"
)

func exportCommand() *cobra.Command {
	return &cobra.Command{Use: "export FILE.tar | DIR | -", Short: "write the whole workshop, as a file, a folder, or to the standard output",
		Args: cobra.ExactArgs(1),
		RunE: does(func(c *cobra.Command, args []string) error {
			return withShop(c.Context(), func(ctx context.Context, s *shop.Shop) error { return export(ctx, c, s, args[0]) })
		})}
}

func export(ctx context.Context, c *cobra.Command, s *shop.Shop, to string) error {
	p := progress{out: c.ErrOrStderr(), tells: onTerminal(), began: time.Now()}
	defer p.end()
	told := func(done, all int) { p.tell(fmt.Sprintf("%d of %d rows", done, all)) }
	switch {
	case to == "-":
		out := bufio.NewWriterSize(c.OutOrStdout(), 1<<20)
		return errors.Join(s.Archive(ctx, archive.ToTar(out), told), out.Flush())
	case strings.HasSuffix(to, ".tar"):
		return exportFile(to, func(w io.Writer) error { return s.Archive(ctx, archive.ToTar(w), told) })
	}
	root, err := freshFolder(to)
	if err != nil {
		return err
	}
	defer root.Close()
	return s.Archive(ctx, archive.ToFolder(root), told)
}

// exportFile writes a file that has its name only once it is whole, and overwrites none.
func exportFile(name string, write func(w io.Writer) error) error {
	if _, err := os.Stat(name); err == nil {
		return fmt.Errorf("%s is there already: name another file, so that nothing is overwritten", name)
	}
	part := name + ".part"
	f, err := os.Create(part)
	if err != nil {
		return err
	}
	w := bufio.NewWriterSize(f, 1<<20)
	if err := errors.Join(write(w), w.Flush(), f.Sync(), f.Close()); err != nil {
		return errors.Join(err, os.Remove(part))
	}
	return os.Rename(part, name)
}

// freshFolder is a folder that is empty or not there yet; whatever a sheet is called, nothing is written outside.
func freshFolder(dir string) (*os.Root, error) {
	if found, err := os.ReadDir(dir); err == nil && len(found) > 0 {
		return nil, fmt.Errorf("%s is not empty: name a new folder, so that nothing is overwritten", dir)
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, err
	}
	return os.OpenRoot(dir)
}

// archived opens what is named when it is an archive: a file, a folder that has its first entry, or the standard input; nil
// when it is neither.
func archived(c *cobra.Command, from string) (r *archive.Reader, closes func() error, err error) {
	if from == "-" {
		return archive.FromTar(bufio.NewReader(c.InOrStdin())), func() error { return nil }, nil
	}
	info, err := os.Stat(from)
	if err != nil {
		return nil, nil, fmt.Errorf("there is no %s: name an archive, or the folder that holds workshop.json, sheets and runs", from)
	}
	if !info.IsDir() {
		f, err := os.Open(from)
		if err != nil {
			return nil, nil, err
		}
		return archive.FromTar(bufio.NewReaderSize(f, 1<<20)), f.Close, nil
	}
	root, err := os.OpenRoot(from)
	if err != nil {
		return nil, nil, err
	}
	if _, err := root.Stat(archive.First); err != nil {
		return nil, nil, root.Close()
	}
	r, err = archive.FromFolder(root)
	return r, root.Close, err
}

func loadArchive(ctx context.Context, c *cobra.Command, s *shop.Shop, r *archive.Reader) error {
	p := progress{out: c.ErrOrStderr(), tells: onTerminal(), began: time.Now()}
	defer p.end()
	v, err := s.Load(ctx, r, func(done int) { p.tell(fmt.Sprintf("%d rows", done)) })
	if err != nil {
		return err
	}
	p.end()
	fmt.Fprintf(c.OutOrStdout(), "%s\nPasswords and PINs do not travel: who opens the workshop first sets the lead's.\n", whole(v))
	return nil
}

// progress is a line that is written again as work goes on, on a terminal only.
type progress struct {
	out   io.Writer
	tells bool
	began time.Time
	last  time.Time
	said  bool
}

func onTerminal() bool {
	info, err := os.Stderr.Stat()
	return err == nil && info.Mode()&os.ModeCharDevice != 0
}

func (p *progress) tell(says string) {
	if !p.tells || time.Since(p.last) < 200*time.Millisecond {
		return
	}
	p.last, p.said = time.Now(), true
	fmt.Fprintf(p.out, "\r%s, %s ", says, time.Since(p.began).Round(time.Second))
}

func (p *progress) end() {
	if p.said {
		fmt.Fprintln(p.out)
	}
	p.said = false
}
