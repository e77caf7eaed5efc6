package plan

import (
	"cmp"
	"fmt"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// Usual is what holds in a job where nothing else is given, and what is
// offered for what isn't there yet.
type Usual struct {
	Mark    string         `json:"mark"`
	Rules   job.Rules      `json:"rules" doc:"The job's rules with every default filled in."`
	Doors   []job.Opening  `json:"doors" nullable:"false" doc:"For each wall, a usual door in the middle of its widest free stretch, under a free id."`
	Windows []job.Opening  `json:"windows" nullable:"false" doc:"The same for a window."`
	Bottom  []string       `json:"bottom" nullable:"false" doc:"Bottom plates that a new wall is offered; none where its own lumber does."`
	Parts   job.Parts      `json:"parts" doc:"What a door's rough opening has over its leaf, where it is sized by its parts."`
	Stock   [][]string     `json:"stock" nullable:"false" doc:"Stock lengths of each lumber, in the job's order, with the usual ones filled in."`
	Fill    job.Insulation `json:"fill" doc:"What bays are offered to be filled with; over is how much larger than its bay it is cut."`
	Tops    int            `json:"tops" doc:"Top plates that a new wall is offered: one is usual for partitions."`
	Starts  []Start        `json:"starts" nullable:"false" doc:"What a wall of each kind is offered to begin with."`
	Screens []Screen       `json:"screens" nullable:"false" doc:"How long a short screen beside each door is, so that its leaf clears it: the parts of its line."`
	Departs []Departs      `json:"departs" nullable:"false" doc:"What the job has otherwise than the shop rules it goes by."`
	ByPlace []string       `json:"byPlace" nullable:"false" doc:"Ids of all readings along walls, by wall and station."`
}

// Departs is something that a job has otherwise than the shop rules it goes by.
type Departs struct {
	Field string `json:"field" doc:"Of rules, or mark."`
	Shop  string `json:"shop,omitempty" doc:"As the shop has it; left out: as is usual."`
	Own   string `json:"own,omitempty" doc:"As the job has it; left out: as is usual."`
}

// Usual fills in the job's defaults.
func (p Plan) Usual() Usual {
	s := p.Result.Site
	out := Usual{Tops: 1, Doors: []job.Opening{}, Windows: []job.Opening{}, Stock: [][]string{}, Bottom: []string{}, Departs: []Departs{}, ByPlace: []string{}}
	u := s.Rules.Units
	out.Mark = u.Write(s.Rules.Mark)
	parts := site.UsualParts(u)
	out.Parts = job.Parts{Jamb: job.Exactly(parts.Jamb, u), Gap: job.Exactly(parts.Gap, u), Shim: job.Exactly(parts.Shim, u), Foot: job.Exactly(parts.Foot, u)}
	out.Rules = job.Rules{
		Spacing: job.Exactly(s.Spacing, u), Method: "in-place", Fit: job.Exactly(s.Rules.Fit, u), Hold: job.Exactly(s.Rules.Hold, u), Near: job.Exactly(s.Rules.Near, u), Reach: job.Exactly(s.Rules.Reach, u),
		Floor: "timber", Doorway: "stubs", Words: string(cmp.Or(s.Rules.Words, words.Plain)), Lap: job.Exactly(s.Rules.Lap, u), Kerf: job.Exactly(s.Kerf, u), Board: job.Exactly(s.Board, u),
	}
	out.Rules.Accept, out.Rules.Shim = job.Exactly(s.Accept, u), job.Exactly(s.Shim, u)
	out.Rules.Square, out.Rules.Keep, out.Rules.Bowed = job.Exactly(s.Square, u), job.Exactly(s.Keep, u), job.Exactly(s.Bowed, u)
	out.Rules.Cull, out.Rules.Tax = s.Cull, s.Tax
	over := s.Insulation.Over
	if s.Insulation.Width == 0 {
		over = site.UsualOver(u)
	}
	out.Fill = job.Insulation{
		Width: job.Exactly(u.Pick(15*measure.Inch, 600*measure.Millimetre), u), Length: job.Exactly(u.Pick(47*measure.Inch, 1200*measure.Millimetre), u), Over: job.Exactly(over, u),
	}
	ends := s.Nailing.End
	if s.Rules.TiltUp {
		ends = s.Nailing.Flat
	}
	out.Rules.Nailing = &job.Nailing{End: ends, Step: job.Exactly(s.Nailing.Step, u), Board: job.Exactly(s.Nailing.Board, u)}
	size := func(of [2]measure.Length) *job.Size {
		return &job.Size{Width: job.Exactly(of[0], u), Height: job.Exactly(of[1], u)}
	}
	out.Rules.Leaf, out.Rules.Unit, out.Rules.Sill = size(s.Usual.Leaf), size(s.Usual.Unit), job.Exactly(s.Usual.Sill, u)
	out.Rules.DoorWider, out.Rules.DoorHigher = job.Exactly(s.Usual.DoorWider, u), job.Exactly(s.Usual.DoorHigher, u)
	out.Rules.WindowWider, out.Rules.WindowHigher = job.Exactly(s.Usual.WindowWider, u), job.Exactly(s.Usual.WindowHigher, u)
	out.Rules.Bore = job.Exactly(s.Bore, u)
	out.Rules.Limits = s.Limits.Usual(u)
	out.Rules.Infill = job.Exactly(s.Infill, u)
	for _, j := range s.Rules.Jambs {
		out.Rules.Jambs = append(out.Rules.Jambs, job.Exactly(j, u))
	}
	out.Rules.Marking, out.Rules.Weights = string(cmp.Or(s.Marking, framing.NearEdges)), job.WeightsOf(s.Weights)
	for _, b := range s.Rules.Sheets {
		lie := "standing"
		if b.Lying {
			lie = "lying"
		}
		out.Rules.Sheets = append(out.Rules.Sheets, job.Sheet{Width: job.Exactly(b.Width, u), Length: job.Exactly(b.Length, u), Lie: lie})
	}
	for _, l := range s.Lumber {
		stock := []string{}
		for _, x := range l.Stock {
			stock = append(stock, u.Write(x))
		}
		out.Stock = append(out.Stock, stock)
	}
	if s.Rules.TiltUp {
		out.Rules.Method = "tilt-up"
	}
	if s.Rules.Whole {
		out.Rules.Doorway = "whole"
	}
	if s.Concrete {
		out.Rules.Floor = "concrete"
		for _, l := range s.Lumber {
			if l.Treated || l.Track {
				out.Bottom = []string{l.ID}
				break
			}
		}
	}
	door, window := freeOpening(s.Doc, "D"), freeOpening(s.Doc, "W")
	for _, w := range s.Walls {
		leaf, unit := *out.Rules.Leaf, *out.Rules.Unit
		middle := job.Exactly(freeMiddle(w, u), u)
		out.Doors = append(out.Doors, job.Opening{ID: door, Kind: "door", Centre: middle, Leaf: &leaf, FinishFloor: job.Exactly(0, u)})
		out.Windows = append(out.Windows, job.Opening{
			ID: window, Kind: "window", Centre: middle, Leaf: &unit, Sill: out.Rules.Sill, FinishFloor: job.Exactly(0, u),
		})
	}
	out.ByPlace = byPlace(s)
	out.Starts = starts(s)
	out.Screens = screens(s)
	for _, x := range s.Doc.Departures() {
		out.Departs = append(out.Departs, Departs(x))
	}
	return out
}

// freeMiddle is the middle of a wall's widest stretch without an opening.
func freeMiddle(w *framing.Wall, u measure.System) measure.Length {
	var from, best, middle measure.Length
	try := func(to measure.Length) {
		if to-from > best {
			best, middle = to-from, from+(to-from)/2
		}
	}
	for _, o := range w.Openings {
		left, right := o.Outer(w.Lumber.Thickness)
		try(left)
		from = right
	}
	try(w.Length)
	return middle.Nearest(u.Pick(measure.Inch, 10*measure.Millimetre))
}

// freeOpening is the first of D1, D2, … that no opening of the job is called.
func freeOpening(d job.Document, letter string) string {
	taken := map[string]bool{}
	for _, w := range d.Walls {
		for _, o := range w.Openings {
			taken[o.ID] = true
		}
	}
	n := 1
	for taken[fmt.Sprint(letter, n)] {
		n++
	}
	return fmt.Sprint(letter, n)
}

func byPlace(s *site.Site) []string {
	type placed struct {
		id, wall, kind string
		station        measure.Length
	}
	var all []placed
	if s.Doc.Survey != nil {
		for _, r := range s.Doc.Survey.Readings {
			if at := r.Places(); len(at) > 0 && at[0].Wall != "" {
				station, _ := at[0].Station.In(s.Rules.Units) // resolved before: it reads
				all = append(all, placed{r.ID, at[0].Wall, r.Kind, station})
			}
		}
	}
	slices.SortStableFunc(all, func(a, b placed) int {
		return cmp.Or(cmp.Compare(a.wall, b.wall), cmp.Compare(a.station, b.station), cmp.Compare(a.kind, b.kind))
	})
	ids := make([]string, len(all))
	for i, p := range all {
		ids[i] = p.id
	}
	return ids
}
