// Package dbtest gives tests a real MariaDB of their own, thrown away afterwards.
package dbtest

import (
	"database/sql"
	"fmt"
	"os"
	"sync/atomic"
	"testing"

	"firmitas/internal/localdb"
)

// Server is shared by the tests of one package; Run sets it.
var Server *localdb.Server

var made atomic.Int64

// Run starts the server, runs the tests and leaves nothing behind. Call it from TestMain.
func Run(m *testing.M) {
	os.Exit(func() int {
		dir, err := os.MkdirTemp("", "firmitas-test-")
		if err != nil {
			panic(err)
		}
		defer os.RemoveAll(dir)
		if Server, err = localdb.Start(dir, true); err != nil {
			panic(err)
		}
		defer Server.Stop()
		return m.Run()
	}())
}

// Fresh makes an empty database and returns its DSN.
func Fresh(t testing.TB) string {
	t.Helper()
	name := fmt.Sprintf("test_%d", made.Add(1))
	db, err := sql.Open("mysql", Server.DSN(""))
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.Exec("CREATE DATABASE " + name + " CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci"); err != nil {
		t.Fatal(err)
	}
	return Server.DSN(name)
}
