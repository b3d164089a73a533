package store

import (
	"database/sql"
	"time"
)

// Pointer is a number that may be missing; nil where it is.
func Pointer(f sql.NullFloat64) *float64 {
	if !f.Valid {
		return nil
	}
	return &f.Float64
}

// NullFloat is a column for a number that may be missing.
func NullFloat(f *float64) sql.NullFloat64 {
	if f == nil {
		return sql.NullFloat64{}
	}
	return sql.NullFloat64{Float64: *f, Valid: true}
}

// NullTime is a column for a moment, in UTC; NULL for the zero one.
func NullTime(t time.Time) sql.NullTime { return sql.NullTime{Time: t.UTC(), Valid: !t.IsZero()} }

// NullID is a column for an id; NULL for 0.
func NullID(id int64) sql.NullInt64 { return sql.NullInt64{Int64: id, Valid: id != 0} }
