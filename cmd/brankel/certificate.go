package main

import (
	"crypto/tls"
	"fmt"
	"os"
	"sync"
	"time"
)

// certificate is a certificate in two files, read again when they were renewed.
type certificate struct {
	cert, key string

	mu    sync.Mutex
	now   *tls.Certificate
	stamp [2]time.Time
	asked time.Time
}

// renewedEvery is how often the files are looked at, at the most; a variable for the tests.
var renewedEvery = 10 * time.Second

// newCertificate reads the files of BRANKEL_TLS_CERT and BRANKEL_TLS_KEY; nil where neither is set.
func newCertificate(cert, key string) (*certificate, error) {
	if cert == "" && key == "" {
		return nil, nil
	}
	if cert == "" || key == "" {
		return nil, fmt.Errorf("set both BRANKEL_TLS_CERT and BRANKEL_TLS_KEY, to files in PEM form, or neither")
	}
	c := &certificate{cert: cert, key: key}
	if err := c.read(); err != nil {
		return nil, fmt.Errorf("BRANKEL_TLS_CERT and BRANKEL_TLS_KEY: %w", err)
	}
	return c, nil
}

func (c *certificate) stamps() (out [2]time.Time, err error) {
	for i, name := range []string{c.cert, c.key} {
		info, err := os.Stat(name)
		if err != nil {
			return out, err
		}
		out[i] = info.ModTime()
	}
	return out, nil
}

func (c *certificate) read() error {
	stamp, err := c.stamps()
	if err != nil || c.now != nil && stamp == c.stamp {
		return err
	}
	pair, err := tls.LoadX509KeyPair(c.cert, c.key)
	if err == nil {
		c.now, c.stamp = &pair, stamp
	}
	return err
}

// get gives the certificate for a connection. One that is renewed only half, or wrongly, is
// looked at again later: until then the one there was stays.
func (c *certificate) get(*tls.ClientHelloInfo) (*tls.Certificate, error) {
	c.mu.Lock()
	defer c.mu.Unlock()
	if time.Since(c.asked) >= renewedEvery {
		c.asked = time.Now()
		if err := c.read(); err != nil {
			fmt.Fprintln(os.Stderr, "brankel: the renewed certificate is not used yet:", err)
		}
	}
	return c.now, nil
}
