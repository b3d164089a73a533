// Package store keeps workshops, their shelves and pieces in MariaDB. Every query names its workshop; every use case
// that writes is one transaction, retried when the database asks for it.
package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"embed"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"net"
	"time"

	"github.com/go-sql-driver/mysql"
	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

var (
	// ErrNotFound: no such row in this workshop.
	ErrNotFound = errors.New("not found")
	// ErrConflict: somebody saved a newer version meanwhile.
	ErrConflict = errors.New("changed meanwhile")
	// ErrUnavailable: the database cannot be reached, or went away. Nothing was saved.
	ErrUnavailable = errors.New("the database is not answering")
)

//go:embed migrations/*.sql
var migrations embed.FS

// Store is a pool of connections. It may be opened before the database is up.
type Store struct {
	db       *sqlx.DB
	photoDir string // where new photos are kept; "" = in the database
}

// Open prepares the pool; it does not connect. It errors when the DSN cannot be read.
func Open(dsn string) (*Store, error) {
	c, err := mysql.ParseDSN(dsn)
	if err != nil {
		return nil, fmt.Errorf("FIRMITAS_DATABASE_DSN: %w", err)
	}
	c.ParseTime, c.Loc = true, time.UTC
	c.Collation = "utf8mb4_unicode_ci"
	c.Params = map[string]string{"time_zone": "'+00:00'", "sql_mode": "'TRADITIONAL'"}
	c.ClientFoundRows = true // an update that changes nothing still finds its row
	c.Timeout, c.ReadTimeout, c.WriteTimeout = 2*time.Second, 10*time.Second, 10*time.Second
	connector, err := mysql.NewConnector(c)
	if err != nil {
		return nil, err
	}
	db := sqlx.NewDb(sql.OpenDB(connector), "mysql")
	db.SetMaxOpenConns(16)
	db.SetConnMaxLifetime(5 * time.Minute)
	return &Store{db: db}, nil
}

// Close ends the pool.
func (s *Store) Close() error { return s.db.Close() }

// Ping tells whether the database answers.
func (s *Store) Ping(ctx context.Context) error { return wrap(s.db.PingContext(ctx)) }

// Migrate brings the schema up to date. It may be run at any time, and again.
func (s *Store) Migrate(ctx context.Context) error {
	provider, err := s.migrator()
	if err != nil {
		return err
	}
	_, err = provider.Up(ctx)
	return wrap(err)
}

func (s *Store) migrator() (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectMySQL, s.db.DB, files)
}

// wrap names what the caller can act on.
func wrap(err error) error {
	var server *mysql.MySQLError
	var network net.Error
	switch {
	case err == nil:
		return nil
	case errors.Is(err, sql.ErrNoRows):
		return ErrNotFound
	case errors.As(err, &server) && (server.Number == 1053 || server.Number == 1927 || server.Number == 1040),
		errors.Is(err, driver.ErrBadConn), errors.Is(err, mysql.ErrInvalidConn), errors.As(err, &network):
		return fmt.Errorf("%w: %w", ErrUnavailable, err)
	}
	return err
}

const (
	deadlock  = 1213 // also how a Galera cluster refuses a certified conflict
	lockWait  = 1205
	duplicate = 1062
	attempts  = 4
)

// inTx runs one use case as a transaction, again when the database says that another was in the way.
func (s *Store) inTx(ctx context.Context, do func(*sqlx.Tx) error) error {
	var err error
	for try := range attempts {
		if try > 0 {
			time.Sleep(time.Duration(try) * 20 * time.Millisecond)
		}
		err = s.once(ctx, do)
		var server *mysql.MySQLError
		if !errors.As(err, &server) || (server.Number != deadlock && server.Number != lockWait && server.Number != duplicate) {
			break
		}
	}
	return wrap(err)
}

func (s *Store) once(ctx context.Context, do func(*sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return err
	}
	if err := do(tx); err != nil {
		_ = tx.Rollback()
		return err
	}
	return tx.Commit()
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

// Value writes the column.
func (j JSON[T]) Value() (driver.Value, error) { return json.Marshal(j.V) }
