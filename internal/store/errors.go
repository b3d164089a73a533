package store

import (
	"context"
	"database/sql"
	"database/sql/driver"
	"errors"
	"fmt"
	"net"
	"regexp"
	"slices"
	"syscall"

	"github.com/go-sql-driver/mysql"
)

var (
	// ErrNotFound: no such row in this workshop.
	ErrNotFound = errors.New("not found")
	// ErrConflict: somebody saved a newer version meanwhile.
	ErrConflict = errors.New("changed meanwhile")
	// ErrUnavailable: the database cannot be reached, or went away before the end. Nothing was saved.
	ErrUnavailable = errors.New("the database is not answering")
	// ErrUnknown: the connection broke while the end of a transaction was under way. It may have been saved, or not.
	ErrUnknown = errors.New("the database went away at the very end")
	// ErrFull: the disk holds no more. Nothing was saved.
	ErrFull = errors.New("the disk is full")
	// ErrNameTaken: another of this workshop has that name.
	ErrNameTaken = errors.New("the name is taken")
	// ErrOtherUse: the idempotency key was used for something else.
	ErrOtherUse = errors.New("the key was used for something else")
)

// What MariaDB says by number.
const (
	writeFailed  = 3 // a temporary file
	diskFull     = 1021
	fileFailed   = 1026
	engineSays   = 1030 // "Got error 28 …": the number is in the message
	tableFull    = 1114
	atTheEnd     = 1180 // likewise, while it commits
	tooMany      = 1040
	shuttingDown = 1053
	duplicate    = 1062
	noTable      = 1146
	noParent     = 1452 // what it belongs to was deleted meanwhile
	lockWait     = 1205
	deadlock     = 1213 // also how a Galera cluster refuses a certified conflict
	connKilled   = 1927
	notReady     = 1047 // a Galera node that has not joined
)

func says(err error, numbers ...uint16) bool {
	var server *mysql.MySQLError
	return errors.As(err, &server) && slices.Contains(numbers, server.Number)
}

// broke tells that the connection, and not the query, is what failed.
func broke(err error) bool {
	var network net.Error
	if errors.Is(err, driver.ErrBadConn) || errors.Is(err, mysql.ErrInvalidConn) || errors.As(err, &network) {
		return true
	}
	return says(err, shuttingDown, connKilled, tooMany, notReady)
}

// full tells that the disk has no room, ours or the database's. Which number says so hangs on what was being written;
// the engine's own errors carry the system's (ENOSPC, 28) in their words.
func full(err error) bool {
	if errors.Is(err, syscall.ENOSPC) || says(err, diskFull, tableFull) {
		return true
	}
	var server *mysql.MySQLError
	if !errors.As(err, &server) || !says(err, writeFailed, fileFailed, engineSays, atTheEnd) {
		return false
	}
	return noSpace.MatchString(server.Message)
}

var noSpace = regexp.MustCompile(`(?i)\berror:? 28\b|errno:? 28\b|no space left`)

// inTheWay tells that the same again may well succeed.
func inTheWay(err error) bool { return says(err, deadlock, lockWait) }

// wrap names what the caller can act on.
func wrap(err error) error {
	switch {
	case err == nil, errors.Is(err, context.Canceled), errors.Is(err, context.DeadlineExceeded):
		return err
	case errors.Is(err, sql.ErrNoRows), says(err, noParent):
		return ErrNotFound
	case full(err):
		return fmt.Errorf("%w: %w", ErrFull, err)
	case broke(err):
		return fmt.Errorf("%w: %w", ErrUnavailable, err)
	}
	return err
}

// atCommit names what became of a transaction at its end. A server that refused to commit saved nothing; a connection
// that broke meanwhile leaves it open.
func atCommit(err error) error {
	refused := errors.Is(err, sql.ErrTxDone) || errors.Is(err, context.Canceled)
	if broke(err) && !refused {
		return fmt.Errorf("%w: %w", ErrUnknown, err)
	}
	return wrap(err)
}

// taken names the one clash that a finisher can mend.
func taken(err error) error {
	if says(err, duplicate) {
		return ErrNameTaken
	}
	return wrap(err)
}

// oneRow turns an update of a version that is no longer the stored one into ErrConflict.
func oneRow(result sql.Result, err error) error {
	if err != nil {
		return wrap(err)
	}
	if n, err := result.RowsAffected(); err != nil || n == 1 {
		return wrap(err)
	}
	return ErrConflict
}

// gone is ErrNotFound when no row was touched.
func gone(result sql.Result, err error) error {
	if err != nil {
		return wrap(err)
	}
	if n, err := result.RowsAffected(); err != nil || n == 0 {
		return errors.Join(wrap(err), ErrNotFound)
	}
	return nil
}

// newID is the id of the row that was inserted.
func newID(result sql.Result, err error) (int64, error) {
	if err != nil {
		return 0, wrap(err)
	}
	return result.LastInsertId()
}
