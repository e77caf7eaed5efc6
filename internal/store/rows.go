package store

import (
	"reflect"
	"time"

	"gorm.io/gorm"

	"homalos/internal/job"
	"homalos/internal/measure"
)

type jobRow struct {
	CrewID   string `gorm:"primaryKey"`
	ID       string `gorm:"primaryKey"`
	Revision int64
	Name     string
	Units    measure.System
	Mark     *int64
	Rules    bool
	Spacing  *int64
	Method   string
	Fit      *int64
	Hold     *int64
	Floor    string
	Lap      *int64
	Kerf     *int64
	Board    *int64

	FixFloor   *job.Fixing `gorm:"serializer:json"`
	FixCeiling *job.Fixing `gorm:"serializer:json"`

	Survey    bool
	Noise     *int64
	Found     found       `gorm:"serializer:json"`
	Assess    *job.Assess `gorm:"serializer:json"`
	CreatedAt time.Time
	UpdatedAt time.Time
}

// found is what has no table of its own yet.
type found struct {
	Joists       []job.Joists      `json:"joists,omitempty"`
	Obstructions []job.Obstruction `json:"obstructions,omitempty"`

	Corners     []job.Corner       `json:"corners,omitempty"`
	Walls       []job.ExistingWall `json:"walls,omitempty"`
	Zones       []job.Zone         `json:"zones,omitempty"`
	Hidden      []job.Hidden       `json:"hidden,omitempty"`
	Instruments []job.Instrument   `json:"instruments,omitempty"`
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
	Track     bool
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
	Line     *job.Line `gorm:"serializer:json"`

	Ends       []job.WallEnd `gorm:"serializer:json"`
	Membrane   bool
	FixFloor   *job.Fixing   `gorm:"serializer:json"`
	FixCeiling *job.Fixing   `gorm:"serializer:json"`
	Pending    []job.Pending `gorm:"serializer:json"`
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
	Stays    bool
	Taken    string

	Instrument   string
	ReadBy       string
	Stood        *string
	StoodThick   *int64
	Stopped      *string
	StoppedThick *int64
	Extra        []job.Extra `gorm:"serializer:json"`
}

type tieRow struct {
	CrewID     string `gorm:"primaryKey"`
	JobID      string `gorm:"primaryKey"`
	ID         string `gorm:"primaryKey"`
	Position   int
	Kind       string
	AtCorner   string
	FromCorner string
	ToCorner   string
	Value      *int64
	Degrees    float64
	Instrument string
	ReadBy     string
	Taken      string
	Replaces   *string
	Void       bool
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
func (tieRow) TableName() string      { return "ties" }
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
		row.Floor, row.Lap, row.Kerf, row.Board = r.Floor, t.nm(r.Lap), t.nm(r.Kerf), t.nm(r.Board)
		row.FixFloor, row.FixCeiling = r.FixFloor, r.FixCeiling
	}
	if s := d.Survey; s != nil {
		row.Noise = t.nm(s.Noise)
		row.Found = found{s.Joists, s.Obstructions, s.Corners, s.Walls, s.Zones, s.Hidden, s.Instruments}
	}
	row.Assess = d.Assess
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
		row := lumberRow{CrewID: s.crew, JobID: id, ID: l.ID, Position: i, Thickness: t.nm(l.Thickness), Depth: t.nm(l.Depth), Treated: l.Treated, Track: l.Track}
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
	if err := s.addTies(tx, &t, id, d, before); err != nil {
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
		Body: w.Body, Lumber: w.Lumber, Bottom: w.Bottom, Top: w.Top, Layout: w.Layout != nil, Line: w.Line,
		Ends: w.Ends, Membrane: w.Membrane, FixFloor: w.FixFloor, FixCeiling: w.FixCeiling, Pending: w.Pending,
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

func surveyOf(d *job.Document) job.Survey {
	if d == nil || d.Survey == nil {
		return job.Survey{}
	}
	return *d.Survey
}

// added are the lines that a list has more than before; it is an error to lose
// or change one.
func added[T any](before, now []T) ([]T, error) {
	if len(now) < len(before) || !(len(before) == 0 || reflect.DeepEqual(before, now[:len(before)])) {
		return nil, &ReadingLostError{}
	}
	return now[len(before):], nil
}

// addReadings adds those that are new, and refuses to lose or change one.
func (s *Store) addReadings(tx *gorm.DB, t *texts, id string, d job.Document, before *job.Document) error {
	old := surveyOf(before).Readings
	fresh, err := added(old, surveyOf(&d).Readings)
	if err != nil || len(fresh) == 0 {
		return err
	}
	var rows []readingRow
	for i, r := range fresh {
		row := readingRow{
			CrewID: s.crew, JobID: id, ID: r.ID, Position: len(old) + i, Kind: r.Kind, Basis: r.Basis, Value: t.nm(r.Value),
			Replaces: optional(r.Replaces), Void: r.Void, Stays: r.Stays, Taken: r.Taken, Instrument: r.Instrument, ReadBy: r.By, Extra: r.Extra,
		}
		if p := r.Place; p != nil {
			row.X, row.Y, row.WallID, row.Station = t.nm(p.X), t.nm(p.Y), optional(p.Wall), t.nm(p.Station)
		}
		row.Stood, row.StoodThick = t.stood(r.Stood)
		row.Stopped, row.StoppedThick = t.stood(r.Stopped)
		rows = append(rows, row)
	}
	return tx.CreateInBatches(rows, 500).Error
}

func (t *texts) stood(s *job.Stood) (what *string, thick *int64) {
	if s == nil {
		return nil, nil
	}
	return &s.What, t.nm(s.Thick)
}

// addTies adds the tapes between corners that are new.
func (s *Store) addTies(tx *gorm.DB, t *texts, id string, d job.Document, before *job.Document) error {
	old := surveyOf(before).Ties
	fresh, err := added(old, surveyOf(&d).Ties)
	if err != nil || len(fresh) == 0 {
		return err
	}
	var rows []tieRow
	for i, one := range fresh {
		rows = append(rows, tieRow{
			CrewID: s.crew, JobID: id, ID: one.ID, Position: len(old) + i, Kind: one.Kind, AtCorner: one.At, FromCorner: one.From, ToCorner: one.To,
			Value: t.nm(one.Value), Degrees: one.Degrees, Instrument: one.Instrument, ReadBy: one.By, Taken: one.Taken, Replaces: optional(one.Replaces), Void: one.Void,
		})
	}
	return tx.CreateInBatches(rows, 500).Error
}

// ReadingLostError says that a change would lose or alter a reading.
type ReadingLostError struct{}

func (*ReadingLostError) Error() string {
	return "readings are only added: correct one with a new reading that replaces it"
}
