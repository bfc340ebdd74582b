// Package closed lists the words of closed lists: of types that know a few texts and no other.
package closed

// Words are the texts of a closed list, in its order; nil for none.
func Words[T ~string](list ...T) (out []string) {
	for _, w := range list {
		out = append(out, string(w))
	}
	return out
}
