// Package store keeps workshops, their shelves and pieces in MariaDB. Every query names its workshop and its columns;
// what a use case reads is one snapshot, what it writes one transaction, retried when the database asks for it.
package store

import (
	"cmp"
	"context"
	"database/sql"
	"database/sql/driver"
	"encoding/json"
	"fmt"
	"time"

	"github.com/go-sql-driver/mysql"
	"github.com/jmoiron/sqlx"
)

// Store is a pool of connections. It may be opened before the database is up.
type Store struct {
	db       *sqlx.DB
	photoDir string // where new photos are kept; "" = in the database
}

const (
	mostConnections = 16
	idleConnections = mostConnections // kept: a new one costs more than the query it is made for
	connectionLives = 5 * time.Minute
	dialTimeout     = 2 * time.Second
	queryTimeout    = 10 * time.Second
)

// Open prepares the pool; it does not connect. It errors when the DSN cannot be read.
func Open(dsn string) (*Store, error) {
	c, err := mysql.ParseDSN(dsn)
	if err != nil {
		return nil, fmt.Errorf("FIRMITAS_DATABASE_DSN: %w", err)
	}
	c.ParseTime, c.Loc = true, time.UTC
	c.Collation = "utf8mb4_unicode_ci"
	c.Params = map[string]string{"time_zone": "'+00:00'", "sql_mode": "'TRADITIONAL'"}
	c.ClientFoundRows = true                   // an update that changes nothing still finds its row
	c.InterpolateParams = true                 // one trip a query instead of three; the driver escapes what it puts in
	c.Timeout = cmp.Or(c.Timeout, dialTimeout) // as the DSN says, where it does
	c.ReadTimeout, c.WriteTimeout = cmp.Or(c.ReadTimeout, queryTimeout), cmp.Or(c.WriteTimeout, queryTimeout)
	connector, err := mysql.NewConnector(c)
	if err != nil {
		return nil, err
	}
	db := sqlx.NewDb(sql.OpenDB(connector), "mysql")
	db.SetMaxOpenConns(mostConnections)
	db.SetMaxIdleConns(idleConnections)
	db.SetConnMaxLifetime(connectionLives)
	return &Store{db: db}, nil
}

// Close ends the pool.
func (s *Store) Close() error { return s.db.Close() }

// Ping tells whether the database answers.
func (s *Store) Ping(ctx context.Context) error { return wrap(s.db.PingContext(ctx)) }

// queries are what a pool and a transaction have in common.
type queries interface {
	GetContext(ctx context.Context, into any, query string, args ...any) error
	SelectContext(ctx context.Context, into any, query string, args ...any) error
	ExecContext(ctx context.Context, query string, args ...any) (sql.Result, error)
	NamedExecContext(ctx context.Context, query string, arg any) (sql.Result, error)
	QueryxContext(ctx context.Context, query string, args ...any) (*sqlx.Rows, error)
}

type txKey struct{}
type writeKey struct{}

// q is the transaction that ctx stands in, or the pool.
func (s *Store) q(ctx context.Context) queries {
	if tx, within := ctx.Value(txKey{}).(*sqlx.Tx); within {
		return tx
	}
	return s.db
}

// Read runs a use case that only reads: all of it sees the database as it was at its first query. Within a transaction
// it is part of that.
func (s *Store) Read(ctx context.Context, do func(context.Context) error) error {
	if ctx.Value(txKey{}) != nil {
		return do(ctx)
	}
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return wrap(err)
	}
	defer tx.Rollback() //nolint:errcheck // nothing was written
	return do(context.WithValue(ctx, txKey{}, tx))
}

// Writing tells whether ctx stands in a transaction that may write.
func (s *Store) Writing(ctx context.Context) bool { return ctx.Value(writeKey{}) != nil }

// attempts at a transaction that another was in the way of.
const (
	attempts   = 6
	firstPause = 15 * time.Millisecond
)

// Write runs a use case as one transaction, again when the database says that another was in the way; so do may run
// more than once. Within a transaction it is part of that. It fails with ErrUnknown when the connection broke at the
// very end, and nobody can say whether it was saved; with any other error nothing was.
func (s *Store) Write(ctx context.Context, do func(context.Context) error) error {
	if ctx.Value(txKey{}) != nil {
		return do(ctx)
	}
	var err error
	for try := range attempts {
		if err = s.once(ctx, do); !inTheWay(err) {
			return err
		}
		select {
		case <-ctx.Done():
			return wrap(ctx.Err())
		case <-time.After(firstPause << try):
		}
	}
	return err
}

func (s *Store) once(ctx context.Context, do func(context.Context) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return wrap(err)
	}
	defer tx.Rollback() //nolint:errcheck // after a commit it does nothing
	within := context.WithValue(context.WithValue(ctx, txKey{}, tx), writeKey{}, true)
	if err := do(within); err != nil {
		return err
	}
	return atCommit(tx.Commit())
}

// JSON is a column that holds a value as JSON.
type JSON[T any] struct{ V T }

// Scan reads the column; NULL leaves the zero value.
func (j *JSON[T]) Scan(from any) error {
	if from == nil {
		return nil
	}
	data, ok := from.([]byte)
	if !ok {
		return fmt.Errorf("a JSON column gave %T", from)
	}
	return json.Unmarshal(data, &j.V)
}

// MarshalJSON and UnmarshalJSON leave no trace of the wrapping in JSON that holds such a column's value.
func (j JSON[T]) MarshalJSON() ([]byte, error) { return json.Marshal(j.V) }

// UnmarshalJSON reads the bare value.
func (j *JSON[T]) UnmarshalJSON(data []byte) error { return json.Unmarshal(data, &j.V) }

// Value writes the column, as text: interpolated bytes would carry the charset "binary".
func (j JSON[T]) Value() (driver.Value, error) {
	data, err := json.Marshal(j.V)
	return string(data), err
}
