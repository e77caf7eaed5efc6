// Package work works a site out: floor and ceiling foretold, each wall framed, its
// meetings judged, pieces laid into sticks, what is still to be read.
package work

import (
	"math"
	"slices"

	"homalos/internal/assess"
	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Assessed is what the answers of the assessment come to. Nothing in it says
// that a wall is safe to remove.
type Assessed struct {
	Questions []AskedSign   `json:"questions" nullable:"false"`
	Walls     []WallJudged  `json:"walls" nullable:"false"`
	Steps     []SupportStep `json:"steps" nullable:"false" doc:"The temporary-support checklist, in order."`
	Floors    []FloorAlong  `json:"floors" nullable:"false"`
	Cards     []ShownCard   `json:"cards" nullable:"false"`
	Probes    []Probed      `json:"probes" nullable:"false"`
	Pockets   []Gauged      `json:"pockets" nullable:"false"`
	Wanted    []WantFits    `json:"wanted" nullable:"false"`
	Open      int           `json:"open" doc:"How many things are still open."`
}

// AskedSign is one question of the list.
type AskedSign struct {
	ID    string `json:"id"`
	Text  string `json:"text"`
	Where string `json:"where"`
	Load  bool   `json:"load" doc:"A yes is a sign of load."`
}

// WallJudged is an existing wall with what its signs come to.
type WallJudged struct {
	Wall     string       `json:"wall"`
	Status   string       `json:"status" enum:"signs of load,no sign found,not known"`
	Open     []string     `json:"open" nullable:"false" doc:"Questions without a yes or no."`
	Held     string       `json:"held,omitempty" doc:"Why it must not be touched yet."`
	Homeless []string     `json:"homeless" nullable:"false" doc:"What hangs on it and has no new home yet."`
	Chains   []ChainFault `json:"chains" nullable:"false" doc:"Posts that aren't followed to solid ground."`
}

// ChainFault is what is wrong with what a post stands on.
type ChainFault struct {
	Post string `json:"post"`
	Text string `json:"text"`
}

// SupportStep is a step of the checklist.
type SupportStep struct {
	ID   string `json:"id"`
	Text string `json:"text"`
}

// FloorAlong is the floor's soundness along a new wall.
type FloorAlong struct {
	Wall  string `json:"wall"`
	State string `json:"state" enum:"not looked at,partly looked at,sound,bad"`
	Text  string `json:"text"`
}

// ShownCard is a health card that the job calls for.
type ShownCard struct {
	ID        string `json:"id"`
	Step      string `json:"step" enum:"read,line,mark,cut,stand"`
	Title     string `json:"title"`
	Text      string `json:"text"`
	Confirmed string `json:"confirmed,omitempty" doc:"By whom, when."`
}

// Probed is how deep a boxed-in structure is under its layers.
type Probed struct {
	ID    string `json:"id"`
	Depth string `json:"depth" doc:"From the face to what holds a screw."`
	Screw string `json:"screw" doc:"Least length, with the usual hold in what it bites."`
	Bites string `json:"bites"`
}

// Gauged is a pocket for an infill: the smallest of what was gauged, less the
// allowance.
type Gauged struct {
	ID     string `json:"id"`
	Width  string `json:"width"`
	Height string `json:"height"`
}

// WantFits says whether something wanted fits under the ceiling as read.
type WantFits struct {
	ID   string `json:"id"`
	Text string `json:"text"`
	Fits string `json:"fits" enum:"yes,no,not known"`
}

func (s *Result) judged() []WallJudged {
	out := []WallJudged{}
	var a job.Assess
	if s.Doc.Assess != nil {
		a = *s.Doc.Assess
	}
	for _, w := range s.ExistingWalls {
		answers := map[string]string{}
		for _, x := range a.Answers {
			if x.Wall == w.ID {
				answers[x.Question] = x.Answer
			}
		}
		says := ""
		for _, x := range a.Decisions {
			if x.Wall == w.ID {
				says = x.Says
			}
		}
		status, open := assess.Judge(answers)
		j := WallJudged{Wall: w.ID, Status: string(status), Open: append([]string{}, open...), Held: assess.Held(status, w.Fate, says), Homeless: []string{}, Chains: []ChainFault{}}
		for _, x := range a.Hanging {
			if x.Wall == w.ID && x.Home == "" {
				j.Homeless = append(j.Homeless, x.What)
			}
		}
		for _, x := range a.Supports {
			if x.Wall != w.ID {
				continue
			}
			for _, p := range x.Posts {
				if why := assess.Chain(site.Feet(p)); why != "" {
					j.Chains = append(j.Chains, ChainFault{p.ID, why})
				}
			}
			if x.AskedBy != "" && x.Placed == nil && j.Held == "" && w.Fate != "" && w.Fate != "stays" {
				j.Held = s.Rules.Tell(words.SupportWasAskedForNot)
			}
		}
		if len(j.Homeless) > 0 && j.Held == "" && w.Fate == "goes" {
			j.Held = s.Rules.Tell(words.WhatHangsOnNeedsNew, j.Homeless[0])
		}
		out = append(out, j)
	}
	return out
}

// hold stops what is meant for an existing wall until its paper is there.
func (s *Result) hold() {
	for i, j := range s.judged() {
		if j.Held != "" {
			w := s.ExistingWalls[i]
			done := map[string]string{"goes": s.Rules.Tell(words.TakenAway), "opened": "opened"}[w.Fate]
			s.Findings = append(s.Findings, framing.Finding{
				Code: "load-hold", Level: framing.Stop, Text: s.Rules.Tell(words.NotToBeYet, w.ID, done, j.Held),
				Fix: s.Rules.Tell(words.EnterLicensedPersonSDecision),
			})
		}
	}
}

// Assessed puts it together; what is wanted must fit under the ceiling at the
// places where the room is known.
func (s *Result) Assessed(where []geo.Point) Assessed {
	out := Assessed{
		Questions: []AskedSign{}, Walls: s.judged(), Steps: []SupportStep{}, Floors: []FloorAlong{}, Cards: []ShownCard{}, Probes: []Probed{}, Pockets: []Gauged{}, Wanted: []WantFits{},
	}
	for _, q := range assess.Questions {
		one := AskedSign(q)
		one.Text = s.Rules.Fill(q.Text)
		out.Questions = append(out.Questions, one)
	}
	for _, x := range assess.SupportSteps {
		out.Steps = append(out.Steps, SupportStep{x.ID, s.Rules.Fill(x.Text)})
	}
	var a job.Assess
	if s.Doc.Assess != nil {
		a = *s.Doc.Assess
	}
	for _, w := range s.Walls {
		out.Floors = append(out.Floors, s.floorAlong(w.Wall))
	}
	for _, c := range assess.Cards(s.facts()) {
		card := ShownCard{ID: c.ID, Step: c.Step, Title: c.Title, Text: c.Text}
		for _, x := range a.Confirmed {
			if x.Card == c.ID {
				card.Confirmed = x.By + ", " + x.At
			}
		}
		out.Cards = append(out.Cards, card)
	}
	s.probed(&out, a)
	s.wantedFits(&out, a, where)
	for _, j := range out.Walls {
		out.Open += len(j.Homeless) + len(j.Chains)
		if j.Held != "" {
			out.Open++
		}
	}
	for _, f := range out.Floors {
		if f.State != "sound" {
			out.Open++
		}
	}
	return out
}

func (s *Result) facts() assess.Facts {
	f := assess.Facts{Concrete: s.Concrete, Walls: len(s.Walls) > 0, OpenFloor: s.anyBadFloor() || s.railingGoes()}
	for _, w := range s.Walls {
		for _, p := range append(append([]*wood.Lumber{}, w.Wall.Bottom...), w.Wall.Top...) {
			f.Treated = f.Treated || p.Treated
		}
	}
	for _, w := range s.ExistingWalls {
		f.Opens = f.Opens || w.Fate == "goes" || w.Fate == "opened"
		f.Concrete = f.Concrete || w.Material == "concrete" || w.Material == "masonry"
		f.Steel = f.Steel || w.Material == "steel"
	}
	return f
}

func (s *Result) anyBadFloor() bool {
	return slices.ContainsFunc(s.SeenFloor, func(f framing.SeenFloor) bool { return f.Bad != "" })
}

// floorAlong says how much of a wall's line was looked at, and what was found.
func (s *Result) floorAlong(w *framing.Wall) FloorAlong {
	out := FloorAlong{Wall: w.ID, State: "not looked at", Text: s.Rules.Tell(words.WalkLineTreadProbeLook)}
	type stretch struct{ from, to measure.Length }
	var seen []stretch
	for _, f := range s.SeenFloor {
		from, to, ok := f.On(w)
		another := f.Wall != "" && f.Wall != w.ID
		if !ok || another && f.Bad == "" { // that its neighbour's floor is sound says little of its own
			continue
		}
		if f.Bad != "" {
			return FloorAlong{w.ID, "bad", s.Rules.Tell(words.FromToNoPlateGoes, from, to, f.Bad)}
		}
		seen = append(seen, stretch{from, to})
	}
	if seen == nil {
		return out
	}
	done := measure.Length(0)
	for moved := true; moved; {
		moved = false
		for _, x := range seen {
			if x.from <= done && x.to > done {
				done, moved = x.to, true
			}
		}
	}
	if done >= w.Length {
		return FloorAlong{w.ID, "sound", s.Rules.Tell(words.LookedAtFromEndTo)}
	}
	return FloorAlong{w.ID, "partly looked at", s.Rules.Tell(words.NothingWasLookedAtFrom, done)}
}

// railingGoes says whether a guard is to be taken away.
func (s *Result) railingGoes() bool {
	return slices.ContainsFunc(s.ExistingWalls, func(w site.Existing) bool { return w.Kind == "railing" && w.Fate == "goes" })
}

func (s *Result) probed(out *Assessed, a job.Assess) {
	u := s.Rules.Units
	for _, x := range a.Probes {
		depth := site.Deep(x, u)
		hold := wood.Anchor{By: "screw"}.Means().UsualBite(u)
		out.Probes = append(out.Probes, Probed{x.ID, s.Say(depth), s.Say((depth + hold).Up(s.Rules.Mark)), x.Layers[len(x.Layers)-1].What})
	}
	for _, x := range a.Pockets {
		allow := u.Pick(measure.Inch/8, 3*measure.Millimetre)
		if x.Allowance.Given() {
			allow, _ = x.Allowance.In(u)
		}
		least := func(gauged []job.Length) string {
			low := measure.Largest
			for _, t := range gauged {
				l, _ := t.In(u)
				low = min(low, l)
			}
			return s.Say((low - allow).Down(s.Rules.Mark))
		}
		out.Pockets = append(out.Pockets, Gauged{x.ID, least(x.Widths), least(x.Heights)})
	}
}

// wantedFits holds what must fit against the least height read in the room.
func (s *Result) wantedFits(out *Assessed, a job.Assess, where []geo.Point) {
	if len(a.Wanted) == 0 {
		return
	}
	var sums [][]survey.Term
	for _, p := range where {
		sums = append(sums, survey.Gap(p))
	}
	low, spread, known := math.Inf(1), 0.0, false
	for _, e := range s.Heights.EstimateAll(sums) {
		if e.Known && !e.Few && e.Value < low {
			low, spread, known = e.Value, e.Spread, true
		}
	}
	for _, x := range a.Wanted {
		w := WantFits{ID: x.ID, Text: x.What, Fits: "not known"}
		if h, err := x.Height.In(s.Rules.Units); err == nil && x.Height.Given() && known {
			room := s.Rules.Units.Estimate(low)
			switch {
			case h.Millimetres() <= low-spread:
				w.Fits = "yes"
			case h.Millimetres() > low+spread:
				w.Fits = "no"
			}
			w.Text += s.Rules.Tell(words.HighLeastHeightInRoom, h, room)
		}
		out.Wanted = append(out.Wanted, w)
	}
}
