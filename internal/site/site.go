package site

import (
	"sync"

	"homalos/internal/boring"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/recall"
	"homalos/internal/room"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

// Bounds on one job.
const (
	mostReadings = 4000
	mostMembers  = 20_000
	mostWalls    = 500
	mostFound    = 500 // obstructions, and runs of joists
)

// Site is a job with its lengths read and its references followed.
type Site struct {
	Doc          job.Document
	Rules        framing.Rules
	Kerf         measure.Length
	Accept, Shim measure.Length // how much too short a piece that was cut is left as it is; is packed
	Square       measure.Length // cut off a whole stick's end before its first piece
	Keep         measure.Length // the shortest offcut worth keeping
	Bowed        measure.Length // the longest piece that a bowed stick gives
	Cull, Tax    float64        // per cent: of sticks that are bought and no good; on top of prices
	Longer       bool           // a cheaper way to cut the sticks is looked for at length
	Insulation   wood.Insulation
	Nailing      Nailing
	Goods        map[string]job.Goods // beside lumber, by what they are called
	Alike        measure.Length       // how much shorter a piece may be cut, so that more are alike
	AlikeByWall  bool
	Bore         measure.Length          // how much wider a hole is than the pipe in it
	Runs         map[string][]boring.Run // planned, by wall
	Infill       measure.Length          // by which what fills a hole is smaller
	Marking      framing.Marking
	CutIns       []CutIn
	Closings     []Closing
	Floors       []framing.FloorWork
	Weights      framing.Weights
	Spacing      measure.Length
	Concrete     bool
	Lumber       []*wood.Lumber
	Walls        []*framing.Wall
	Noise        float64
	Readings     []survey.Reading
	Given        map[string]job.Reading    // as written, by id
	Used         map[string]measure.Length // what each reading counts as, by id
	Obstructions []framing.Obstruction
	Stairs       []framing.Stair
	Usual        UsualSizes
	Cover        [2]framing.Cover // what lies between a plate and what holds it, as probed

	Instruments   map[string]*Instrument
	Corners       []room.Corner
	CornerOf      map[string]int
	Ties          []room.Tie
	TieDocs       []job.Tie // those that stand, as in ties
	ExistingWalls []Existing
	Zones         []survey.Zone
	ZoneNames     []string
	Lines         map[string]*Lined // walls placed by a relation, by id
	Meets         []Meet
	Crossed       [][2]*framing.Wall // new walls that stand in each other
	Board         measure.Length
	Solved        func() room.Shape // the room's shape, worked out once
	Hidden        []framing.Hidden
	JoistList     []survey.Joist
	SeenFloor     []framing.SeenFloor
	Schedule      Schedule
	Limits        Limits
}

// resolver reads a document's values and collects its faults.
type resolver struct {
	*Site
	faults job.Faults
	byID   map[string]*wood.Lumber
	wallOf map[string]*framing.Wall

	pockets map[string]job.Pocket
}

// Reader resolves documents. The zero Reader remembers nothing; NewReader's
// remembers sites by their documents, and rooms by their tapes. A Reader may be
// asked by several at once.
type Reader struct {
	sites *recall.Kept[*Site]
	rooms *recall.Kept[room.Shape]
}

// NewReader remembers at most so many sites, of so many bytes together.
func NewReader(most, bytes int) *Reader {
	return &Reader{recall.Weighing(most, bytes, (*Site).bytes), recall.New[room.Shape](most)}
}

// Bytes are about how many the sites take that are remembered.
func (m *Reader) Bytes() int { return m.sites.Bytes() }

// bytes are about how many a site takes.
func (s *Site) bytes() int {
	n := 20_000 + job.Bytes(s.Doc) + 500*len(s.Readings) + 5_000*len(s.Walls) + 100*len(s.JoistList)
	for _, w := range s.Walls {
		n += 500*len(w.Openings) + 200*len(w.Joins)
	}
	return n
}

// Check lists all that is wrong with a document beyond its shape: lengths that
// can't be read, names that lead nowhere, walls that can't stand.
func Check(d job.Document) job.Faults { return (&Reader{}).Check(d) }

// Of resolves a document. The faults are all that is wrong with it, each at
// its path: first what its fields' own bounds don't allow, then what makes no
// sense.
func Of(d job.Document) (*Site, job.Faults) { return (&Reader{}).Of(d) }

// Check is as the function of that name.
func (m *Reader) Check(d job.Document) job.Faults {
	_, faults := m.Of(d)
	return faults
}

// Of is as the function of that name.
func (m *Reader) Of(d job.Document) (*Site, job.Faults) {
	if m.sites == nil {
		return m.resolve(d)
	}
	nameless := d
	nameless.Name = ""
	s, err := m.sites.Of(recall.KeyOf(nameless), func() (*Site, error) {
		s, faults := m.resolve(d)
		if faults != nil {
			return nil, faults
		}
		return s, nil
	})
	if err != nil {
		return nil, err.(job.Faults)
	}
	if s.Doc.Name == d.Name {
		return s, nil
	}
	// the same under another name
	if faults := job.Bounds(&job.Document{Format: d.Format, Name: d.Name, Units: d.Units}); len(faults) > 0 {
		return nil, faults
	}
	named := *s
	named.Doc.Name = d.Name
	return &named, nil
}

func (m *Reader) resolve(d job.Document) (*Site, job.Faults) {
	r := &resolver{Site: &Site{Doc: d}, byID: map[string]*wood.Lumber{}, wallOf: map[string]*framing.Wall{}}
	r.Solved = sync.OnceValue(func() room.Shape { return r.solve(m.rooms) })
	bounds := job.Bounds(&d)
	if d.Format == "" {
		bounds.Add("format", "missing: write %q", job.Format)
	}
	if !d.Units.Known() {
		if d.Units == "" {
			bounds.Add("units", "missing: write imperial or metric")
		}
		return nil, bounds // no length can be read without it
	}
	if !r.budget() {
		return nil, beside(bounds, r.faults)
	}
	r.setRules()
	r.setLumber()
	r.setGround()
	r.setPockets()
	r.setWalls()
	r.setBlocks()
	r.setCutIns()
	r.setClosings()
	r.setMatches()
	r.setSurvey()
	r.setBoxes()
	r.setBehind()
	r.setPosts()
	r.setFloors()
	r.setOrigins()
	r.setAssess()
	r.setRecord()
	r.setSchedule()
	if faults := beside(bounds, r.faults); len(faults) > 0 {
		return nil, faults
	}
	return r.Site, nil
}
