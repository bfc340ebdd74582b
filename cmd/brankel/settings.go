package main

import (
	"fmt"
	"io"
	"net"
	"os"
	"regexp"
	"slices"
	"strings"
	"time"

	"github.com/agnivade/levenshtein"
	"github.com/spf13/cobra"

	"brankel/web"
)

// setting is one thing that may be set in the environment.
type setting struct{ name, usual, says string }

var settings = []setting{
	{"BRANKEL_DATABASE_URL", "", "the PostgreSQL database; several machines between commas with target_session_attrs=read-write"},
	{"BRANKEL_WORKSHOPS", "", "several workshops on that database: HOST=SCHEMA between spaces, each served under its host name"},
	{"BRANKEL_WORKSHOP", "", "the schema of the one that commands are about, where there are several"},
	{"BRANKEL_CONNECTIONS", "", "the most connections to the database, over all workshops; 16 for one"},
	{"BRANKEL_ADDR", "127.0.0.1:8787", "where it listens"},
	{"BRANKEL_URL", "", "the address other devices find it at"},
	{"BRANKEL_TLS_CERT", "", "a certificate, as a file: it then speaks HTTPS"},
	{"BRANKEL_TLS_KEY", "", "its key, as a file"},
	{"BRANKEL_PROXY", "", "addresses of the proxies that are trusted to say who asks"},
	{"BRANKEL_IDLE", "15m", "after so long without a touch a device asks for the PIN"},
	{"BRANKEL_DEMO_ADDR", "", "where the demo workshop beside an own floor listens"},
	{"BRANKEL_DEMO_URL", "", "the address browsers find that one at"},
	{"BRANKEL_GAUGES", "", "where gauges come in, such as 127.0.0.1:8790"},
	{"BRANKEL_GAUGE_FILES", "", "serial devices of gauges"},
	{"BRANKEL_LOG", "warn", "what is logged: error, warn, info (each request) or debug"},
	{"BRANKEL_LOG_FORMAT", "text", "text or json"},
	{"BRANKEL_METRICS", "", "where metrics are read, such as 127.0.0.1:9187; nowhere unless set"},
	{"BRANKEL_PIDFILE", "", "a file to leave process and address in"},
}

// elsewhere are those that scripts and tests read, not the server.
var elsewhere = []string{"BRANKEL_HOME", "BRANKEL_DEMO", "BRANKEL_TEST_DATABASE_URL", "BRANKEL_RIGS"}

// set is what a setting has now. Nobody reads one that is not in the list: `brankel config` shows all that count.
func set(name string) string {
	at := slices.IndexFunc(settings, func(s setting) bool { return s.name == name })
	if at < 0 {
		panic("no setting " + name)
	}
	if text := os.Getenv(name); text != "" {
		return text
	}
	return settings[at].usual
}

// idleOf reads after how long a device locks.
func idleOf(text string) (time.Duration, error) {
	idle, err := time.ParseDuration(text)
	if err != nil || idle <= 0 {
		return 0, fmt.Errorf("BRANKEL_IDLE is %q: write how long a device may lie idle before it locks, such as 15m", text)
	}
	return idle, nil
}

// unread are settings that nothing reads, each with what may have been meant.
func unread(environment []string) (out []string) {
	for _, one := range environment {
		name, _, _ := strings.Cut(one, "=")
		known := slices.ContainsFunc(settings, func(s setting) bool { return s.name == name }) || slices.Contains(elsewhere, name)
		if !strings.HasPrefix(name, "BRANKEL_") || known {
			continue
		}
		says := name + " is set, and nothing reads it"
		nearest := slices.MinFunc(settings, func(a, b setting) int {
			return levenshtein.ComputeDistance(a.name, name) - levenshtein.ComputeDistance(b.name, name)
		})
		if levenshtein.ComputeDistance(nearest.name, name) <= 3 {
			says += ": is it " + nearest.name + "?"
		}
		out = append(out, says)
	}
	return out
}

// secrets are passwords in an address of a database, whichever way it is written.
var secrets = []*regexp.Regexp{regexp.MustCompile(`(://[^:/@]*:).*(@)`), regexp.MustCompile(`(?i)(password=)[^&\s]*()`)}

// shown is a setting as it may be shown: without a password.
func shown(text string) string {
	for _, one := range secrets {
		text = one.ReplaceAllString(text, "${1}xxxxx${2}")
	}
	return text
}

// config prints what is in force.
func config(out io.Writer) error {
	var wrong []error
	check := func(err error) {
		if err != nil {
			wrong = append(wrong, err)
		}
	}
	_, err := idleOf(set("BRANKEL_IDLE"))
	check(err)
	_, err = proxiesOf(set("BRANKEL_PROXY"))
	check(err)
	_, err = web.Address(set("BRANKEL_URL"))
	check(err)
	_, err = workshopsOf(set("BRANKEL_WORKSHOPS"))
	check(err)
	_, err = loggerOf(io.Discard, set("BRANKEL_LOG"), set("BRANKEL_LOG_FORMAT"))
	check(err)
	_, _, err = net.SplitHostPort(set("BRANKEL_ADDR"))
	check(err)
	for _, s := range settings {
		from := "not set"
		switch {
		case os.Getenv(s.name) != "":
			from = "environment"
		case s.usual != "":
			from = "as usual"
		}
		fmt.Fprintf(out, "%-22s %-12s %s\n%-22s %-12s (%s)\n", s.name, from, shown(set(s.name)), "", "", s.says)
	}
	for _, says := range unread(os.Environ()) {
		fmt.Fprintln(out, says)
	}
	for _, err := range wrong {
		fmt.Fprintln(out, "WRONG:", err)
	}
	if len(wrong) > 0 {
		return errInput
	}
	return nil
}

func configCommand() *cobra.Command {
	return &cobra.Command{Use: "config", Short: "print what is in force and from where, and what of it is wrong", Args: cobra.NoArgs,
		RunE: does(func(c *cobra.Command, _ []string) error { return config(c.OutOrStdout()) })}
}
