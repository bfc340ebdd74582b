package web

import (
	"maps"
	"net"
	"net/http"
	"slices"
	"strings"
)

// Hosts serves several workshops, each under a host name of its own. A name that is no workshop's is told nothing of the others;
// but whether the servers answer may be asked under any, as what stands before them does.
func Hosts(of map[string]http.Handler) http.Handler {
	names := slices.Sorted(maps.Keys(of))
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if h, ok := of[hostOf(r.Host)]; ok {
			h.ServeHTTP(w, r)
			return
		}
		if len(names) > 0 && (r.URL.Path == "/healthz" || r.URL.Path == "/readyz") {
			of[names[0]].ServeHTTP(w, r)
			return
		}
		http.Error(w, "no workshop is served under this name: look at the address", http.StatusMisdirectedRequest)
	})
}

// hostOf is a host name as it is compared: without a port, in small letters.
func hostOf(host string) string {
	if name, _, err := net.SplitHostPort(host); err == nil {
		host = name
	}
	return strings.ToLower(strings.TrimSuffix(host, "."))
}
