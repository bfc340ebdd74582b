// Command mutants changes a package in small ways drawn by lot, one at a time, and tells which changes its tests do not
// see: a measure of the tests where trying every change would take a night.
//
//	mutants -n 40 -seed 1 PACKAGE TESTS...
//
// TESTS are packages, each with :NAME for those of its tests that are called so; the quick ones first spare time.
// A change is killed when the tests fail or take ten times as long as they did without it.
package main

import (
	"encoding/json"
	"flag"
	"fmt"
	"go/ast"
	"go/parser"
	"go/token"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strconv"
	"strings"
	"time"
)

// mutant is one change: text from an offset on is another.
type mutant struct {
	file     string
	at       token.Position
	from, to string
}

// others are what an operator is changed to.
var others = map[token.Token]token.Token{
	token.LSS: token.LEQ, token.LEQ: token.LSS, token.GTR: token.GEQ, token.GEQ: token.GTR,
	token.EQL: token.NEQ, token.NEQ: token.EQL, token.LAND: token.LOR, token.LOR: token.LAND,
	token.ADD: token.SUB, token.SUB: token.ADD, token.MUL: token.QUO, token.QUO: token.MUL,
}

func main() {
	n := flag.Int("n", 40, "how many changes")
	seed := flag.Uint64("seed", 1, "of the lot")
	flag.Parse()
	if flag.NArg() < 2 {
		stop(fmt.Errorf("write a package, and the packages whose tests are to see what changes in it"))
	}
	all, err := mutants(flag.Arg(0))
	stop(err)
	rand.New(rand.NewPCG(*seed, 0)).Shuffle(len(all), func(i, j int) { all[i], all[j] = all[j], all[i] })
	dir, err := os.MkdirTemp("", "mutants")
	stop(err)
	defer os.RemoveAll(dir)
	tests := flag.Args()[1:]
	begun := time.Now()
	if out, err := run(tests, "", time.Hour); err != nil {
		stop(fmt.Errorf("the tests fail without any change:\n%s", out))
	}
	patience := 10*time.Since(begun) + time.Minute
	killed, tried := 0, 0
	for _, m := range all {
		if tried == *n {
			break
		}
		overlay, err := m.overlay(dir)
		stop(err)
		out, err := run(tests, overlay, patience)
		if strings.Contains(string(out), "[build failed]") || strings.Contains(string(out), "[setup failed]") {
			continue // no change that compiles
		}
		tried++
		if err != nil {
			killed++
			continue
		}
		fmt.Printf("LIVED %s:%d:%d %s is %s\n", m.file, m.at.Line, m.at.Column, m.from, m.to)
	}
	fmt.Printf("%s: %d of %d killed, drawn of %d\n", flag.Arg(0), killed, tried, len(all))
}

// mutants are all changes of a package's code.
func mutants(pkg string) (out []mutant, err error) {
	files, err := filepath.Glob(filepath.Join(pkg, "*.go"))
	for _, file := range files {
		if strings.HasSuffix(file, "_test.go") {
			continue
		}
		set := token.NewFileSet()
		f, err := parser.ParseFile(set, file, nil, 0)
		if err != nil {
			return nil, err
		}
		add := func(p token.Pos, from, to string) { out = append(out, mutant{file, set.Position(p), from, to}) }
		ast.Inspect(f, func(n ast.Node) bool {
			switch n := n.(type) {
			case *ast.BinaryExpr:
				if to, ok := others[n.Op]; ok {
					add(n.OpPos, n.Op.String(), to.String())
				}
			case *ast.BasicLit:
				if v, err := strconv.Atoi(n.Value); n.Kind == token.INT && err == nil {
					to := 10 * v // sixty days are six hundred
					if v < 2 {
						to = v + 1
					}
					add(n.Pos(), n.Value, strconv.Itoa(to))
				}
			case *ast.IncDecStmt:
				add(n.TokPos, n.Tok.String(), map[token.Token]string{token.INC: "--", token.DEC: "++"}[n.Tok])
			case *ast.UnaryExpr:
				if n.Op == token.NOT {
					add(n.OpPos, "!", "")
				}
			case *ast.BranchStmt:
				if n.Label == nil && n.Tok == token.CONTINUE { // the rest is left out
					add(n.Pos(), "continue", "break")
				}
			case *ast.ImportSpec:
				return false
			}
			return true
		})
	}
	return out, err
}

// overlay writes the changed file and what has it read in the place of the file.
func (m mutant) overlay(dir string) (string, error) {
	raw, err := os.ReadFile(m.file)
	if err != nil {
		return "", err
	}
	at := m.at.Offset
	changed := string(raw[:at]) + m.to + string(raw[at+len(m.from):])
	instead, overlay := filepath.Join(dir, "changed.go"), filepath.Join(dir, "overlay.json")
	if err := os.WriteFile(instead, []byte(changed), 0o600); err != nil {
		return "", err
	}
	file, err := filepath.Abs(m.file)
	if err != nil {
		return "", err
	}
	list, err := json.Marshal(map[string]any{"Replace": map[string]string{file: instead}})
	if err != nil {
		return "", err
	}
	return overlay, os.WriteFile(overlay, list, 0o600)
}

// most is the memory that a test may take, for changes that make it grow without end.
const most = "ulimit -v 12000000"

// run runs the tests one package after another, and ends with the first that fails.
func run(tests []string, overlay string, patience time.Duration) (out []byte, err error) {
	for _, one := range tests {
		args := []string{"-c", most + `; exec go test "$@"`, "go", "-count=1", "-failfast", "-vet=off", "-timeout=" + patience.String()}
		if overlay != "" {
			args = append(args, "-overlay="+overlay)
		}
		pkg, name, some := strings.Cut(one, ":")
		if some {
			args = append(args, "-run="+name)
		}
		out, err = exec.Command("bash", append(args, pkg)...).CombinedOutput()
		if err != nil {
			return out, err
		}
	}
	return out, nil
}

func stop(err error) {
	if err != nil {
		fmt.Fprintln(os.Stderr, "mutants:", err)
		os.Exit(1)
	}
}
