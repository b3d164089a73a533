// Package table reads the tables that ship with the core.
package table

import (
	"bytes"
	"encoding/csv"
	"fmt"
)

// Read returns the lines of a CSV with a heading, each cell by the name of its column. It is an error of what is no
// CSV, or has no heading.
func Read(name string, file []byte) ([]map[string]string, error) {
	rows, err := csv.NewReader(bytes.NewReader(file)).ReadAll()
	if err != nil {
		return nil, fmt.Errorf("%s: %w", name, err)
	}
	if len(rows) == 0 {
		return nil, fmt.Errorf("%s has no heading", name)
	}
	var out []map[string]string
	for _, row := range rows[1:] {
		cell := make(map[string]string, len(row))
		for i, column := range rows[0] {
			cell[column] = row[i]
		}
		out = append(out, cell)
	}
	return out, nil
}

// Must is Read of a table of ours: a mistake in it is a mistake in the core.
func Must(name string, file []byte) []map[string]string {
	out, err := Read(name, file)
	if err != nil {
		panic(err)
	}
	return out
}
