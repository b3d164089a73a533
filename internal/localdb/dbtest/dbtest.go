// Package dbtest gives tests a real MariaDB of their own, thrown away afterwards.
package dbtest

import (
	"database/sql"
	"fmt"
	"maps"
	"os"
	"slices"
	"strings"
	"sync"
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

// template is a database that was filled once, as the statements that make another like it.
type template struct {
	once sync.Once
	sql  string
	err  error
}

var (
	templates   = map[string]*template{}
	templatesMu sync.Mutex
)

// Copy makes a database like the one that fill makes of an empty one, and returns its DSN. What is filled under one
// name is filled once in a package: schema and data are copied by the server from then on.
func Copy(t testing.TB, name string, fill func(dsn string) error) string {
	t.Helper()
	templatesMu.Lock()
	made := templates[name]
	if made == nil {
		made = &template{}
		templates[name] = made
	}
	templatesMu.Unlock()
	made.once.Do(func() {
		dsn := Fresh(t)
		if made.err = fill(dsn); made.err == nil {
			made.sql, made.err = statements(dsn)
		}
	})
	if made.err != nil {
		t.Fatalf("the database %q: %v", name, made.err)
	}
	dsn := Fresh(t)
	db, err := sql.Open("mysql", dsn+"&multiStatements=true")
	if err != nil {
		t.Fatal(err)
	}
	defer db.Close()
	if _, err := db.Exec(made.sql); err != nil {
		t.Fatalf("a copy of the database %q: %v", name, err)
	}
	return dsn
}

// statements make all tables of a database anew, in whatever database they are run, with their rows.
func statements(dsn string) (string, error) {
	db, err := sql.Open("mysql", dsn)
	if err != nil {
		return "", err
	}
	defer db.Close()
	var from string
	if err := db.QueryRow("SELECT DATABASE()").Scan(&from); err != nil {
		return "", err
	}
	columns := map[string][]string{}
	rows, err := db.Query(`SELECT c.table_name, c.column_name FROM information_schema.columns c
		JOIN information_schema.tables t ON t.table_schema = c.table_schema AND t.table_name = c.table_name
		WHERE c.table_schema = DATABASE() AND t.table_type = 'BASE TABLE' AND c.is_generated = 'NEVER'
		ORDER BY c.table_name, c.ordinal_position`)
	if err != nil {
		return "", err
	}
	defer rows.Close()
	for rows.Next() {
		var table, column string
		if err := rows.Scan(&table, &column); err != nil {
			return "", err
		}
		columns[table] = append(columns[table], "`"+column+"`")
	}
	if err := rows.Err(); err != nil {
		return "", err
	}
	out := []string{"SET FOREIGN_KEY_CHECKS = 0"}
	for _, table := range slices.Sorted(maps.Keys(columns)) {
		var name, create string
		if err := db.QueryRow("SHOW CREATE TABLE `"+table+"`").Scan(&name, &create); err != nil {
			return "", err
		}
		names := strings.Join(columns[table], ", ")
		copied := fmt.Sprintf("INSERT INTO `%s` (%s) SELECT %s FROM `%s`.`%s`", table, names, names, from, table)
		out = append(out, create, copied)
	}
	return strings.Join(out, ";\n"), nil
}
