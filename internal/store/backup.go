package store

import (
	"bufio"
	"bytes"
	"compress/gzip"
	"context"
	"crypto/sha256"
	"database/sql"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"hash"
	"io"
	"strings"
	"time"

	"gorm.io/gorm"
)

// BackupFormat is what a backup says that it is. It is lines of JSON, packed by
// gzip: one that says this, one for each row, and one that ends it with the
// number of rows and the SHA-256 of all lines before it.
const BackupFormat = "homalos-backup/1"

// tables are what a crew has, in the order in which it can be put back.
var tables = []struct{ name, key, columns, order string }{
	{"crews", "id", "id, name", "id"},
	{"shelves", "crew_id", "crew_id, revision, document, updated_at", "crew_id"},
	{"shops", "crew_id", "crew_id, id, document, updated_at", "id"},
	{"jobs", "crew_id", "crew_id, id, revision, document, sum, summary, unsnapped, created_at, updated_at, deleted_at", "id"},
	{"snapshots", "crew_id", "crew_id, job_id, revision, document, sum, at", "job_id, revision"},
	{"photos", "crew_id", "crew_id, job_id, sum, wide, high, data, at", "job_id, sum"},
	{"edits", "crew_id", `crew_id, job_id, revision, line, id, "by", device, at, edit, inverse, asked, said, undoes, redoes`, "job_id, revision, line"},
}

// Kept is what a backup holds.
type Kept struct {
	Crew string         `json:"crew"`
	At   time.Time      `json:"at"`
	Rows map[string]int `json:"rows"`
}

// line is one of a backup.
type line struct {
	Format string          `json:"format,omitempty"`
	Crew   string          `json:"crew,omitempty"`
	At     time.Time       `json:"at,omitzero"`
	Table  string          `json:"table,omitempty"`
	Row    json.RawMessage `json:"row,omitempty"`
	End    map[string]int  `json:"end,omitempty"`
	Sum    string          `json:"sha256,omitempty"`
}

// Backup writes everything of the crew, its log included, as it stood at one
// moment.
func (s *Store) Backup(ctx context.Context, to io.Writer) (Kept, error) {
	kept := Kept{Crew: s.crew, At: time.Now().UTC(), Rows: map[string]int{}}
	packed := gzip.NewWriter(to)
	sum := sha256.New()
	out := json.NewEncoder(io.MultiWriter(packed, sum))
	out.SetEscapeHTML(false)
	if err := out.Encode(line{Format: BackupFormat, Crew: s.crew, At: kept.At}); err != nil {
		return kept, err
	}
	err := s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SET LOCAL statement_timeout = 0").Error; err != nil {
			return err
		}
		for _, t := range tables {
			if err := s.writeTable(tx, t.name, "SELECT row_to_json(r) FROM (SELECT "+t.columns+" FROM "+t.name+" WHERE "+t.key+" = ? ORDER BY "+t.order+") r", out, kept.Rows); err != nil {
				return fmt.Errorf("%s: %w", t.name, err)
			}
		}
		return nil
	}, &sql.TxOptions{Isolation: sql.LevelRepeatableRead, ReadOnly: true})
	if err != nil {
		return kept, err
	}
	end, err := json.Marshal(line{End: kept.Rows, Sum: hex.EncodeToString(sum.Sum(nil))})
	if err != nil {
		return kept, err
	}
	if _, err := packed.Write(append(end, '\n')); err != nil {
		return kept, err
	}
	return kept, packed.Close()
}

func (s *Store) writeTable(tx *gorm.DB, name, query string, out *json.Encoder, count map[string]int) error {
	rows, err := tx.Raw(query, s.crew).Rows()
	if err != nil {
		return err
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() {
		var row []byte
		if err := rows.Scan(&row); err != nil {
			return err
		}
		count[name]++
		if err := out.Encode(line{Table: name, Row: row}); err != nil {
			return err
		}
	}
	return rows.Err()
}

// Errors of a backup that can't be put back.
var (
	ErrBackup = errors.New("this is no whole backup")
	ErrThere  = errors.New("the crew has jobs already")
)

// mostLine bounds a line of a backup: a document and what is around it.
const mostLine = 64 << 20

// readBackup gives each row of a backup to take, and sees that it is whole.
func readBackup(from io.Reader, take func(table string, row json.RawMessage) error) (Kept, error) {
	kept := Kept{Rows: map[string]int{}}
	bad := func(format string, args ...any) (Kept, error) {
		return kept, fmt.Errorf("%w: %s", ErrBackup, fmt.Sprintf(format, args...))
	}
	packed, err := gzip.NewReader(from)
	if err != nil {
		return bad("it isn't packed by gzip")
	}
	lines := bufio.NewScanner(packed)
	lines.Buffer(make([]byte, 1<<20), mostLine)
	sum := sha256.New()
	for n := 1; lines.Scan(); n++ {
		var l line
		if err := json.Unmarshal(lines.Bytes(), &l); err != nil {
			return bad("line %d: %v", n, err)
		}
		switch {
		case n == 1 && l.Format != BackupFormat:
			return bad("it says %q, not %q", l.Format, BackupFormat)
		case n == 1:
			kept.Crew, kept.At = l.Crew, l.At
		case l.Sum != "":
			return kept, ended(l, kept, sum, lines)
		default:
			kept.Rows[l.Table]++
			if err := take(l.Table, l.Row); err != nil {
				return kept, fmt.Errorf("line %d: %w", n, err)
			}
		}
		_, _ = sum.Write(append(lines.Bytes(), '\n')) // never fails
	}
	if err := lines.Err(); err != nil {
		return bad("%v", err)
	}
	return bad("it breaks off: its end is missing")
}

func ended(l line, kept Kept, sum hash.Hash, rest *bufio.Scanner) error {
	if l.Sum != hex.EncodeToString(sum.Sum(nil)) {
		return fmt.Errorf("%w: its checksum is another: it was changed or damaged", ErrBackup)
	}
	for name, n := range l.End {
		if kept.Rows[name] != n {
			return fmt.Errorf("%w: it says %d rows of %s, and has %d", ErrBackup, n, name, kept.Rows[name])
		}
	}
	if rest.Scan() || rest.Err() != nil {
		return fmt.Errorf("%w: something follows its end", ErrBackup)
	}
	return nil
}

// CheckBackup says what a backup holds, and whether it is whole.
func CheckBackup(from io.Reader) (Kept, error) {
	return readBackup(from, func(string, json.RawMessage) error { return nil })
}

// PutBack puts a crew's backup into the database, all of it or nothing. Where
// the crew has jobs already it is ErrThere, unless they are to be replaced.
// Whoever looks at a job hears of it.
func (d *DB) PutBack(ctx context.Context, from io.Reader, replace bool) (Kept, error) {
	var kept Kept
	err := d.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		if err := tx.Exec("SET LOCAL statement_timeout = 0").Error; err != nil {
			return err
		}
		b := batch{tx: tx}
		var err error
		crew := ""
		kept, err = readBackup(from, func(table string, row json.RawMessage) error {
			if table == "crews" {
				var c struct{ ID string }
				if err := json.Unmarshal(row, &c); err != nil {
					return err
				}
				crew = c.ID
				if err := makeRoom(tx, crew, replace); err != nil {
					return err
				}
			}
			return b.add(table, row)
		})
		if err == nil {
			err = b.flush()
		}
		if err != nil {
			return err
		}
		var ids []string
		if err := tx.Raw("SELECT id FROM jobs WHERE crew_id = ?", crew).Scan(&ids).Error; err != nil {
			return err
		}
		for _, id := range ids {
			if err := tx.Exec("SELECT pg_notify(?, ?)", channel, topic(crew, id)).Error; err != nil {
				return err
			}
		}
		return nil
	})
	return kept, err
}

// makeRoom sees that a crew has no jobs.
func makeRoom(tx *gorm.DB, crew string, replace bool) error {
	if replace {
		for _, table := range []string{"shelves", "shops"} {
			if err := tx.Exec("DELETE FROM "+table+" WHERE crew_id = ?", crew).Error; err != nil {
				return err
			}
		}
		return tx.Exec("DELETE FROM jobs WHERE crew_id = ?", crew).Error
	}
	var there int64
	if err := tx.Raw("SELECT (SELECT count(*) FROM jobs WHERE crew_id = @crew) + (SELECT count(*) FROM shelves WHERE crew_id = @crew) + (SELECT count(*) FROM shops WHERE crew_id = @crew)", map[string]any{"crew": crew}).Scan(&there).Error; err != nil {
		return err
	}
	if there > 0 {
		return fmt.Errorf("%w, %d of them", ErrThere, there)
	}
	return nil
}

// batch puts rows of one table in together.
type batch struct {
	tx    *gorm.DB
	table string
	rows  bytes.Buffer
}

func (b *batch) add(table string, row json.RawMessage) error {
	if table != b.table || b.rows.Len() > 4<<20 {
		if err := b.flush(); err != nil {
			return err
		}
		b.table = table
	}
	if b.rows.Len() == 0 {
		b.rows.WriteByte('[')
	} else {
		b.rows.WriteByte(',')
	}
	b.rows.Write(row)
	return nil
}

func (b *batch) flush() error {
	if b.rows.Len() == 0 {
		return nil
	}
	b.rows.WriteByte(']')
	defer b.rows.Reset()
	for _, t := range tables {
		if t.name != b.table {
			continue
		}
		unless := ""
		if t.name == "crews" {
			unless = " ON CONFLICT DO NOTHING"
		}
		return b.tx.Exec("INSERT INTO "+t.name+" ("+t.columns+") SELECT "+t.columns+" FROM json_populate_recordset(NULL::"+t.name+", CAST(? AS json))"+unless,
			strings.ToValidUTF8(b.rows.String(), "")).Error
	}
	return fmt.Errorf("%w: it has a table %q", ErrBackup, b.table)
}
