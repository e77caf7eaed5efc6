package plan

import (
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/proving"
)

// Check is something that is checked of a wall, and what came of it.
type Check struct {
	ID      string   `json:"id" doc:"What an answer names: wall, kind and place."`
	Wall    string   `json:"wall"`
	Kind    string   `json:"kind" enum:"section,marks,depth,plumb-across,plumb-along,straight,diagonal,height,flush,light,opening-diagonal,opening-width,head,head-along,residual,door,shake,count,fixings,backing,hidden,bearing,inspector"`
	Takes   string   `json:"takes" enum:"off,lean,length,count,look,photo" doc:"How far off, with its sign; that over a level; what is measured; how many; yes or no; a photo."`
	Text    string   `json:"text"`
	At      string   `json:"at" doc:"Station of where it is made."`
	AtMM    float64  `json:"atMM" doc:"The same in millimetres, for drawing."`
	ToMM    float64  `json:"toMM"`
	To      string   `json:"to" doc:"The same, or where what is checked goes to."`
	High    float64  `json:"high" doc:"How high up the wall: 0 at the floor, 1 at the ceiling."`
	Should  string   `json:"should,omitempty" doc:"Of a length: what it should be."`
	Count   *int     `json:"count,omitempty" doc:"Of what is counted: how many should be there."`
	Limit   string   `json:"limit,omitempty" doc:"How much it may be off."`
	Plus    string   `json:"plus,omitempty" doc:"Which way more than nothing is."`
	Minus   string   `json:"minus,omitempty"`
	First   bool     `json:"first,omitempty" doc:"It comes before the boards, which hide it."`
	State   string   `json:"state" enum:"to-do,pass,mend,accepted"`
	Value   string   `json:"value,omitempty" doc:"What was measured, as it is read out."`
	Off     string   `json:"off,omitempty" doc:"How much it is off, without a sign; a lean is carried to the full height."`
	Slip    string   `json:"slip,omitempty" enum:"wrong-side,turned,not-mirrored,restarted,other-depth,jacks-inside,finished,plates-off,not-carried,no-wood,under-built,parts-off,missing" doc:"The slip that it likely was."`
	Do      string   `json:"do,omitempty" doc:"What to do, and by how much."`
	Counted *int     `json:"counted,omitempty"`
	Is      string   `json:"is,omitempty" enum:"yes,no"`
	Why     string   `json:"why,omitempty"`
	By      string   `json:"by,omitempty"`
	When    string   `json:"when,omitempty"`
	With    string   `json:"with,omitempty"`
	Photos  []string `json:"photos,omitempty" nullable:"false" doc:"Ids of the photos tied to it."`
}

// OpenItem is something that is open until somebody settles it.
type OpenItem struct {
	ID       string       `json:"id" doc:"What the line that settles it names."`
	Kind     string       `json:"kind" enum:"brace,fastening,closure,left-out,saw-out,later,pending,prop,guard,substitution,wait,other"`
	Wall     string       `json:"wall,omitempty"`
	Member   string       `json:"member,omitempty"`
	What     string       `json:"what"`
	Designed string       `json:"designed,omitempty"`
	Built    string       `json:"built,omitempty"`
	Who      string       `json:"who,omitempty" doc:"Who sees to it."`
	Due      string       `json:"due,omitempty" doc:"By when."`
	Planned  bool         `json:"planned,omitempty" doc:"The plan finds it; else somebody wrote it down."`
	Settled  *SettledSaid `json:"settled,omitempty" doc:"Left out: it is open."`
}

// SettledSaid is the line that closed something on the open list.
type SettledSaid struct {
	Line string `json:"line,omitempty"`
	By   string `json:"by,omitempty"`
	At   string `json:"at,omitempty"`
}

// Proved is how a wall stands.
type Proved struct {
	Wall     string   `json:"wall"`
	Worked   int      `json:"worked" doc:"Its pieces, as worked out."`
	Called   int      `json:"called" doc:"Of those, called at the saw: the rest are held."`
	Cut      int      `json:"cut"`
	Stood    int      `json:"stood"`
	ToDo     int      `json:"toDo" doc:"Checks that aren't made."`
	Mend     int      `json:"mend" doc:"Checks that weren't as they should be."`
	Open     int      `json:"open" doc:"Items of its that are open."`
	Why      []string `json:"why" nullable:"false" doc:"What keeps it from being closed; none: it may be."`
	Closed   bool     `json:"closed" doc:"Its boards are on."`
	ClosedBy string   `json:"closedBy,omitempty"`
	ClosedAt string   `json:"closedAt,omitempty"`
}

// writeProved writes what was checked, what is open, and how each wall stands.
func (s *writer) writeProved(p *Plan, d job.Document) {
	p.Judged, p.Listed = proving.Judge(p.ToCheck, d, s.Rules), proving.Open(p.Leaves, d)
	p.Checks, p.OpenList, p.Proved = []Check{}, []OpenItem{}, []Proved{}
	for _, r := range p.Judged {
		p.Checks = append(p.Checks, s.writeCheck(r))
	}
	for _, x := range p.Listed {
		one := OpenItem{ID: x.Item, Kind: x.Kind, Wall: x.Wall, Member: x.Member, What: x.What, Designed: x.Designed, Built: x.Built, Who: x.Who, Due: x.Due, Planned: x.Planned}
		if x.Settled != nil {
			one.Settled = &SettledSaid{x.Settled.Line, x.Settled.By, x.Settled.At}
		}
		p.OpenList = append(p.OpenList, one)
	}
	closed := d.ClosedNow()
	for _, w := range s.Walls {
		id := w.Wall.ID
		one := Proved{Wall: id, Why: []string{}}
		for i := range w.Members {
			m := &w.Members[i]
			if !m.Known || m.Old != 0 {
				continue
			}
			one.Worked++
			if m.State == "ready" {
				one.Called++
			}
			if life, known := p.Saw.Lives[m.ID]; known {
				if life.Cut {
					one.Cut++
				}
				if life.Sets {
					one.Stood++
				}
			}
		}
		for _, r := range p.Judged {
			if r.Wall == id && r.State == proving.ToDo {
				one.ToDo++
			}
			if r.Wall == id && r.State == proving.Mend {
				one.Mend++
			}
		}
		keeps := p.MayClose(id)
		one.Open, one.Why = len(keeps.Items), append(one.Why, keeps.Said...)
		if c, there := closed[id]; there {
			one.Closed, one.ClosedBy, one.ClosedAt = true, c.By, c.At
		}
		p.Proved = append(p.Proved, one)
	}
}

// MayClose says what keeps a wall from being closed.
func (p Plan) MayClose(wall string) proving.Closing {
	return proving.MayClose(wall, p.Listed, p.Judged, p.Result.Rules)
}

func (s *writer) writeCheck(r proving.Result) Check {
	u := s.Rules.Units
	fine := func(l measure.Length) string { return u.Say(l, u.Pick(measure.Inch64, measure.Millimetre/10)) }
	out := Check{
		ID: r.ID, Wall: r.Wall, Kind: string(r.Kind), Takes: string(r.Takes), Text: r.Text, At: u.Write(r.At), To: u.Write(r.To), AtMM: r.At.Millimetres(), ToMM: r.To.Millimetres(), High: r.High, Plus: r.Plus, Minus: r.Minus,
		First: r.First, State: string(r.State), Do: r.Do, Slip: string(r.Slip), Is: r.Last.Is, Why: r.Last.Why, By: r.Last.By, When: r.Last.At, With: r.Last.With, Counted: r.Last.Count,
	}
	measured := r.Takes == proving.Length || r.Takes == proving.Off || r.Takes == proving.Lean
	if measured {
		out.Limit = fine(r.Limit)
	}
	if r.Takes == proving.Length {
		out.Should = u.Say(r.Should, s.Rules.Mark/2)
	}
	if r.Takes == proving.Number {
		out.Count = &r.Count
	}
	if measured && r.State != proving.ToDo {
		out.Value, out.Off = fine(r.Value), u.Say(r.Diff.Abs(), s.Rules.Mark/2)
	}
	for _, f := range r.Fotos {
		out.Photos = append(out.Photos, f.ID)
	}
	return out
}
