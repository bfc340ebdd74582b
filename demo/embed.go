// Package demo is the demo workshop as open-format files.
package demo

import "embed"

// Files is the folder as an import takes it.
//
//go:embed workshop.json sheets runs
var Files embed.FS
