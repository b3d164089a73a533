package store

import (
	"bufio"
	"bytes"
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/base64"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"hash"
	"io"
	"os"
	"slices"
	"strings"
	"time"

	"github.com/jmoiron/sqlx"
)

// A backup is JSON lines: what it is, then each table with its columns and rows, and the sum of all of that. Bytes
// stand as base64; pictures that are kept beside the database stand in it as if they lay there.
const backupFormat = 1

type (
	backupHead struct {
		Firmitas string    `json:"firmitas"` // "backup"
		Format   int       `json:"format"`
		Step     int64     `json:"step"` // of the schema
		Made     time.Time `json:"made"`
	}
	backupLine struct {
		Table   string   `json:"table,omitempty"`
		Columns []string `json:"columns,omitempty"`
		SHA256  string   `json:"sha256,omitempty"` // of all lines before it; it is the last
	}
	backupBytes struct {
		Base64 string `json:"base64"`
	}
)

// Backup is what a backup holds.
type Backup struct {
	Made     time.Time
	Step     int64             // of the schema
	Rows     map[string]int64  // by table
	Pictures int64             // whose file was not there: their rows are kept without
	Sums     map[string]string // SHA-256 of its rows, by table
}

// These belong to the program, not to a workshop.
var notBackedUp = []string{"goose_db_version", "migration_lock"}

type tableColumn struct {
	Table     string `db:"table_name"`
	Name      string `db:"column_name"`
	Type      string `db:"data_type"`
	Generated bool   `db:"made"`
}

// layout is every column of the database that is stored, by table, in the order of both.
func layout(ctx context.Context, db queries) (tables []string, columns map[string][]tableColumn, err error) {
	var all []tableColumn
	err = db.SelectContext(ctx, &all, `SELECT c.table_name AS table_name, c.column_name AS column_name,
		c.data_type AS data_type, c.generation_expression IS NOT NULL AS made
		FROM information_schema.columns c JOIN information_schema.tables t USING (table_schema, table_name)
		WHERE c.table_schema = DATABASE() AND t.table_type = 'BASE TABLE' ORDER BY c.table_name, c.ordinal_position`)
	columns = map[string][]tableColumn{}
	for _, c := range all {
		if c.Generated || slices.Contains(notBackedUp, c.Table) {
			continue
		}
		if columns[c.Table] == nil {
			tables = append(tables, c.Table)
		}
		columns[c.Table] = append(columns[c.Table], c)
	}
	return tables, columns, err
}

func (c tableColumn) isNumber() bool {
	return slices.Contains([]string{"bigint", "int", "smallint", "tinyint", "double", "decimal"}, c.Type)
}

func (c tableColumn) isBytes() bool {
	return strings.HasSuffix(c.Type, "binary") || strings.HasSuffix(c.Type, "blob")
}

// selected is a column as it is read: times as the database writes them.
func (c tableColumn) selected() string {
	if strings.HasPrefix(c.Type, "date") {
		return "CAST(`" + c.Name + "` AS CHAR)"
	}
	return "`" + c.Name + "`"
}

// WriteBackup writes everything that the database holds, all of it as it was at one moment, while others go on. It
// fails with ErrNothingYet where there is no workshop.
func (s *Store) WriteBackup(ctx context.Context, to io.Writer, now time.Time) (Backup, error) {
	b := Backup{Made: now.UTC().Truncate(time.Second), Rows: map[string]int64{}, Sums: map[string]string{}}
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true, Isolation: sql.LevelRepeatableRead})
	if err != nil {
		return b, wrap(err)
	}
	defer tx.Rollback() //nolint:errcheck // it only read
	var workshops int
	err = tx.GetContext(ctx, &workshops, `SELECT COUNT(*) FROM workshops`)
	if err != nil && !says(err, noTable) {
		return b, wrap(err)
	}
	if workshops == 0 {
		return b, ErrNothingYet
	}
	if err := tx.GetContext(ctx, &b.Step, `SELECT MAX(version_id) FROM goose_db_version`); err != nil {
		return b, wrap(err)
	}
	tables, columns, err := layout(ctx, tx)
	if err != nil {
		return b, wrap(err)
	}
	sum := sha256.New()
	lines := io.MultiWriter(to, sum)
	if err := writeLine(lines, backupHead{"backup", backupFormat, b.Step, b.Made}); err != nil {
		return b, err
	}
	for _, table := range tables {
		if err := s.writeTable(ctx, tx, lines, table, columns[table], &b); err != nil {
			return b, fmt.Errorf("%s: %w", table, err)
		}
	}
	return b, writeLine(to, backupLine{SHA256: hex.EncodeToString(sum.Sum(nil))})
}

func writeLine(to io.Writer, v any) error { return json.NewEncoder(to).Encode(v) }

func (s *Store) writeTable(
	ctx context.Context, tx *sqlx.Tx, lines io.Writer, table string, columns []tableColumn, b *Backup,
) error {
	var names, selected []string
	for _, c := range columns {
		names, selected = append(names, c.Name), append(selected, c.selected())
	}
	if err := writeLine(lines, backupLine{Table: table, Columns: names}); err != nil {
		return err
	}
	// By its first columns, which every key begins with: the same rows make the same lines.
	rows, err := tx.QueryContext(ctx, "SELECT "+strings.Join(selected, ", ")+" FROM `"+table+"` ORDER BY 1, 2")
	if err != nil {
		return wrap(err)
	}
	defer rows.Close()
	read, into := make([]sql.RawBytes, len(columns)), make([]any, len(columns))
	for i := range read {
		into[i] = &read[i]
	}
	sum := sha256.New()
	rowLines := json.NewEncoder(io.MultiWriter(lines, sum))
	rowLines.SetEscapeHTML(false)
	for rows.Next() {
		if err := rows.Scan(into...); err != nil {
			return wrap(err)
		}
		row := make([]any, len(columns))
		for i, c := range columns {
			row[i] = told(c, read[i])
		}
		if table == "photos" {
			if err := s.pictureInto(names, row, b); err != nil {
				return err
			}
		}
		if err := rowLines.Encode(row); err != nil {
			return err
		}
		b.Rows[table]++
	}
	if err := rows.Err(); err != nil {
		return wrap(err)
	}
	b.Sums[table] = hex.EncodeToString(sum.Sum(nil))
	return nil
}

// told is a value of a row as it stands in its line.
func told(c tableColumn, v sql.RawBytes) any {
	switch {
	case v == nil:
		return nil
	case c.isNumber():
		return json.Number(v)
	case c.isBytes():
		return backupBytes{base64.StdEncoding.EncodeToString(v)}
	}
	return string(v)
}

// pictureInto puts a picture that is kept in a file into the row that names it.
func (s *Store) pictureInto(names []string, row []any, b *Backup) error {
	jpeg, file, id := slices.Index(names, "jpeg"), slices.Index(names, "file"), slices.Index(names, "id")
	if row[jpeg] != nil {
		return nil
	}
	name, _ := row[file].(string)
	picture, err := os.ReadFile(s.pictureFile(name, fmt.Sprint(row[id])))
	if s.photoDir == "" { // this program was not told where they are
		err = os.ErrNotExist
	}
	if errors.Is(err, os.ErrNotExist) {
		b.Pictures++
		return nil
	}
	if err != nil {
		return err
	}
	row[jpeg], row[file] = backupBytes{base64.StdEncoding.EncodeToString(picture)}, nil
	return nil
}

// ErrNothingYet: there is no workshop that could be kept.
var ErrNothingYet = errors.New("there is no workshop yet, so there is nothing to keep")

var (
	errHasWorkshop  = errors.New("there is a workshop in this database already: a backup is restored into an empty one")
	errNotBackup    = errors.New("this is no backup of Firmitas")
	errBackupBroken = errors.New("this backup is damaged or not whole: nothing was restored")
)

// ReadBackup restores a backup into a database without a workshop, and brings it up to date where upgrade is asked. It
// is all there afterwards, or, where it fails or is killed, nothing of it; only bringing it up to date may be left to
// do.
func (s *Store) ReadBackup(ctx context.Context, from io.Reader, upgrade bool) (Backup, error) {
	b := Backup{Rows: map[string]int64{}, Sums: map[string]string{}}
	lines := &backupLines{from: bufio.NewReaderSize(from, 1<<20), sum: sha256.New()}
	var head backupHead
	if line, err := lines.next(); err != nil || json.Unmarshal(line, &head) != nil || head.Firmitas != "backup" {
		return b, errNotBackup
	}
	b.Made, b.Step = head.Made, head.Step
	if err := s.schemaOf(ctx, head); err != nil {
		return b, err
	}
	if err := s.load(ctx, lines, &b); err != nil {
		return b, err
	}
	if !upgrade {
		return b, nil
	}
	if err := s.Migrate(ctx, func(string) {}); err != nil {
		return b, fmt.Errorf("all of it is restored, but not yet brought up to date, as the next start will: %w", err)
	}
	return b, nil
}

// schemaOf makes the empty database's tables as they were when the backup was made.
func (s *Store) schemaOf(ctx context.Context, head backupHead) error {
	provider, err := s.migrator()
	if err != nil {
		return err
	}
	newest := provider.ListSources()[len(provider.ListSources())-1].Version
	if head.Format > backupFormat || head.Step > newest {
		return fmt.Errorf("this backup was made by a newer program (its step %d, ours %d): use that one", head.Step, newest)
	}
	return wrap(s.locked(ctx, func() error {
		tables, _, err := layout(ctx, s.db)
		if err != nil {
			return err
		}
		if len(tables) > 0 {
			if err := s.mendVersions(ctx); err != nil {
				return err
			}
			at, err := provider.GetDBVersion(ctx)
			if err != nil {
				return err
			}
			if err := s.emptied(ctx, tables, at != head.Step); err != nil {
				return err
			}
			if provider, err = s.migrator(); err != nil { // the one before remembers its list of steps
				return err
			}
		}
		_, err = provider.UpTo(ctx, head.Step)
		return err
	}))
}

// emptied makes sure that there is no workshop, and takes the tables away where they are of another step. The list of
// steps goes first: whoever is killed here finds a database that begins anew.
func (s *Store) emptied(ctx context.Context, tables []string, drop bool) error {
	if slices.Contains(tables, "workshops") {
		var workshops int
		if err := s.db.GetContext(ctx, &workshops, `SELECT COUNT(*) FROM workshops`); err != nil {
			return err
		}
		if workshops > 0 {
			return errHasWorkshop
		}
	}
	if !drop {
		return nil
	}
	conn, err := s.db.Connx(ctx)
	if err != nil {
		return err
	}
	defer conn.Close()
	queries := []string{"DROP TABLE goose_db_version", "SET foreign_key_checks = 0"}
	for _, table := range tables {
		queries = append(queries, "DROP TABLE `"+table+"`")
	}
	for _, query := range append(queries, "SET foreign_key_checks = 1") {
		if _, err := conn.ExecContext(ctx, query); err != nil {
			return err
		}
	}
	return nil
}

// backupLines reads a backup line by line, and sums up what it read.
type backupLines struct {
	from *bufio.Reader
	sum  hash.Hash
}

func (l *backupLines) next() ([]byte, error) {
	line, err := l.from.ReadBytes('\n')
	if err != nil {
		return nil, errBackupBroken
	}
	if !bytes.HasPrefix(line, []byte(`{"sha256"`)) {
		l.sum.Write(line)
	}
	return line, nil
}

// load fills the tables within one transaction, which is kept only where the sum at the end is right.
func (s *Store) load(ctx context.Context, lines *backupLines, b *Backup) error {
	_, columns, err := layout(ctx, s.db)
	if err != nil {
		return wrap(err)
	}
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return wrap(err)
	}
	defer tx.Rollback() //nolint:errcheck // after a commit it does nothing
	var workshops int
	if err := tx.GetContext(ctx, &workshops, `SELECT COUNT(*) FROM workshops FOR UPDATE`); err != nil {
		return wrap(err)
	}
	if workshops > 0 {
		return errHasWorkshop
	}
	if _, err := tx.ExecContext(ctx, `SET foreign_key_checks = 0`); err != nil {
		return wrap(err)
	}
	err = fill(ctx, tx, lines, columns, b)
	if _, back := tx.ExecContext(ctx, `SET foreign_key_checks = 1`); err == nil {
		err = wrap(back)
	}
	if err != nil {
		return err
	}
	return wrap(tx.Commit())
}

func fill(ctx context.Context, tx *sqlx.Tx, lines *backupLines, known map[string][]tableColumn, b *Backup) error {
	insert, table, names := "", "", 0
	ofTable := sha256.New()
	for {
		data, err := lines.next()
		if err != nil {
			return err
		}
		if table != "" && data[0] == '[' {
			values, err := valuesOf(data, names)
			if err != nil {
				return err
			}
			if _, err := tx.ExecContext(ctx, insert, values...); err != nil {
				return fmt.Errorf("%s: %w", table, wrap(err))
			}
			b.Rows[table]++
			ofTable.Write(data)
			continue
		}
		var line backupLine
		if json.Unmarshal(data, &line) != nil {
			return errBackupBroken
		}
		if table != "" {
			b.Sums[table] = hex.EncodeToString(ofTable.Sum(nil))
			ofTable.Reset()
		}
		if line.SHA256 != "" {
			if line.SHA256 != hex.EncodeToString(lines.sum.Sum(nil)) {
				return errBackupBroken
			}
			return nil
		}
		table, names = line.Table, len(line.Columns)
		if insert, err = insertInto(line, known[line.Table]); err != nil {
			return err
		}
	}
}

// insertInto is the statement for the rows of a table; what is not in our own tables is refused, by name.
func insertInto(line backupLine, known []tableColumn) (string, error) {
	for _, name := range line.Columns {
		if !slices.ContainsFunc(known, func(c tableColumn) bool { return c.Name == name }) {
			return "", fmt.Errorf("%w: it has a column %q of a table %q, which Firmitas has not", errNotBackup, name, line.Table)
		}
	}
	if len(line.Columns) == 0 {
		return "", errBackupBroken
	}
	return "INSERT INTO `" + line.Table + "` (`" + strings.Join(line.Columns, "`, `") + "`) VALUES (" +
		strings.TrimSuffix(strings.Repeat("?, ", len(line.Columns)), ", ") + ")", nil
}

func valuesOf(line []byte, want int) ([]any, error) {
	var row []any
	decoder := json.NewDecoder(bytes.NewReader(line))
	decoder.UseNumber()
	if decoder.Decode(&row) != nil || len(row) != want {
		return nil, errBackupBroken
	}
	for i, v := range row {
		switch v := v.(type) {
		case json.Number:
			row[i] = v.String()
		case map[string]any:
			text, _ := v["base64"].(string)
			data, err := base64.StdEncoding.DecodeString(text)
			if err != nil {
				return nil, errBackupBroken
			}
			row[i] = data
		}
	}
	return row, nil
}
