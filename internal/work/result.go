package work

import (
	"context"
	"slices"

	"homalos/internal/abreast"
	"homalos/internal/boards"
	"homalos/internal/boring"
	"homalos/internal/cutting"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/sheeting"
	"homalos/internal/site"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Line is one line of a sum.
type Line struct {
	What     string   `json:"what"`
	Value    string   `json:"value"`
	Said     string   `json:"said,omitempty" doc:"The value to the mark."`
	Readings []string `json:"readings,omitempty" nullable:"false"`
}

// NearReadings is how many readings a wall is judged by: those closest to it
// screen the rest, and long jobs stay quick.
const NearReadings = 56

// Result is a job worked out. It is read, never changed.
type Result struct {
	*site.Site
	Walls    []*Wall            // as they stand between floor and ceiling, in the site's order
	Meets    []site.Meet        // the site's, of those walls
	Crossed  [][2]*framing.Wall // the same
	Heights  *survey.Wary       // what floor and ceiling are foretold by; nil where they are known
	Doubts   []Doubted
	Cuts     []Lumbered
	Saves    Saved             // what cutting alike saves
	Findings []framing.Finding // of the job as a whole
	Outside  []Outside
	Boards   []sheeting.Board // that the faces are cut from
	CutIns   []*CutIn         // openings in walls that are there
	Closings []*Closing
	Floors   []*Floor

	longer bool // its sticks are laid at length, whatever the job says
	tell   func(cost, bound float64)

	near func(w *framing.Wall, sums [][]survey.Term) []survey.Estimate
}

// Wall is one wall worked out.
type Wall struct {
	*framing.Framed
	Findings []framing.Finding // all of them, Framed's too, in the order they are told
	Against  []framing.Against // floor, then ceiling
	Meetings []Meeting         // as its ends meet what they come to
	tried    []tried
	Bored    boring.Bored
	Left     []boards.Item   // to do before its boards go on
	Faces    []sheeting.Face // its boarded faces
	Origins  []Origin        // what its marks could go by, judged; none where it has equal bays
}

// Lumbered is what is cut from one lumber.
type Lumbered struct {
	Lumber string
	Groups []cutting.Group // alike pieces
	cutting.Pile
	Buy    []cutting.Buy
	Priced bool // its cost is money, not length
}

// Out works a site out.
func Out(s *site.Site) *Result {
	r, _ := new(Memory).Out(context.Background(), s) // which never ends
	return r
}

// outIn works a site out; when ctx ends, what it gives is not whole.
func outIn(ctx context.Context, s *site.Site, fitted *survey.Wary, heights func(w *framing.Wall) framing.Heights, frame func(r *Result, w *framing.Wall) framedWall) *Result {
	r := &Result{Site: s, Heights: fitted}
	walls := r.stand()
	r.tieHeads(walls, heights)
	r.Walls = make([]*Wall, len(walls))
	abreast.Each(len(walls), func(i int) {
		if ctx.Err() != nil {
			return
		}
		one := frame(r, walls[i])
		one.framed.Wall = walls[i]
		r.Walls[i] = &Wall{Framed: &one.framed, Findings: one.framed.Findings, Against: one.against[:], tried: one.origins}
	})
	if ctx.Err() != nil {
		return nil
	}
	for _, w := range r.Walls {
		w.Meetings = r.meetings(w.Framed)
	}
	r.tellCrossed()
	r.tellCovered()
	r.coversNew()
	r.tellSwings()
	r.hold()
	r.cutIns(heights)
	r.closings()
	r.floors()
	r.alike()
	r.cut(ctx)
	if len(walls) > 0 && len(s.Readings) == 0 {
		r.Findings = append(r.Findings, framing.Finding{
			Code: "nothing-read", Level: framing.Warn,
			Text: s.Rules.Tell(words.NothingHasBeenReadYet),
			Fix:  s.Rules.Tell(words.TapeGapFromFloorTo),
		})
	}
	r.tellOutside()
	r.doubt()
	for _, w := range r.Walls {
		framing.ByWeight(w.Findings)
		w.Origins = r.judge(w) // by what the layout itself brings, not by what is planned in it
		r.bore(w)
		framing.ByWeight(w.Findings)
	}
	r.tellLeft()
	r.hang()
	return r
}

// stand copies the walls, whose ends will lean, and what is said of them.
func (r *Result) stand() []*framing.Wall {
	var walls []*framing.Wall
	of := map[*framing.Wall]*framing.Wall{}
	for _, w := range r.Site.Walls {
		own := *w
		own.Openings = slices.Clone(w.Openings)
		walls, of[w] = append(walls, &own), &own
	}
	for _, m := range r.Site.Meets {
		m.Wall, m.Other = of[m.Wall], of[m.Other]
		r.Meets = append(r.Meets, m)
	}
	for _, pair := range r.Site.Crossed {
		r.Crossed = append(r.Crossed, [2]*framing.Wall{of[pair[0]], of[pair[1]]})
	}
	return walls
}

// bore says how a wall's wood is cut for what goes through it.
func (r *Result) bore(w *Wall) {
	w.Bored = boring.Through(w.Framed, r.Rules, r.Bore, r.Runs[w.Wall.ID])
	w.Findings = append(slices.Clone(w.Findings), w.Bored.Findings...)
}

// tellLeft says what is left to do in each wall before its boards go on.
func (r *Result) tellLeft() {
	site := boards.Site{Lumber: r.Lumber, Offcuts: map[string]measure.Length{}}
	for _, c := range r.Cuts {
		for _, s := range c.Sticks {
			site.Offcuts[c.Lumber] = max(site.Offcuts[c.Lumber], s.Offcut)
		}
	}
	for _, j := range r.JoistList {
		site.Bare = site.Bare || j.Exposed && j.Of == survey.Ceiling
	}
	for _, w := range r.Walls {
		one := site
		one.Against, one.Cuts = w.Against, w.Bored
		w.Left = boards.Left(w.Framed, r.Rules, one)
	}
}

// hang lays boards on the walls' faces, and says which are cut from which.
func (r *Result) hang() {
	var all []*sheeting.Face
	for _, w := range r.Walls {
		for _, back := range []bool{false, true} {
			if r.Boarded(w.Wall.ID, back) {
				w.Faces = append(w.Faces, sheeting.Hang(w.Framed, r.Rules, back))
			}
		}
		for i := range w.Faces {
			all = append(all, &w.Faces[i])
		}
	}
	r.Boards = sheeting.Nest(all, r.Rules.Sheets[0])
}

// Boarded says whether a face of a new wall is boarded.
func (r *Result) Boarded(wall string, back bool) bool {
	for _, w := range r.Doc.Walls {
		if w.ID == wall {
			return w.Boards == "" || w.Boards == "both" || back && w.Boards == "back" || !back && w.Boards == "line"
		}
	}
	return false
}

// Filled says whether insulation goes into a new wall, where the job has some.
func (r *Result) Filled(wall string) bool {
	for _, w := range r.Doc.Walls {
		if w.ID == wall {
			return !w.Unfilled
		}
	}
	return false
}

// ByID finds a lumber; nil where there is none of that name.
func (r *Result) ByID(id string) *wood.Lumber {
	for _, l := range r.Lumber {
		if l.ID == id {
			return l
		}
	}
	return nil
}

// Wall finds a wall as worked out.
func (r *Result) Wall(w *framing.Wall) *Wall {
	for _, one := range r.Walls {
		if one.Wall == w {
			return one
		}
	}
	return nil
}

// Pieces are all that is cut from a lumber, and those of them that wood is wanted for:
// what comes out of a wall isn't bought.
func (r *Result) Pieces(l *wood.Lumber) (pieces, bought []cutting.Piece) {
	for _, w := range r.Lists() {
		for _, m := range w.Members {
			if m.Lumber.ID == l.ID && m.Known && m.Cut > 0 {
				one := cutting.Piece{Member: m.ID, Length: m.Cut, State: string(m.State)}
				if pieces = append(pieces, one); m.Old == 0 {
					bought = append(bought, one)
				}
			}
		}
	}
	return pieces, bought
}

// cut groups all pieces by lumber and lays them into sticks.
func (r *Result) cut(ctx context.Context) {
	for _, l := range r.Lumber {
		r.cutOne(ctx, l)
	}
}

func (r *Result) cutOne(ctx context.Context, l *wood.Lumber) {
	pieces, bought := r.Pieces(l)
	pile := cutting.Lay(ctx, l, bought, r.Saw(), nil)
	r.Cuts = append(r.Cuts, Lumbered{l.ID, cutting.Alike(l.ID, pieces), pile, cutting.Shopping(pile.Sticks), len(l.Prices) > 0})
}

// Saw is how the crew cuts.
func (r *Result) Saw() cutting.Saw {
	out := cutting.Saw{Kerf: r.Kerf, Square: r.Square, Bowed: r.Site.Bowed, Tell: r.tell}
	if r.Longer || r.longer {
		out.Effort = cutting.Long
	}
	return out
}

// LookLonger is a result whose sticks are laid anew, at length; tell is told of each
// better plan of a lumber. Where ctx ends it has what was found until then.
func (r *Result) LookLonger(ctx context.Context, tell func(lumber string, cost, bound float64)) *Result {
	out := *r
	out.longer, out.Cuts = true, nil
	for _, l := range r.Lumber {
		out.tell = func(cost, bound float64) { tell(l.ID, cost, bound) }
		out.cutOne(ctx, l)
	}
	out.tell = nil
	return &out
}

// Member finds a piece by its id, and the wall it is of.
func (r *Result) Member(id string) (*framing.Member, *Wall) {
	for _, w := range r.Lists() {
		for i := range w.Members {
			if w.Members[i].ID == id {
				return &w.Members[i], w
			}
		}
	}
	return nil, nil
}

// MayCut says whether a piece may be cut now.
func MayCut(m *framing.Member) bool { return m.State == framing.Ready && m.Known }

// HeldBy says what a piece waits for.
func (r *Result) HeldBy(m *framing.Member, w *Wall) string {
	if m.State == framing.Ready {
		return ""
	}
	if m.Frees != nil && m.State != framing.Blocked {
		return m.Frees.Say(w.Wall, r.Rules)
	}
	for _, f := range w.Findings {
		if (f.Level == framing.Stop) == (m.State == framing.Blocked) && f.Touches(m.ID) {
			return f.Text
		}
	}
	return ""
}

// Held says whether a piece of the wall waits for a reading.
func (w *Wall) Held() int {
	n := 0
	for _, m := range w.Members {
		if m.State == framing.MeasureFirst {
			n++
		}
	}
	return n
}

// tellCrossed tells of new walls that stand in each other.
func (s *Result) tellCrossed() {
	for _, pair := range s.Crossed {
		for _, w := range s.Walls {
			for k, one := range pair {
				if w.Wall != one {
					continue
				}
				other := pair[1-k].ID
				w.Findings = append([]framing.Finding{{
					Code: "walls-cross", Level: framing.Warn,
					Text: s.Rules.Tell(words.StandInEachOtherBoth, one.ID, other),
					Fix:  s.Rules.Tell(words.UnderLineEndOneAt, other),
				}}, w.Findings...)
			}
		}
	}
}

// ShortSaid tells of a stub of plate too short for two fixings.
func ShortSaid(s *site.Site, b [2]measure.Length) string {
	return s.Rules.Tell(words.PlateFromToTooShort, b[0], b[1])
}

// Known works a document out in a building whose surfaces are known, not read:
// to compare with what was foretold of it. The error is a job.Faults.
func Known(d job.Document, known framing.Heights) (*Result, error) {
	s, faults := site.Of(d)
	if faults != nil {
		return nil, faults
	}
	return outIn(context.Background(), s, nil, func(*framing.Wall) framing.Heights { return known }, func(r *Result, w *framing.Wall) framedWall {
		r.leanEnds(w, known)
		*w = *w.Settled()
		return frame(r.Site, w, known)
	}), nil
}
