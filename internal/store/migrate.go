package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"

	"github.com/pressly/goose/v3"
)

// baseline is the step that tells all of the schema as it was before the first release; older ones led to it.
const baseline = 21

var errBeforeBaseline = errors.New("this database was made by a program from before step 21, which was never released:" +
	" begin with an empty one")

//go:embed migrations/*.sql
var migrations embed.FS

// Migrate brings the schema up to date, one step after another, and tells each step as it begins. It may be run at any
// time, again, by several copies of the program at once, and after it was interrupted anywhere: each step may be run
// again in the middle, and a row that is locked while it works keeps the others waiting.
func (s *Store) Migrate(ctx context.Context, tell func(step string)) error {
	return wrap(s.locked(ctx, func() error {
		if err := s.mendVersions(ctx); err != nil {
			return err
		}
		provider, err := s.migrator()
		if err != nil {
			return err
		}
		sources := provider.ListSources()
		for {
			at, err := provider.GetDBVersion(ctx)
			if err != nil {
				return err
			}
			if at > 0 && at < baseline {
				return errBeforeBaseline
			}
			done := 0
			for _, step := range sources {
				if step.Version <= at {
					done++
				}
			}
			tell(fmt.Sprintf("step %d of %d", min(done+1, len(sources)), len(sources)))
			if _, err := provider.UpByOne(ctx); errors.Is(err, goose.ErrNoNextVersion) {
				return nil
			} else if err != nil {
				return err
			}
		}
	}))
}

func (s *Store) migrator() (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	return goose.NewProvider(goose.DialectMySQL, s.db.DB, files)
}

// locked does something while no other copy of the program does the same: it holds a row, and whoever dies lets go of
// it. On a cluster each node has locks of its own; there the steps may meet, and may be run twice.
func (s *Store) locked(ctx context.Context, do func() error) error {
	for _, query := range []string{
		`CREATE TABLE IF NOT EXISTS migration_lock (id INT NOT NULL PRIMARY KEY) ENGINE=InnoDB`,
		`INSERT IGNORE INTO migration_lock (id) VALUES (1)`,
	} {
		if _, err := s.db.ExecContext(ctx, query); err != nil {
			return err
		}
	}
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return err
	}
	defer tx.Rollback() //nolint:errcheck // it only lets go of the row
	var held int
	if err := tx.GetContext(ctx, &held, `SELECT id FROM migration_lock WHERE id = 1 FOR UPDATE`); err != nil {
		return err
	}
	return do()
}

// mendVersions puts right the one moment in which an interruption leaves the library's own table without its first row.
func (s *Store) mendVersions(ctx context.Context) error {
	var there int
	err := s.db.GetContext(ctx, &there, `SELECT COUNT(*) FROM information_schema.tables
		WHERE table_schema = DATABASE() AND table_name = 'goose_db_version'`)
	if err != nil || there == 0 {
		return err
	}
	_, err = s.db.ExecContext(ctx, `INSERT INTO goose_db_version (version_id, is_applied)
		SELECT 0, TRUE FROM DUAL WHERE NOT EXISTS (SELECT 1 FROM goose_db_version)`)
	return err
}
