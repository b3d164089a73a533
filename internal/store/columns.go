package store

import (
	"reflect"
	"slices"
	"strings"
)

// columns names the columns of a row type by its db tags, behind a table's alias if one is given. Queries name their
// columns, so that an older copy of the program survives a column that a newer one has added.
func columns[T any](alias string, without ...string) string {
	row := reflect.TypeFor[T]()
	var names []string
	for i := range row.NumField() {
		name := row.Field(i).Tag.Get("db")
		if name == "" || name == "-" || slices.Contains(without, name) {
			continue
		}
		if alias != "" {
			name = alias + "." + name
		}
		names = append(names, name)
	}
	return strings.Join(names, ", ")
}

// insert builds an INSERT of named columns, given as "a, b, c".
func insert(table, names string) string {
	return "INSERT INTO " + table + " (" + names + ") VALUES (:" + strings.ReplaceAll(names, ", ", ", :") + ")"
}

// assign is the assignments of an UPDATE of named columns.
func assign(names string) string {
	var out []string
	for name := range strings.SplitSeq(names, ", ") {
		out = append(out, name+" = :"+name)
	}
	return strings.Join(out, ", ")
}

// set is the SET part of an UPDATE of named columns that counts the version up.
func set(names string) string { return " SET " + assign(names) + ", version = version + 1 " }

// mine are the conditions that every change of a row by its version stands under.
const mine = "WHERE workshop_id = :workshop_id AND id = :id AND version = :version"
