package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Tied is the head that a group of openings shares: the highest of them. Heads
// along a hall go by one elevation (the work, step 5).
type Tied struct {
	Known   bool
	Level   float64 // elevation of the head's underside, mm
	Spread  float64
	Opening string // the one it goes by, its wall, and where the floor is highest under it
	Wall    string
	At      measure.Length
	From    []string // ids of the readings nearest to that floor
}

// HighSide is the head that an opening would have by itself.
type HighSide struct {
	Known         bool
	Level, Spread float64 // mm
	At            measure.Length
	From          []string
}

// HighSides are the heads that a wall's openings would have, each off the highest
// floor under it.
func HighSides(w *Wall, rules Rules, heights Heights) []HighSide {
	own := *w
	own.Openings = nil
	for _, o := range w.Openings {
		o.Tied, o.Levelled = nil, false
		own.Openings = append(own.Openings, o)
	}
	f := &framer{Laid: &Laid{Framed: Framed{Wall: &own}, rules: own.ruled(rules)}, heights: heights}
	f.takeReadings()
	f.findHeads()
	var out []HighSide
	for i, o := range own.Openings {
		h := f.heads[i]
		one := HighSide{Known: h.floor.Known, Level: h.level() + o.headOver().Millimetres(), Spread: h.floor.Spread, At: h.high, From: h.floor.From}
		var sums [][]survey.Term
		for _, p := range h.plausible {
			sums = append(sums, []survey.Term{f.floorAt(p)})
		}
		for _, e := range heights.EstimateAll(sums) { // the highest floor may lie elsewhere
			one.Spread = math.Max(one.Spread, e.Value+e.Spread-h.level())
		}
		out = append(out, one)
	}
	return out
}

// headOver is how high an opening's head stands over the floor that is there.
func (o Opening) headOver() measure.Length { return o.FinishFloor + o.Sill + o.Height }

func (f *framer) takeReadings() {
	f.building = f.heights
	f.all = f.heights.Taken(survey.Rule{
		From: f.Wall.At(0), To: f.Wall.At(f.Wall.Length), Near: f.rules.Near.Millimetres(), Reach: f.rules.Reach.Millimetres(),
	})
	f.heights, f.taken = overOwn(f.Wall, f.heights, f.all)
}

// fixedHead is the head of an opening that goes by a level line or by its group.
// Where the floor under it was not levelled, or the group's head isn't known, it
// stands off its own floor for now and waits.
func (f *framer) fixedHead(o Opening, own head) head {
	level, spread := o.Level.Millimetres(), 0.0
	known, line := true, Line{What: f.rules.Tell(words.LevelLineOfHead, o.ID), Value: o.Level}
	if t := o.Tied; t != nil {
		level, spread, known = t.Level, t.Spread, t.Known
		line = Line{f.rules.Tell(words.HeadOfGroup, o.Head, t.Opening, t.Wall, t.At), f.length(t.Level), t.From}
	}
	floor := f.heights.EstimateAll([][]survey.Term{{f.floorAt(o.Centre)}})[0]
	if !known || !floor.Known {
		own.waits = true
		return own
	}
	out := head{high: o.Centre, fixed: true, line: line, floor: survey.Estimate{Value: level - o.headOver().Millimetres(), Spread: spread, Known: true, From: line.Readings}}
	return out
}

// settle says what a piece at a fixed head stands between: its own floor or ceiling
// alone, and the head.
func (h head) settle(kind wood.Kind, e *survey.Estimate) {
	if s := kind.Row().Stands; s == wood.HeadToPlate || s == wood.HeadToCross {
		e.Value -= h.floor.Value
		return
	}
	e.Value += h.floor.Value
}

// checkWaits names the openings whose heads wait for another floor.
func (f *framer) checkWaits() {
	for i, o := range f.Wall.Openings {
		h := f.heads[i]
		loose := h.fixed && f.length(h.floor.Spread) > f.rules.Hold
		if o.Tied == nil || !loose && !h.waits {
			continue
		}
		var ids []string
		for k := range f.Members {
			m := &f.Members[k]
			if m.Opening == o.ID && m.State == MeasureFirst && m.Kind.Upright() && !m.Kind.FullHeight() {
				ids = append(ids, m.ID)
				m.Waits = true
			}
		}
		if len(ids) == 0 {
			continue
		}
		f.find(Warn, "head-waits", o.Centre, ids, f.rules.Tell(words.HeadWaitsForFloor, o.ID, o.Head, o.Tied.Opening, o.Tied.Wall), f.rules.Tell(words.ShootOnWallAt, "floor", o.Tied.Wall, f.rules.Units.Say(o.Tied.At, f.rules.Mark)))
	}
}

// checkTied names an opening whose level line lies lower over its own floor than
// it is high.
func (f *framer) checkTied() {
	for i, o := range f.Wall.Openings {
		h := f.heads[i]
		if !h.fixed {
			continue
		}
		own := f.highest(o)
		if !own.Known {
			continue
		}
		if short := own.Value - h.floor.Value; short > f.rules.Mark.Millimetres()/2+own.Spread {
			f.find(Warn, "head-low", o.Centre, nil, f.rules.Tell(words.HeadIsLow, o.ID, f.length(short)), f.rules.Tell(words.RaiseTheHeadBy, f.length(short)))
		}
	}
}

// highest is the floor under an opening where it is highest, as foretold.
func (f *framer) highest(o Opening) survey.Estimate {
	best := survey.Estimate{Value: math.Inf(-1)}
	for _, e := range f.heights.EstimateAll([][]survey.Term{{f.floorAt(o.Left())}, {f.floorAt(o.Centre)}, {f.floorAt(o.Right())}}) {
		if e.Known && e.Value > best.Value {
			best = e
		}
	}
	return best
}
