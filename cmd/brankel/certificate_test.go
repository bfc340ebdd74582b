package main

import (
	"crypto/ecdsa"
	"crypto/elliptic"
	"crypto/rand"
	"crypto/x509"
	"crypto/x509/pkix"
	"encoding/pem"
	"math/big"
	"net"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"brankel/web"
)

// issue writes a certificate of a number, and its key.
func issue(t *testing.T, number int64, cert, key string) {
	private, err := ecdsa.GenerateKey(elliptic.P256(), rand.Reader)
	require.NoError(t, err)
	of := &x509.Certificate{SerialNumber: big.NewInt(number), Subject: pkix.Name{CommonName: "shop"}, NotAfter: time.Now().Add(time.Hour)}
	raw, err := x509.CreateCertificate(rand.Reader, of, of, &private.PublicKey, private)
	require.NoError(t, err)
	rawKey, err := x509.MarshalECPrivateKey(private)
	require.NoError(t, err)
	put := func(name, kind string, raw []byte) {
		require.NoError(t, os.WriteFile(name, pem.EncodeToMemory(&pem.Block{Type: kind, Bytes: raw}), 0o600))
		require.NoError(t, os.Chtimes(name, time.Now(), time.Now().Add(time.Duration(number)*time.Second)))
	}
	put(cert, "CERTIFICATE", raw)
	put(key, "EC PRIVATE KEY", rawKey)
}

func TestACertificateIsRenewedWithoutARestart(t *testing.T) {
	was := renewedEvery
	renewedEvery = 0
	t.Cleanup(func() { renewedEvery = was })
	dir := t.TempDir()
	cert, key, other := filepath.Join(dir, "cert.pem"), filepath.Join(dir, "key.pem"), filepath.Join(dir, "other.pem")
	issue(t, 1, cert, key)
	c, err := newCertificate(cert, key)
	require.NoError(t, err)
	number := func() int64 {
		now, err := c.get(nil)
		require.NoError(t, err)
		return now.Leaf.SerialNumber.Int64()
	}
	assert.EqualValues(t, 1, number())
	issue(t, 2, cert, key)
	assert.EqualValues(t, 2, number())
	issue(t, 3, cert, other) // its key is not there yet
	assert.EqualValues(t, 2, number(), "renewed half: the one there was stays")
	require.NoError(t, os.Rename(other, key))
	assert.EqualValues(t, 3, number())

	for _, wrong := range [][2]string{{cert, ""}, {"", key}, {cert, filepath.Join(dir, "none")}, {key, cert}} {
		_, err := newCertificate(wrong[0], wrong[1])
		assert.ErrorContains(t, err, "BRANKEL_TLS_")
	}
	c, err = newCertificate("", "")
	require.NoError(t, err)
	assert.Nil(t, c, "plain HTTP")
}

func TestTheAddressAPhoneFinds(t *testing.T) {
	for text, want := range map[string]string{
		"":                          "",
		"http://192.168.1.20:8787/": "http://192.168.1.20:8787", " https://shop.example ": "https://shop.example"} {
		got, err := web.Address(text)
		require.NoError(t, err)
		assert.Equal(t, want, got)
	}
	for _, text := range []string{"192.168.1.20", "ftp://shop", "http://", "http://shop/path", "http://a@shop"} {
		_, err := web.Address(text)
		assert.ErrorContains(t, err, "such as http://", text)
	}
}

func TestWhereAPhoneFindsAServerThatListens(t *testing.T) {
	for _, one := range []struct{ at, url, only string }{
		{"192.168.1.20:8787", "http://192.168.1.20:8787", ""},
		{"127.0.0.1:8787", "http://127.0.0.1:8787", "of this machine only"},
		{"[::1]:8787", "http://[::1]:8787", "of this machine only"},
	} {
		at, err := net.ResolveTCPAddr("tcp", one.at)
		require.NoError(t, err)
		url, only := web.Listening("http", at)
		assert.Equal(t, one.url, url)
		if one.only == "" {
			assert.Empty(t, only)
		}
		assert.Contains(t, only, one.only)
	}
	url, only := web.Listening("https", &net.TCPAddr{IP: net.IPv4zero, Port: 8787})
	assert.NotContains(t, url, "0.0.0.0")
	assert.True(t, only == "" || strings.Contains(only, "network"), "at all of them: one of this machine's own, or why none")
}
