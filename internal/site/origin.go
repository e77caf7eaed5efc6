package site

import (
	"fmt"
	"maps"
	"math"
	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/words"
)

// setOrigins finds where each wall's marks begin, now that it is known what its
// ends meet and which joists cross it. Rules: the work, step 4.
func (r *resolver) setOrigins() {
	for i, w := range r.Doc.Walls {
		wall := r.wallOf[w.ID]
		if wall == nil || w.Layout == nil || w.Layout.Origin == nil {
			continue
		}
		path := fmt.Sprintf("walls[%d].layout.origin", i)
		if wall.Layout.Equal {
			r.faults.Add(path, "equal bays begin nowhere: leave it out, or mark on centre")
			continue
		}
		l, wrong := r.layoutBy(path, wall, *w.Layout.Origin)
		if wrong != "" {
			r.faults.Add(path, "%s", wrong)
			continue
		}
		wall.Layout = l
	}
}

// layoutBy is a wall's layout if its marks went by an origin; wrong says why they
// can't.
func (r *resolver) layoutBy(path string, w *framing.Wall, o job.Origin) (l framing.Layout, wrong string) {
	at, said, wrong := r.originAt(path, w, o)
	if wrong != "" {
		return l, wrong
	}
	l = w.Layout
	switch o.Kind {
	case "start", "outer-start", "board-start":
		l.FromEnd = false
	case "end", "outer-end", "board-end":
		l.FromEnd = true
	}
	l.By = said
	if l.FromEnd {
		at = w.Length - at
	}
	l.Offset = l.Own + at
	return l, ""
}

// Candidates are the layouts that a wall could have, and which of them it
// has: by its ends, the corners there, the joists that cross it,
// and where it goes by a seam or a station, by that.
func (s *Site) Candidates(w *framing.Wall) (out []framing.Candidate, chosen int) {
	if w.Layout.Equal {
		return nil, -1
	}
	r := &resolver{Site: s}
	own := job.Origin{Kind: "start"}
	base := *w
	if given := job.WallIn(&s.Doc, w.ID).Layout; given != nil {
		base.Layout.FromEnd = given.From == "end"
		if base.Layout.FromEnd {
			own.Kind = "end"
		}
		if given.Origin != nil {
			own = *given.Origin
		}
	}
	chosen = -1
	before, section, goesOn := s.sectionBefore(w)
	add := func(o job.Origin) {
		if _, outer, _ := r.cornerAt(w, o.Kind == "outer-end"); strings.HasPrefix(o.Kind, "outer") && outer < measure.Millimetre && o.Kind != own.Kind {
			return // its own end is the outer face
		}
		l, wrong := r.layoutBy("", &base, o)
		if wrong != "" {
			return
		}
		station, _ := o.Station.In(s.Doc.Units)
		c := framing.Candidate{Kind: o.Kind, Joists: o.Joists, Station: station, Said: l.By, Layout: l}
		if o.Kind == "station" && station == before && goesOn {
			c.Said = s.Rules.Tell(words.MarksGoOnFrom, section, station)
		}
		if mine, _ := own.Station.In(s.Doc.Units); o.Kind == own.Kind && o.Joists == own.Joists && (o.Kind != "station" || station == mine) {
			chosen, c.Layout = len(out), w.Layout
		}
		out = append(out, c)
	}
	for _, kind := range []string{"start", "end", "outer-start", "outer-end", "board-start", "board-end"} {
		add(job.Origin{Kind: kind})
	}
	for _, run := range slices.Sorted(maps.Keys(r.firstCrossings(w))) {
		add(job.Origin{Kind: "joists", Joists: run})
	}
	if goesOn {
		add(job.Origin{Kind: "station", Station: job.Exactly(before, s.Doc.Units)})
	}
	if own.Kind == "seam" || own.Kind == "station" && chosen < 0 {
		add(own)
	}
	return out, chosen
}

// sectionBefore is where on a wall the marks of one fall that it goes on from, in
// line and end to end, given before it: one layout holds for all sections. The first
// such place on the wall.
func (s *Site) sectionBefore(w *framing.Wall) (at measure.Length, name string, ok bool) {
	hand, gap := 13.0, s.Rules.Units.Pick(3*measure.Inch, 75*measure.Millimetre).Millimetres() // mm
	line := &geo.Face{From: w.At(0), To: w.At(w.Length)}
	ux, uy, long := line.Unit()
	for _, o := range s.Walls {
		if o == w {
			return 0, "", false
		}
		a, b := o.At(0), o.At(o.Length)
		if o.Layout.Equal || o.Layout.Spacing != w.Layout.Spacing || math.Abs(line.Out(a)) > hand || math.Abs(line.Out(b)) > hand {
			continue
		}
		low, high := min(line.Along(a), line.Along(b)), max(line.Along(a), line.Along(b))
		if math.Abs(high) > gap && math.Abs(low-long) > gap {
			continue
		}
		station := o.Layout.Offset
		if o.Layout.FromEnd {
			station = o.Length - station
		}
		p := o.At(station)
		at = measure.FromMillimetres((p.X-line.From.X)*ux+(p.Y-line.From.Y)*uy).Nearest(s.Rules.Mark/8) % w.Layout.Spacing
		if at < 0 {
			at += w.Layout.Spacing
		}
		return at, o.ID, at <= w.Length
	}
	return 0, "", false
}

// firstCrossings are the stations where the first joist of each run crosses a
// wall.
func (s *Site) firstCrossings(w *framing.Wall) map[string]measure.Length {
	out := map[string]measure.Length{}
	for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
		for _, c := range survey.Crossed(s.JoistList, of, w.At(0), w.At(w.Length)) { // rising
			run := s.JoistList[c.Joist].Run
			if at := measure.FromMillimetres(c.Station); at >= 0 && at <= w.Length {
				if _, there := out[run]; !there {
					out[run] = at
				}
			}
		}
	}
	return out
}

// originAt is the station that an origin's marks are counted from, and what it
// is in words; wrong says why there is none.
func (r *resolver) originAt(path string, w *framing.Wall, o job.Origin) (at measure.Length, said, wrong string) {
	stop := o.Kind == "end" || o.Kind == "outer-end" || o.Kind == "board-end"
	end := measure.Length(0)
	sign := measure.Length(-1) // out of the wall
	if stop {
		end, sign = w.Length, 1
	}
	switch o.Kind {
	case "start", "end":
		return end, r.Rules.Tell(words.MarksByEnd, w.EndName(stop)), ""
	case "outer-start", "outer-end", "board-start", "board-end":
		inner, outer, name := r.cornerAt(w, stop)
		if name == "" {
			return 0, "", r.Rules.Tell(words.NothingMeetsTheEnd, w.EndName(stop))
		}
		if strings.HasPrefix(o.Kind, "board") {
			return end + sign*(inner-r.Board), r.Rules.Tell(words.MarksByBoard, name, r.Board), ""
		}
		if outer == outOfReach {
			return 0, "", r.Rules.Tell(words.OuterFaceOutOfReach, name)
		}
		return end + sign*outer, r.Rules.Tell(words.MarksByOuterFace, name, outer), ""
	case "joists":
		if r.Doc.Survey == nil {
			return 0, "", r.Rules.Tell(words.NoSuchJoists, o.Joists)
		}
		if !slices.ContainsFunc(r.Doc.Survey.Joists, func(j job.Joists) bool { return j.ID == o.Joists }) {
			return 0, "", r.Rules.Tell(words.NoSuchJoists, o.Joists)
		}
		first, crosses := r.firstCrossings(w)[o.Joists]
		if !crosses {
			return 0, "", r.Rules.Tell(words.JoistsDontCross, o.Joists)
		}
		return first, r.Rules.Tell(words.MarksByJoists, o.Joists), ""
	}
	station, ok := r.must(path+".station", o.Station)
	if !ok {
		return 0, "", ""
	}
	if station < 0 || station > w.Length {
		return 0, "", r.Rules.Tell(words.StationIsOffTheWall, station, w.Length)
	}
	if o.Kind == "seam" {
		return station, r.Rules.Tell(words.MarksBySeam, station), ""
	}
	return station, r.Rules.Tell(words.MarksByStation, station), ""
}

const outOfReach = measure.Length(math.MaxInt64)

// cornerAt is the wall that one makes a corner with at an end: how far out of
// that end its nearer and its farther face lie, less than nothing within it;
// outOfReach for one that was there before. name is "" where none does.
func (r *resolver) cornerAt(w *framing.Wall, stop bool) (inner, outer measure.Length, name string) {
	for _, m := range r.Meets {
		if m.Wall.ID != w.ID || m.Stop != stop {
			continue
		}
		if m.Other != nil {
			return 0, m.Other.Lumber.Depth, m.Other.ID
		}
		return 0, outOfReach, m.Existing.ID
	}
	side := -1
	if stop {
		side = 1
	}
	for _, j := range w.Joins {
		if w.Corner(j, r.Rules) != side {
			continue
		}
		if stop {
			return j.From - w.Length, j.To - w.Length, j.Other
		}
		return -j.To, -j.From, j.Other
	}
	return 0, 0, ""
}
