package plan

import (
	"context"
	"math"

	"homalos/internal/days"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/proving"
	"homalos/internal/raising"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Raising is how a wall goes up.
type Raising struct {
	Way      string    `json:"way" enum:"in-place,tilt,plate-first,sections" doc:"As chosen, else as proposed."`
	Proposed string    `json:"proposed" enum:"in-place,tilt,plate-first,sections"`
	Why      []string  `json:"why" nullable:"false" doc:"For what is proposed."`
	Tilt     []Tilt    `json:"tilt" nullable:"false" doc:"Built flat and turned up about its foot: from the left, and from the right, seen from its start."`
	Weight   float64   `json:"weight" doc:"Kilograms of its wood, without boards, which are hung once it stands."`
	People   int       `json:"people" doc:"To hold it upright, 23 kg (50 lb) each."`
	AtStart  int       `json:"atStart" doc:"To begin a tilt: half of it lies on the floor."`
	Swing    Swing     `json:"swing" doc:"Turned end to end in plan."`
	Shims    []Shim    `json:"shims" nullable:"false"`
	Steps    []Step    `json:"steps" nullable:"false" doc:"From striking its line to fixed, by the way in force, for who is there."`
	Weights  Weights   `json:"weights"`
	Cures    []Cure    `json:"cures" nullable:"false" doc:"Where it is to go up flat and isn't sure to clear: what helps, each tried."`
	Route    []Carried `json:"route" nullable:"false" doc:"Along the way in: its longest piece, and its frame where that is carried."`
	Braces   []Brace   `json:"braces" nullable:"false" doc:"Temporary: each stays on the open list until it is taken off."`
}

// Weights are kilograms.
type Weights struct {
	Wood    float64 `json:"wood" doc:"All its members."`
	Treated float64 `json:"treated" doc:"Of those, what is treated."`
	Boards  float64 `json:"boards" doc:"On its faces: hung once it stands."`
	Later   float64 `json:"later" doc:"Of its members, what is fitted once it stands."`
	Layers  float64 `json:"layers,omitempty" doc:"On its studs, as an outside wall has them."`
	Before  float64 `json:"before,omitempty" doc:"Of those, what goes up with the frame: its face can't be reached after."`
}

// Cure is something that lets a wall go up.
type Cure struct {
	Do   string `json:"do" enum:"side,plate-first,top-plate-later,shorter,in-place"`
	Side string `json:"side,omitempty" enum:"left,right"`
	Fit  string `json:"fit,omitempty" doc:"Of shorter: what the wall's fit becomes."`
	// Raise stays as it is where it is left out.
	Raise *job.Raise `json:"raise,omitempty" doc:"What the wall's raise becomes."`
	Text  string     `json:"text"`
}

// Carried is how something goes along the way in.
type Carried struct {
	What    string    `json:"what" enum:"frame,piece"`
	Said    string    `json:"said"`
	Fits    bool      `json:"fits"`
	Most    string    `json:"most,omitempty" doc:"The longest alike that gets through, where it doesn't."`
	Text    string    `json:"text,omitempty" doc:"What to do, where it doesn't."`
	Upright float64   `json:"upright" doc:"Of its sides, the one that stands up as it is carried, mm."`
	Along   float64   `json:"along" doc:"The other, mm."`
	Thick   float64   `json:"thick" doc:"mm"`
	Through []Passage `json:"through" nullable:"false"`
}

// Passage is one tight place, for what is carried; its measures in mm, for drawing.
type Passage struct {
	What   string  `json:"what" enum:"door,turn,stub"`
	Fits   bool    `json:"fits"`
	Text   string  `json:"text"`
	Width  float64 `json:"width"`
	Height float64 `json:"height"`
	After  float64 `json:"after"`
	Over   float64 `json:"over"`
	Lean   float64 `json:"lean" doc:"Degrees off upright."`
	Turn   float64 `json:"turn" doc:"Of a turn: the angle it is tightest at, degrees."`
	Side   float64 `json:"side" doc:"How wide it is in plan, as it leans."`
}

// AngleLeft is what is left over a frame on its way up.
type AngleLeft struct {
	Up        float64 `json:"up" doc:"Degrees from lying flat."`
	Clearance string  `json:"clearance" doc:"Straight up to what is over it, where it is tightest along the wall; rounded down to half a mark, and as sure as spread. Less than nothing: it is through."`
}

// Tilt is what can be said of a wall's way up from one side.
type Tilt struct {
	Side     string      `json:"side" enum:"left,right"`
	Needs    string      `json:"needs,omitempty" doc:"The height that the frame sweeps, where it is tightest: √(H² + t²). Left out where its height isn't known."`
	Has      string      `json:"has,omitempty" doc:"The least of the height that it has there, as read."`
	Spread   string      `json:"spread,omitempty" doc:"How sure that is."`
	Clears   string      `json:"clears" enum:"yes,no,unsure"`
	Tightest *Tightest   `json:"tightest,omitempty"`
	Shorter  string      `json:"shorter,omitempty" doc:"How much shorter it would clear for sure; left out where it does."`
	Blocked  []string    `json:"blocked,omitempty" nullable:"false" doc:"What stands where it would lie."`
	Text     string      `json:"text"`
	How      []string    `json:"how" nullable:"false" doc:"What it sweeps and has, to a 64th or a tenth of a millimetre, and what would cure it."`
	Angles   []AngleLeft `json:"angles,omitempty" nullable:"false" doc:"On the way up."`
	Lies     []LiesAt    `json:"lies,omitempty" nullable:"false" doc:"Where it lies before, from above: mm in the plan."`
	Section  *Swept      `json:"section,omitempty" doc:"The section at the tightest place, for drawing."`
}

// Tightest is where a frame comes nearest to what is over it.
type Tightest struct {
	Station   string  `json:"station"`
	Angle     float64 `json:"angle" doc:"Degrees from lying flat."`
	Clearance string  `json:"clearance" doc:"Less than nothing where it jams."`
	By        string  `json:"by,omitempty" doc:"What it meets there; left out: the ceiling."`
}

// Swept is a section square to a wall in millimetres: out from the edge that stays down,
// to the side the frame lies on, and up from the floor there.
type Swept struct {
	High    float64   `json:"high" doc:"Of the frame."`
	Deep    float64   `json:"deep"`
	Ceiling []SweptAt `json:"ceiling" nullable:"false"`
	At      SweptAt   `json:"at" doc:"The tightest place."`
	Boxes   []Hanging `json:"boxes" nullable:"false"`
}

// SweptAt is a place in a section: out, and up.
type SweptAt struct {
	Out float64 `json:"out"`
	Up  float64 `json:"up"`
}

// LiesAt is a place in the plan, mm.
type LiesAt struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// Hanging is what hangs in a section.
type Hanging struct {
	From  float64 `json:"from" doc:"Out from the edge that stays down."`
	To    float64 `json:"to"`
	Under float64 `json:"under" doc:"Its underside, up from the floor."`
}

// Swing is the room a frame wants in its length if it is turned into place in plan.
type Swing struct {
	Needs string `json:"needs" doc:"√(L² + t²)."`
	Has   string `json:"has,omitempty" doc:"Between what stands at both its ends; left out where one is open."`
	Text  string `json:"text,omitempty"`
}

// Shim is a gap to pack.
type Shim struct {
	At        string `json:"at" doc:"Station."`
	Where     string `json:"where" enum:"over,under" doc:"Over the top plate at a joist, or under the bottom plate."`
	Thickness string `json:"thickness"`
}

// Brace is a temporary brace.
type Brace struct {
	At string `json:"at" doc:"Station."`
}

// Step is one step of how a wall goes up.
type Step struct {
	Kind string `json:"kind" enum:"do,hold,caution,check"`
	Text string `json:"text"`
}

// Turn is one wall in the order that they go up.
type Turn struct {
	Wall  string   `json:"wall"`
	After []string `json:"after" nullable:"false" doc:"Walls that it waits for."`
	Why   string   `json:"why"`
	// Boarded come before it too.
	Boarded []string `json:"boarded,omitempty" nullable:"false" doc:"Walls whose face it would shut off: they are boarded before it stands."`
}

func (s *writer) writeRaising(ctx context.Context, p *Plan) {
	all := raising.Of(s.Result)
	for i, r := range all {
		one := s.writeOneRaising(r)
		p.Walls[i].Raising = &one
		for _, f := range r.Jams(s.Result) {
			found := s.writeFinding(f)
			found.Wall = p.Walls[i].ID
			p.Walls[i].Findings = append(p.Walls[i].Findings, found)
		}
	}
	order := raising.InOrder(s.Result, all)
	p.Order = []Turn{}
	people := 2
	if d := s.Doc.Schedule; d != nil && d.Crew > 0 {
		people = d.Crew
	}
	for _, t := range order.Turns {
		for i := range all {
			if all[i].Wall.Wall.ID != t.Wall {
				continue
			}
			p.Walls[i].Raising.Steps = []Step{}
			for _, x := range raising.Steps(s.Result, &all[i], t, people) {
				p.Walls[i].Raising.Steps = append(p.Walls[i].Raising.Steps, Step{string(x.Kind), x.Text})
			}
		}
		p.Order = append(p.Order, Turn{t.Wall, t.After, t.Why, t.Boarded})
	}
	p.DaysPlan = days.Of(ctx, s.Result, all, order)
	p.ToCheck, p.Leaves = proving.Asks(s.Result, all), proving.Temporary(s.Result, all, p.DaysPlan)
	for _, f := range append(order.Findings, p.DaysPlan.Findings...) {
		p.Findings = append(p.Findings, s.writeFinding(f))
	}
}

func (s *writer) writeOneRaising(r raising.Raising) Raising {
	u := s.Rules.Units
	out := Raising{
		Way: string(r.Way), Proposed: string(r.Proposed), Why: r.Why, Tilt: []Tilt{}, Weight: math.Round(r.Weight*10) / 10, People: r.People, AtStart: r.AtStart,
		Swing: Swing{Needs: u.Write(u.Estimate(r.Swing.Needs.Millimetres()))}, Shims: []Shim{}, Braces: []Brace{}, Cures: []Cure{}, Route: []Carried{},
		Weights: Weights{math.Round(r.Parts.Wood*10) / 10, math.Round(r.Parts.Treated*10) / 10, math.Round(r.Parts.Boards*10) / 10, math.Round(r.Parts.Later*10) / 10, math.Round(r.Parts.Layers*10) / 10, math.Round(r.Parts.Before*10) / 10},
	}
	for _, c := range r.Cures {
		cure := Cure{Do: c.Do, Side: string(c.Side), Text: c.Text, Raise: r.Cured(c)}
		if c.Fit > 0 {
			cure.Fit = u.Write(c.Fit)
		}
		out.Cures = append(out.Cures, cure)
	}
	if r.Frame != nil {
		out.Route = append(out.Route, s.writeCarried("frame", s.Rules.Tell(words.TheFrame), r.Frame))
	}
	if r.Piece != nil {
		out.Route = append(out.Route, s.writeCarried("piece", s.Rules.Tell(words.TheLongest), r.Piece))
	}
	if r.Swing.Has > 0 {
		out.Swing.Has = u.Write(r.Swing.Has)
		out.Swing.Text = s.Rules.Tell(words.SwingTight, words.Fine(r.Swing.Needs), r.Swing.Has, r.Swing.Shorter)
	}
	if out.Why == nil {
		out.Why = []string{}
	}
	for _, t := range r.Tilt {
		out.Tilt = append(out.Tilt, s.writeTilt(t, r.Wall))
	}
	for _, x := range r.Shims {
		where := "under"
		if x.Over {
			where = "over"
		}
		out.Shims = append(out.Shims, Shim{u.Write(x.At.Nearest(s.Rules.Mark)), where, u.Write(x.Thick)})
	}
	for _, b := range r.Braces {
		out.Braces = append(out.Braces, Brace{u.Write(b.Nearest(s.Rules.Mark))})
	}
	return out
}

func (s *writer) writeTilt(t raising.Tilt, w *work.Wall) Tilt {
	u := s.Rules.Units
	mm := u.Estimate
	out := Tilt{Side: string(t.Side), Clears: string(t.Clears), Blocked: t.Blocked, Text: t.Say(s.Result), How: []string{}}
	if !t.Known {
		return out
	}
	out.Needs, out.Has, out.Spread = u.Write(mm(t.Needs)), u.Write(mm(t.Has)), u.Write(mm(t.Spread))
	out.Tightest = &Tightest{Station: u.Write(t.Station.Nearest(s.Rules.Mark)), Angle: math.Round(10*t.Angle) / 10, Clearance: u.Write(mm(t.Clearance)), By: t.By}
	said := func(v float64) words.Fine { return words.Fine(measure.FromMillimetres(v)) }
	out.How = append(out.How, s.Rules.Tell(words.SweepsAndHas, said(t.Needs), said(t.Has), said(t.Spread)))
	if t.Shorter > 0 {
		out.How = append(out.How, s.Rules.Tell(words.ShorterForSure, said(t.Shorter)))
		out.Shorter = u.Write(mm(t.Shorter).Up(s.Rules.Mark / 2))
	}
	for _, a := range t.Angles(w.Wall.Lumber.Depth.Millimetres()) {
		out.Angles = append(out.Angles, AngleLeft{a.Up, u.Write(measure.FromMillimetres(a.Clearance).Down(s.Rules.Mark / 2))})
	}
	for _, p := range t.Lies() {
		out.Lies = append(out.Lies, LiesAt{p[0], p[1]})
	}
	place := t.Place()
	out.Section = &Swept{High: t.High(), Deep: w.Wall.Lumber.Depth.Millimetres(), Ceiling: []SweptAt{}, At: SweptAt{place[0], place[1]}, Boxes: []Hanging{}}
	for _, c := range t.Over() {
		out.Section.Ceiling = append(out.Section.Ceiling, SweptAt{c[0], c[1]})
	}
	for _, b := range t.Hanging() {
		out.Section.Boxes = append(out.Section.Boxes, Hanging{b[0], b[1], b[2]})
	}
	return out
}

func (s *writer) writeCarried(what, said string, c *raising.Carried) Carried {
	out := Carried{What: what, Said: said, Fits: c.Fits, Upright: c.Upright, Along: c.Along, Thick: c.Thick, Through: []Passage{}}
	tell := s.Rules.Tell
	length := func(mm float64) measure.Length { return measure.FromMillimetres(mm).Up(s.Rules.Mark) }
	for _, p := range c.Through {
		name := p.Name
		if name == "" {
			name = tell(words.PassNone, tell(map[string]words.Code{"door": words.PassOfDoor, "turn": words.PassOfTurn, "stub": words.PassOfStub}[p.What]))
		}
		code := words.PassDoor
		switch {
		case p.What == "turn" && p.Rise > 0.5:
			code = words.PassTurnLifted
		case p.What == "turn":
			code = words.PassTurn
		case p.What == "stub":
			code = words.PassStub
		case p.Lean > 0.5:
			code = words.PassLeans
		}
		has := measure.FromMillimetres(p.Has).Down(s.Rules.Mark)
		args := []any{name, length(p.Needs), has}
		switch code {
		case words.PassLeans:
			args = append(args, p.Lean)
		case words.PassTurnLifted:
			args = append(args, p.Rise)
		}
		text := tell(code, args...)
		if !p.Fits {
			text += " " + tell(words.PassNot)
		}
		lean := p.Lean * math.Pi / 180
		out.Through = append(out.Through, Passage{
			What: p.What, Fits: p.Fits, Text: text, Width: p.Width, Height: p.Height, After: p.After, Over: p.Over,
			Lean: math.Round(p.Lean*10) / 10, Turn: math.Round(p.Turn*10) / 10, Side: c.Upright*math.Sin(lean) + c.Thick*math.Cos(lean),
		})
	}
	switch {
	case c.Fits:
	case c.Most > 0:
		most := measure.FromMillimetres(c.Most).Down(s.Rules.Mark)
		out.Most, out.Text = s.Rules.Units.Write(most), tell(words.InPartsOf, most)
	default:
		out.Text = tell(words.NoPartPasses)
	}
	return out
}
