package house

import (
	"crypto/rand"
	"encoding/base64"
	"regexp"
)

// IsToken is the form of what newToken makes: nothing else is even looked up.
var IsToken = regexp.MustCompile(`^[A-Za-z0-9_-]{43}$`)

// NewToken is 256 random bits.
func NewToken() string {
	var b [32]byte
	_, _ = rand.Read(b[:]) // never fails
	return base64.RawURLEncoding.EncodeToString(b[:])
}
