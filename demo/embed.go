// Package demo is the demo workshop as open-format files.
package demo

import "embed"

// Accounts are the passwords and PINs of the demo's people, which an import does
// not carry.
//
//go:embed accounts.json
var Accounts []byte

// Files is the folder as an import takes it.
//
//go:embed workshop.json sheets runs
var Files embed.FS
