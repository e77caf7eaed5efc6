package store

import (
	"reflect"
	"time"

	"gorm.io/gorm"

	"homalos/internal/job"
	"homalos/internal/measure"
)

type jobRow struct {
	CrewID    string `gorm:"primaryKey"`
	ID        string `gorm:"primaryKey"`
	Revision  int64
	Name      string
	Units     measure.System
	Mark      *int64
	Rules     bool
	Spacing   *int64
	Method    string
	Fit       *int64
	Hold      *int64
	Floor     string
	Lap       *int64
	Kerf      *int64
	Survey    bool
	Noise     *int64
	Found     found `gorm:"serializer:json"`
	CreatedAt time.Time
	UpdatedAt time.Time
}

// found is what has no table of its own yet.
type found struct {
	Joists       []job.Joists      `json:"joists,omitempty"`
	Obstructions []job.Obstruction `json:"obstructions,omitempty"`
}

type lumberRow struct {
	CrewID    string `gorm:"primaryKey"`
	JobID     string `gorm:"primaryKey"`
	ID        string `gorm:"primaryKey"`
	Position  int
	Thickness *int64
	Depth     *int64
	Stock     []int64 `gorm:"serializer:json"`
	Treated   bool
}

type wallRow struct {
	CrewID   string `gorm:"primaryKey"`
	JobID    string `gorm:"primaryKey"`
	ID       string `gorm:"primaryKey"`
	Position int
	Name     string
	FromX    *int64
	FromY    *int64
	ToX      *int64
	ToY      *int64
	Body     string
	Lumber   string
	Bottom   []string `gorm:"serializer:json"`
	Top      []string `gorm:"serializer:json"`
	Layout   bool
	Hook     string
	Spacing  *int64
	Offset   *int64
	Mode     string
}

type openingRow struct {
	CrewID       string `gorm:"primaryKey"`
	JobID        string `gorm:"primaryKey"`
	WallID       string `gorm:"primaryKey"`
	ID           string `gorm:"primaryKey"`
	Position     int
	Kind         string
	Centre       *int64
	LeafWidth    *int64
	LeafHeight   *int64
	RoughWidth   *int64
	RoughHeight  *int64
	Sill         *int64
	FinishFloor  *int64
	Jacks        int
	Header       bool
	HeaderLumber string
	HeaderPlies  int
	HeaderLie    string
}

type readingRow struct {
	CrewID   string `gorm:"primaryKey"`
	JobID    string `gorm:"primaryKey"`
	ID       string `gorm:"primaryKey"`
	Position int
	Kind     string
	Basis    string
	X        *int64
	Y        *int64
	WallID   *string
	Station  *int64
	Value    *int64
	Replaces *string
	Void     bool
	Taken    string
}

type revisionRow struct {
	CrewID   string       `gorm:"primaryKey"`
	JobID    string       `gorm:"primaryKey"`
	Revision int64        `gorm:"primaryKey"`
	Document job.Document `gorm:"serializer:json"`
	At       time.Time    `gorm:"autoCreateTime"`
}

type cutRow struct {
	CrewID string `gorm:"primaryKey"`
	JobID  string `gorm:"primaryKey"`
	Line   int64
	ID     string `gorm:"primaryKey"`
	Member string
	Lumber string
	Length int64
	Undone bool
	At     time.Time
}

// TableName for GORM; so for the others.
func (jobRow) TableName() string      { return "jobs" }
func (lumberRow) TableName() string   { return "lumber" }
func (wallRow) TableName() string     { return "walls" }
func (openingRow) TableName() string  { return "openings" }
func (readingRow) TableName() string  { return "readings" }
func (revisionRow) TableName() string { return "revisions" }
func (cutRow) TableName() string      { return "cut_log" }

// texts turns a document's lengths into nanometres and back, in its units.
type texts struct {
	units measure.System
	err   error
}

func (t *texts) nm(text string) *int64 {
	if text == "" {
		return nil
	}
	l, err := measure.Read(text, t.units)
	if err != nil && t.err == nil {
		t.err = err
	}
	v := int64(l)
	return &v
}

func (t *texts) text(nm *int64) string {
	if nm == nil {
		return ""
	}
	return t.units.Write(measure.Length(*nm))
}

func optional(text string) *string {
	if text == "" {
		return nil
	}
	return &text
}

func given(text *string) string {
	if text == nil {
		return ""
	}
	return *text
}

func rowOf(crew, id string, revision int64, d job.Document) (jobRow, error) {
	t := texts{units: d.Units}
	row := jobRow{
		CrewID: crew, ID: id, Revision: revision, Name: d.Name, Units: d.Units, Mark: t.nm(d.Mark),
		Rules: d.Rules != nil, Survey: d.Survey != nil,
	}
	if r := d.Rules; r != nil {
		row.Spacing, row.Method, row.Fit, row.Hold = t.nm(r.Spacing), r.Method, t.nm(r.Fit), t.nm(r.Hold)
		row.Floor, row.Lap, row.Kerf = r.Floor, t.nm(r.Lap), t.nm(r.Kerf)
	}
	if s := d.Survey; s != nil {
		row.Noise = t.nm(s.Noise)
		row.Found = found{s.Joists, s.Obstructions}
	}
	return row, t.err
}

// saveParts writes what hangs under a job. Lumber, walls and openings are
// written anew; readings are only added to those of before.
func (s *Store) saveParts(tx *gorm.DB, id string, revision int64, d job.Document, before *job.Document) error {
	for _, old := range []any{&openingRow{}, &wallRow{}, &lumberRow{}} {
		if err := s.rows(tx, id).Delete(old).Error; err != nil {
			return err
		}
	}
	t := texts{units: d.Units}
	for i, l := range d.Lumber {
		row := lumberRow{CrewID: s.crew, JobID: id, ID: l.ID, Position: i, Thickness: t.nm(l.Thickness), Depth: t.nm(l.Depth), Treated: l.Treated}
		for _, stock := range l.Stock {
			row.Stock = append(row.Stock, *t.nm(stock))
		}
		if err := tx.Create(&row).Error; err != nil {
			return err
		}
	}
	for i, w := range d.Walls {
		if err := s.saveWall(tx, &t, id, i, w); err != nil {
			return err
		}
	}
	if err := s.addReadings(tx, &t, id, d, before); err != nil {
		return err
	}
	if t.err != nil {
		return t.err
	}
	return tx.Create(&revisionRow{CrewID: s.crew, JobID: id, Revision: revision, Document: d}).Error
}

func (s *Store) saveWall(tx *gorm.DB, t *texts, id string, i int, w job.Wall) error {
	row := wallRow{
		CrewID: s.crew, JobID: id, ID: w.ID, Position: i, Name: w.Name, FromX: t.nm(w.From.X), FromY: t.nm(w.From.Y), ToX: t.nm(w.To.X), ToY: t.nm(w.To.Y),
		Body: w.Body, Lumber: w.Lumber, Bottom: w.Bottom, Top: w.Top, Layout: w.Layout != nil,
	}
	if l := w.Layout; l != nil {
		row.Hook, row.Spacing, row.Offset, row.Mode = l.From, t.nm(l.Spacing), t.nm(l.Offset), l.Mode
	}
	if err := tx.Create(&row).Error; err != nil {
		return err
	}
	for k, o := range w.Openings {
		row := openingRow{
			CrewID: s.crew, JobID: id, WallID: w.ID, ID: o.ID, Position: k, Kind: o.Kind, Centre: t.nm(o.Centre),
			Sill: t.nm(o.Sill), FinishFloor: t.nm(o.FinishFloor), Jacks: o.Jacks, Header: o.Header != nil,
		}
		if o.Leaf != nil {
			row.LeafWidth, row.LeafHeight = t.nm(o.Leaf.Width), t.nm(o.Leaf.Height)
		}
		if o.Rough != nil {
			row.RoughWidth, row.RoughHeight = t.nm(o.Rough.Width), t.nm(o.Rough.Height)
		}
		if h := o.Header; h != nil {
			row.HeaderLumber, row.HeaderPlies, row.HeaderLie = h.Lumber, h.Plies, h.Lie
		}
		if err := tx.Create(&row).Error; err != nil {
			return err
		}
	}
	return nil
}

func readingsOf(d *job.Document) []job.Reading {
	if d == nil || d.Survey == nil {
		return nil
	}
	return d.Survey.Readings
}

// addReadings adds those that are new, and refuses to lose or change one.
func (s *Store) addReadings(tx *gorm.DB, t *texts, id string, d job.Document, before *job.Document) error {
	old, now := readingsOf(before), readingsOf(&d)
	if len(now) < len(old) || !(len(old) == 0 || reflect.DeepEqual(old, now[:len(old)])) {
		return &ReadingLostError{}
	}
	var rows []readingRow
	for i, r := range now[len(old):] {
		row := readingRow{
			CrewID: s.crew, JobID: id, ID: r.ID, Position: len(old) + i, Kind: r.Kind, Basis: r.Basis, Value: t.nm(r.Value),
			Replaces: optional(r.Replaces), Void: r.Void, Taken: r.Taken,
		}
		if p := r.Place; p != nil {
			row.X, row.Y, row.WallID, row.Station = t.nm(p.X), t.nm(p.Y), optional(p.Wall), t.nm(p.Station)
		}
		rows = append(rows, row)
	}
	if len(rows) == 0 {
		return nil
	}
	return tx.CreateInBatches(rows, 500).Error
}

// ReadingLostError says that a change would lose or alter a reading.
type ReadingLostError struct{}

func (*ReadingLostError) Error() string {
	return "readings are only added: correct one with a new reading that replaces it"
}
