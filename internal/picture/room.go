// Package picture draws a result: walls, corners and the room, in millimetres for
// drawing and text for reading.
package picture

import (
	"fmt"
	"math"

	"homalos/internal/advise"
	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/recall"
	"homalos/internal/room"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/words"
	"homalos/internal/work"
)

func at(p geo.Point) Dot { return Dot{p.X, p.Y} }

// RoomOf draws the room with what was found in it.
func RoomOf(r *work.Result) Room {
	return RoomIn(r, func(_ recall.Key, draw func() []Relief) []Relief { return draw() })
}

// RoomIn is RoomOf where reliefs, by far the most of the work, may be at hand:
// reliefs is given what they follow from, and what draws them.
func RoomIn(r *work.Result, reliefs func(key recall.Key, draw func() []Relief) []Relief) Room {
	s := &drawer{r}
	room := Room{Troubles: []string{}, Crosses: []int{}, Doubts: append([]work.Doubted{}, s.Doubts...)}
	shape := s.Solved()
	s.writeShape(&room, shape)
	outline := site.OutlineOf(shape)
	s.writeFound(&room, shape)
	s.extent(&room)
	room.Joists = s.drawnJoists(room.Low, room.High)
	from := recall.KeyOf(work.SurveyKey(s.Site), room.Low, room.High, outline, s.Rules.Hold, s.Rules.Mark)
	room.Reliefs = reliefs(from, func() []Relief { return s.reliefs(room, outline) })
	room.Instruments = s.judgedDevices()
	room.Readings = s.counted()
	room.Next, room.Held = advise.NextOf(s.Result)
	var where []geo.Point
	for _, c := range shape.Corners {
		where = append(where, c.At)
	}
	for _, r := range s.Readings {
		where = append(where, r.At)
	}
	for i, w := range s.Walls {
		room.Lines[i].Wood = s.fromAbove(w)
	}
	room.Blocks = s.blocksAbove()
	room.Dims = s.dims(&room)
	room.Assess = s.Assessed(where)
	return room
}

func (s *drawer) writeShape(room *Room, shape room.Shape) {
	room.Corners, room.Ties = []RoomCorner{}, []RoomTie{}
	room.Missing, room.Spare = shape.Missing, max(shape.Spare, 0)
	if len(s.Corners) < 3 {
		room.Missing = max(3, 2*len(s.Corners)-3)
	}
	for i, c := range shape.Corners {
		room.Corners = append(room.Corners, RoomCorner{
			ID: s.Corners[i].ID, X: c.At.X, Y: c.At.Y, Said: s.SayMM(c.At.X) + " across, " + s.SayMM(c.At.Y) + " up",
			Pinned: c.Pinned, Major: c.Major, Minor: c.Minor, Tilt: c.Tilt,
		})
		if c.Angled {
			room.Corners[i].Inside, room.Corners[i].Give = degrees(c.Inside), degrees(c.InsideSpread)
		}
	}
	for i, t := range shape.Ties {
		room.Ties = append(room.Ties, s.writeTie(i, t))
		if t.Doubtful {
			room.Troubles = append(room.Troubles, room.Ties[i].Said+": "+room.Ties[i].Text)
		}
	}
	if shape.Closed {
		room.Closing = s.SayMM(shape.Closing)
	}
	for _, x := range shape.Crosses {
		room.Crosses = append(room.Crosses, x[0], x[1])
		n := len(s.Corners)
		side := func(i int) string { return s.Corners[i].ID + "–" + s.Corners[(i+1)%n].ID }
		room.Troubles = append(room.Troubles, s.Rules.Tell(words.SidesCrossCheckThoseTapes, side(x[0]), side(x[1])))
	}
	if len(s.Corners) >= 3 && len(shape.Crosses) == 0 && geo.Area(site.OutlineOf(shape)) < 0 {
		room.Troubles = append(room.Troubles, s.Rules.Tell(words.CornersGoRoundWithRoom))
	}
}

func degrees(v float64) string { return fmt.Sprintf("%.2f°", v) }

func (s *drawer) writeTie(i int, found room.TieFound) RoomTie {
	t, doc := s.Ties[i], s.TieDocs[i]
	out := RoomTie{ID: t.ID, Said: s.TieSaid(i), Kind: string(t.Kind), From: t.From, To: t.To, At: t.At, Checked: found.Checked, Doubtful: found.Doubtful}
	say := s.SayMM
	if t.Kind == room.AngleTie {
		say = degrees
	}
	out.Value = degrees(doc.Degrees)
	if t.Kind != room.AngleTie {
		raw, _ := doc.Value.In(s.Rules.Units)
		out.Value = s.Rules.Units.Say(raw, 0)
	}
	out.Foretold, out.Misfit = say(found.Foretold), say(found.Misfit)
	if !found.Doubtful {
		return out
	}
	if found.CantBe != "" {
		out.Text = s.Rules.Tell(words.TapeThemAgain, out.Value, found.CantBe)
		return out
	}
	out.Text = s.Rules.Tell(words.ReadsOthersForetell, out.Value, out.Foretold)
	if found.Slip != nil {
		really := say(found.Slip.Really)
		if t.Kind != room.AngleTie {
			really = s.Rules.Units.Say(s.Rules.Units.Estimate(found.Slip.Really), 0)
		}
		out.Text += s.Rules.Tell(words.LikelyWouldBe, s.SlipSaid(found.Slip.Kind), really)
	}
	out.Text += s.Rules.Tell(words.ReadItAgain)
	return out
}

// writeFound draws walls, lines, pins and what is in the way.
func (s *drawer) writeFound(room *Room, shape room.Shape) {
	room.Walls, room.Lines, room.Pins = []RoomWall{}, []RoomLine{}, []RoomPin{}
	room.Obstructions, room.Hidden, room.Zones = []DrawnRun{}, []DrawnRun{}, []DrawnZone{}
	for _, w := range s.ExistingWalls {
		room.Walls = append(room.Walls, s.writeExisting(w, shape))
	}
	for _, w := range s.Walls {
		room.Lines = append(room.Lines, lineOf(w.Wall))
	}
	doubtful := map[string]bool{}
	for _, d := range room.Doubts {
		doubtful[d.Reading] = true
	}
	for _, r := range s.Readings {
		if r.Kind == survey.LevelReading {
			continue // it lies across, not at one place
		}
		raw, _ := s.Given[r.ID].Value.In(s.Rules.Units)
		room.Pins = append(room.Pins, RoomPin{r.ID, string(r.Kind), r.At.X, r.At.Y, s.Rules.Units.Say(raw, 0), s.Where(r), doubtful[r.ID]})
	}
	room.Sides = []RoomSide{}
	for _, side := range s.Sides() {
		room.Sides = append(room.Sides, RoomSide{side.Name, at(shape.Corners[side.From].At), at(shape.Corners[side.To].At)})
	}
	room.Stairs = []DrawnStair{}
	for _, x := range s.Stairs {
		way := words.StairUp
		if x.Rise < 0 {
			way = words.StairDown
		}
		riser := 180.0 // mm, about
		room.Stairs = append(room.Stairs, DrawnStair{x.ID, at(x.From), at(x.To), x.Width, s.Rules.Tell(way, words.MM(math.Abs(x.Rise)), x.Headroom), max(2, min(40, int(math.Abs(x.Rise)/riser)))})
	}
	room.Outside = append([]work.Outside{}, s.Outside...)
	for _, o := range s.Obstructions {
		said := o.Kind
		switch {
		case o.Underside != nil:
			said += s.Rules.Tell(words.Underside, words.MM(*o.Underside))
		case o.Headroom != nil:
			said += s.Rules.Tell(words.Headroom, words.MM(*o.Headroom))
		}
		room.Obstructions = append(room.Obstructions, DrawnRun{ID: o.ID, Kind: o.Kind, From: at(o.From), To: at(o.To), Width: o.Width, Said: said})
	}
	for i, h := range s.Hidden {
		doc := s.Doc.Survey.Hidden[i]
		run := DrawnRun{ID: h.ID, Kind: h.Kind, In: h.In, From: at(h.From), To: at(h.To), Width: h.Band, Said: s.Rules.Tell(words.InNoDrillNoNail, h.Kind, h.In)}
		if h.In == "wall" {
			run.From, run.To = s.onExistingWall(doc, shape)
		}
		room.Hidden = append(room.Hidden, run)
	}
	for i, z := range s.Zones {
		zone := DrawnZone{ID: s.Doc.Survey.Zones[i].ID, Of: s.Doc.Survey.Zones[i].Of, Said: s.ZoneNames[i]}
		for _, p := range z.Outline {
			zone.Outline = append(zone.Outline, at(p))
		}
		room.Zones = append(room.Zones, zone)
	}
}

// onExistingWall is where a find in a wall lies on the plan.
func (s *drawer) onExistingWall(h job.Hidden, shape room.Shape) (from, to Dot) {
	for _, w := range s.ExistingWalls {
		if w.ID == h.Wall {
			a, b := s.EndsOf(&w)
			place := func(station job.Length) Dot {
				v, _ := station.In(s.Rules.Units)
				return at(site.Toward(a, b, v.Millimetres()))
			}
			return place(h.From.Station), place(h.To.Station)
		}
	}
	return from, to
}

// lineOf is a new wall on the plan.
func lineOf(w *framing.Wall) RoomLine {
	out := RoomLine{ID: w.ID, From: at(w.From), To: at(w.To), Ends: [2]string{w.EndName(false), w.EndName(true)}, Layers: layersAbove(w), Hangs: w.Hung != nil}
	for _, p := range w.Footprint() {
		out.Outline = append(out.Outline, at(p))
	}
	return out
}

// writeExisting carries a wall's leans to the full height read beside it.
func (s *drawer) writeExisting(w site.Existing, shape room.Shape) RoomWall {
	a, b := s.EndsOf(&w)
	out := RoomWall{
		Kind: w.Kind, Free: w.Free, ID: w.ID, Name: w.Name, From: at(a), To: at(b), Length: s.SayMM(a.Distance(b)), Depth: w.Depth.Millimetres(), Fate: w.Fate, Studs: []Dot{}, Openings: []RoomOpening{},
	}
	opening := func(from, to measure.Length, what, id, fate string) {
		out.Openings = append(out.Openings, RoomOpening{at(site.Toward(a, b, from.Millimetres())), at(site.Toward(a, b, to.Millimetres())), what, id, fate})
	}
	for k, h := range w.Openings {
		given, fate := w.ExistingWall.Openings[k], ""
		if given.Close != nil || given.Fate == "closed" {
			fate = "closed"
		}
		opening(h.From, h.To, h.What, given.ID, fate)
	}
	for _, c := range s.Site.CutIns {
		if c.In.ID == w.ID {
			o := c.Wall.Openings[0]
			opening(o.Left(), o.Right(), string(o.Kind), o.ID, "new")
		}
	}
	if out.Fate == "" {
		out.Fate = "stays"
	}
	for _, t := range w.Studs {
		v, _ := t.In(s.Rules.Units)
		out.Studs = append(out.Studs, at(site.Toward(a, b, v.Millimetres())))
	}
	if high := s.Heights.Estimate(survey.Gap(geo.Point{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2})); high.Known && !high.Few && len(w.Leans) > 0 {
		in, away := room.WorstLean(w.Leans, high.Value)
		out.Height, out.In, out.Out = s.SayMM(high.Value), s.SayMM(in), s.SayMM(-away)
	}
	if most, where := room.Bulge(w.Waves); most > 0 {
		out.Bulge = s.Rules.Tell(words.ThingAt, words.MM(most), words.MM(where.Station))
	}
	return out
}

// extent is what the picture must show.
func (s *drawer) extent(room *Room) {
	low, high := Dot{math.Inf(1), math.Inf(1)}, Dot{math.Inf(-1), math.Inf(-1)}
	take := func(p Dot) {
		low = Dot{math.Min(low.X, p.X), math.Min(low.Y, p.Y)}
		high = Dot{math.Max(high.X, p.X), math.Max(high.Y, p.Y)}
	}
	for _, c := range room.Corners {
		take(Dot{c.X, c.Y})
	}
	for _, l := range room.Lines {
		for _, p := range l.Outline {
			take(p)
		}
	}
	for _, p := range room.Pins {
		take(Dot{p.X, p.Y})
	}
	for _, z := range room.Zones {
		for _, p := range z.Outline {
			take(p)
		}
	}
	if math.IsInf(low.X, 1) {
		low, high = Dot{}, Dot{4000, 3000}
	}
	room.Low, room.High = low, Dot{math.Max(high.X, low.X+500), math.Max(high.Y, low.Y+500)}
}

func (s *drawer) drawnJoists(low, high Dot) []DrawnJoist {
	out := []DrawnJoist{}
	box := []geo.Point{{X: low.X, Y: low.Y}, {X: high.X, Y: low.Y}, {X: high.X, Y: high.Y}, {X: low.X, Y: high.Y}}
	for _, j := range s.JoistList {
		sin, cos := math.Sincos(j.Angle * math.Pi / 180)
		reach := 2*math.Hypot(high.X-low.X, high.Y-low.Y) + math.Hypot(j.At.X-low.X, j.At.Y-low.Y)
		a := geo.Point{X: j.At.X - cos*reach, Y: j.At.Y - sin*reach}
		b := geo.Point{X: j.At.X + cos*reach, Y: j.At.Y + sin*reach}
		met := geo.EdgesMet(box, a, b)
		if len(met) < 2 {
			continue
		}
		of := "floor"
		if j.Of == survey.Ceiling {
			of = "ceiling"
		}
		out = append(out, DrawnJoist{j.Run, of, j.Exposed, j.Width, at(site.Toward(a, b, met[0])), at(site.Toward(a, b, met[len(met)-1]))})
	}
	return out
}

func (s *drawer) judgedDevices() []DeviceJudged {
	out := []DeviceJudged{}
	if s.Doc.Survey == nil {
		return out
	}
	for _, doc := range s.Doc.Survey.Instruments {
		in := s.Instruments[doc.ID]
		d := DeviceJudged{ID: in.ID, Kind: in.Kind, Noise: s.SayMM(in.Noise), Offset: s.Rules.Units.Say(in.Offset, 0), Off: in.Off || in.Offset != 0}
		switch {
		case len(doc.Checks) == 0 && !doc.Offset.Given():
			d.Text = s.Rules.Tell(words.NotCheckedYetReadLength)
		case doc.Offset.Given():
			d.Text = s.Rules.Tell(words.TakenOffEachReadingAs, d.Offset)
		case in.Off:
			d.Text = s.Rules.Tell(words.OffReadsTooMuchIn, d.Offset, len(doc.Checks))
			if in.Offset < 0 {
				d.Text = s.Rules.Tell(words.OffReadsTooLittleIn, words.Exact(-in.Offset), len(doc.Checks))
			}
		default:
			d.Text = s.Rules.Tell(words.AgreesWithKnownLengthsTo, len(doc.Checks))
		}
		out = append(out, d)
	}
	return out
}

// counted lists readings that count as something else than what was read.
func (s *drawer) counted() []Counted {
	out := []Counted{}
	for _, r := range s.Readings {
		doc := s.Given[r.ID]
		raw, _ := doc.Said().In(s.Rules.Units)
		used := s.Used[r.ID]
		if doc.Basis == "stacked" || doc.Basis == "between" || used == raw {
			continue
		}
		why := ""
		if in := s.Instruments[doc.Instrument]; in != nil && in.Offset != 0 {
			why = s.Rules.Tell(words.OffsetOf, in.ID)
		}
		for _, x := range []*job.Stood{doc.Stood, doc.Stopped} {
			if x != nil && x.Thick.Given() {
				if why != "" {
					why += ", "
				}
				why += x.What + " " + x.Thick.String()
			}
		}
		out = append(out, Counted{r.ID, s.Rules.Units.Say(raw, 0), s.Say(raw), s.Rules.Units.Say(used, 0), why, (used - raw).Abs() > s.Rules.Mark})
	}
	return out
}
