package plan

import (
	"math"
	"strings"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/saw"
	"homalos/internal/sheeting"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
	"homalos/internal/yard"
)

// Yard is what a job wants from the yard.
type Yard struct {
	Rows   []YardRow `json:"rows" nullable:"false"`
	Sum    float64   `json:"sum" doc:"Of what is ordered and has a price."`
	Tax    float64   `json:"tax,omitempty" doc:"On top of that, as the crew sets it."`
	Total  float64   `json:"total"`
	Open   int       `json:"open,omitempty" doc:"Rows to be ordered that have no price: the sum is without them."`
	Unread []string  `json:"unread,omitempty" nullable:"false" doc:"Walls whose height isn't known: their boards and insulation aren't counted yet."`
	Boards []Board   `json:"boards,omitempty" nullable:"false" doc:"The boards that all faces are cut from, in order; a sheet plan names them by number from 1."`
	Sheet  *Sized    `json:"sheet,omitempty" doc:"The crew's board, as it hangs."`
	Bays   []Fill    `json:"bays,omitempty" nullable:"false" doc:"Insulation by bay."`
}

// YardRow is one thing that is bought.
type YardRow struct {
	What   string     `json:"what" doc:"lumber, or as rules.goods calls it."`
	Said   string     `json:"said"`
	Lumber string     `json:"lumber,omitempty"`
	Stock  string     `json:"stock,omitempty" doc:"Of lumber: how long a stick is. Of an anchor: its length, where that is given."`
	Unit   string     `json:"unit" enum:"each,ft,m,sq ft,m²"`
	Need   float64    `json:"need"`
	There  float64    `json:"there,omitempty" doc:"Of that, what is there already."`
	Cull   float64    `json:"cull,omitempty" doc:"How many more are ordered, as some are no good."`
	Order  float64    `json:"order" doc:"Whole packs, counted in pieces."`
	Pack   int        `json:"pack,omitempty" doc:"How many are in a pack, where that is more than one."`
	Packs  float64    `json:"packs,omitempty"`
	Each   float64    `json:"each,omitempty" doc:"Price of one, or of a pack."`
	Priced bool       `json:"priced,omitempty"`
	Price  float64    `json:"price,omitempty"`
	How    []YardPart `json:"how" nullable:"false" doc:"What it is made up of."`
}

// YardPart is one part of a count; less than nothing for what is there.
type YardPart struct {
	Said string  `json:"said"`
	Wall string  `json:"wall,omitempty"`
	N    float64 `json:"n"`
}

// Board is one of the crew's boards.
type Board struct {
	Pieces int     `json:"pieces" doc:"How many are cut from it."`
	Left   float64 `json:"left" doc:"Share of it that none takes."`
}

// Sized is a board's size as it hangs.
type Sized struct {
	Along string     `json:"along"`
	Up    string     `json:"up"`
	MM    [2]float64 `json:"mm" nullable:"false" doc:"The same in millimetres, for drawing."`
}

// Fill is the insulation of one bay.
type Fill struct {
	Wall   string `json:"wall"`
	From   string `json:"from" doc:"Station."`
	To     string `json:"to"`
	Wide   string `json:"wide" doc:"As it is cut, with its allowance."`
	High   string `json:"high"`
	Across int    `json:"across" doc:"So many side by side."`
}

// Face is a boarded face of a wall.
type Face struct {
	Face   string      `json:"face" enum:"line,back" doc:"The one on the snapped line, or the other."`
	Lie    string      `json:"lie" enum:"standing,lying"`
	Rows   int         `json:"rows"`
	Mirror bool        `json:"mirror,omitempty" doc:"Seen from its own side, the wall's start is on the right."`
	Unread bool        `json:"unread,omitempty" doc:"The wall's height isn't known: nothing can be laid out."`
	Boards []FaceBoard `json:"boards" nullable:"false"`
}

// FaceBoard is one board as it hangs, or a part of one.
type FaceBoard struct {
	From  string     `json:"from" doc:"Station."`
	To    string     `json:"to"`
	Low   string     `json:"low" doc:"Over the floor, where that is highest under it."`
	High  string     `json:"high" doc:"Over the floor; its top follows the ceiling."`
	Said  string     `json:"said" doc:"Its width and height as they are cut."`
	Row   int        `json:"row" doc:"From the floor, 1 is the lowest."`
	Board int        `json:"board" doc:"Which board it is cut from."`
	Rest  bool       `json:"rest,omitempty" doc:"It is cut from what another piece of that board leaves."`
	Holes []FaceHole `json:"holes,omitempty" nullable:"false"`
	Tells []string   `json:"tells,omitempty" nullable:"false" doc:"What is to be known of it."`
	Box   [4]float64 `json:"box" nullable:"false" doc:"From, low, to, high in millimetres, for drawing."`
	On    [2]float64 `json:"on" nullable:"false" doc:"Where its corner lies on the board it is cut from: along, up, in millimetres."`
}

// FaceHole is what is cut out of a board.
type FaceHole struct {
	What string     `json:"what"`
	Box  [4]float64 `json:"box" nullable:"false" doc:"From, low, to, high in millimetres, for drawing."`
	From string     `json:"from" doc:"Station."`
	To   string     `json:"to"`
	Low  string     `json:"low" doc:"Over the floor."`
	High string     `json:"high"`
}

func (s *writer) writeFaces(w *work.Wall) (out []Face) {
	u, r := s.Rules.Units, s.Rules
	for _, f := range w.Faces {
		one := Face{Face: "line", Lie: "standing", Rows: f.Rows, Mirror: f.Back != w.Wall.Right, Unread: f.Unread, Boards: []FaceBoard{}}
		if f.Back {
			one.Face = "back"
		}
		if r.Sheets[0].Lying {
			one.Lie = "lying"
		}
		for _, p := range f.Pieces {
			b := FaceBoard{
				From: u.Write(p.From), To: u.Write(p.To), Low: u.Write(p.Low), High: u.Write(p.High), Row: p.Row + 1, Board: p.Board, Rest: p.Rest,
				Said: u.Say(p.Along(), r.Mark) + " × " + u.Say(p.Up(), r.Mark), Box: box(p.From, p.Low, p.To, p.High), On: [2]float64{p.On[0].Millimetres(), p.On[1].Millimetres()},
			}
			for _, h := range p.Holes {
				b.Holes = append(b.Holes, FaceHole{h.What, box(h.From, h.Low, h.To, h.High), u.Write(h.From), u.Write(h.To), u.Write(h.Low), u.Write(h.High)})
			}
			b.Tells = s.tellsOf(p)
			one.Boards = append(one.Boards, b)
		}
		out = append(out, one)
	}
	return out
}

func box(from, low, to, high measure.Length) [4]float64 {
	return [4]float64{from.Millimetres(), low.Millimetres(), to.Millimetres(), high.Millimetres()}
}

// tellsOf is what is to be known of a board before it is cut.
func (s *writer) tellsOf(p sheeting.Piece) (out []string) {
	if p.Strip && p.Row > 0 && !s.Rules.Sheets[0].Lying {
		out = append(out, s.Rules.Tell(words.StripOverBoards, p.Up(), (p.High-sheeting.OffFloor(s.Rules.Units)).Up(s.Rules.Mark)))
	} else if p.Strip {
		out = append(out, s.Rules.Tell(words.StripToNarrow, min(p.Along(), p.Up())))
	}
	for k, at := range []measure.Length{p.From, p.To} {
		if p.Off[k] {
			out = append(out, s.Rules.Tell(words.EndOffWood, at))
		}
	}
	return out
}

// yardNames are what goods are called, where that is all.
var yardNames = map[string]words.Code{
	"nail": words.YardNail, "track-screw": words.YardTrackScrew, "board-screw": words.YardBoardScrew, "adhesive": words.YardAdhesive,
	"membrane": words.YardMembrane, "strap": words.YardStrap, "strap-nail": words.YardStrapNail,
}

// partNames are what the parts of a count are called.
var partNames = map[yard.PartOf]words.Code{
	yard.Ends: words.PartEnds, yard.Between: words.PartBetween, yard.Along: words.PartAlong, yard.Corners: words.PartCorners, yard.Boards: words.PartBoards,
	yard.Floor: words.PartFloor, yard.Ceiling: words.PartCeiling, yard.Ties: words.PartTies, yard.Faces: words.PartFaces, yard.Bays: words.PartBays,
	yard.ByPlan: words.PartByPlan, yard.IsThere: words.PartIsThere,
}

// yardSaid is what a row is called.
func yardSaid(r *work.Result, row yard.Row) string {
	tell := r.Rules.Tell
	switch row.What {
	case "lumber":
		return tell(words.YardLumber, row.Lumber, row.Stock)
	case "board":
		return tell(words.YardBoard, r.Rules.Sheets[0].Width, r.Rules.Sheets[0].Length)
	case "insulation":
		return tell(words.YardInsulation, r.Insulation.Width, r.Insulation.Length)
	}
	if row.Layer != "" {
		if row.Stock == 0 {
			return tell(words.YardLayerThin, row.Layer)
		}
		return tell(words.YardLayer, row.Layer, row.Stock)
	}
	if code, named := yardNames[row.What]; named {
		return tell(code)
	}
	many := tell(wood.Anchor{By: row.What}.Means().Many)
	if row.Stock > 0 {
		return tell(words.YardAnchorLong, many, row.Stock)
	}
	return tell(words.YardAnchor, many)
}

func writeYard(r *work.Result, now *saw.Now) Yard {
	list, u := yard.Of(r, now), r.Rules.Units
	cents := func(v float64) float64 { return math.Round(v*100) / 100 }
	out := Yard{Rows: []YardRow{}, Sum: cents(list.Sum), Tax: cents(list.Tax), Total: cents(list.Sum + list.Tax), Open: list.Open, Unread: list.Unread}
	for _, row := range list.Rows {
		one := YardRow{
			What: row.What, Said: yardSaid(r, row), Lumber: row.Lumber, Unit: "each", Need: cents(row.Need), There: cents(row.There), Cull: row.Cull, Order: cents(row.Order),
			Each: row.Each, Priced: row.Priced, Price: cents(row.Price), How: []YardPart{},
		}
		if row.Long {
			one.Unit = "m"
			if u == measure.Imperial {
				one.Unit = "ft"
			}
		}
		if row.Layer != "" {
			one.Unit = "m²"
			if u == measure.Imperial {
				one.Unit = "sq ft"
			}
		}
		if row.Stock > 0 {
			one.Stock = u.Write(row.Stock)
		}
		if row.Pack > 1 {
			one.Pack, one.Packs = row.Pack, row.Order/float64(row.Pack)
		}
		for _, p := range row.How {
			if p.N != 0 {
				one.How = append(one.How, YardPart{r.Rules.Tell(partNames[p.What]), p.Wall, cents(p.N)})
			}
		}
		out.Rows = append(out.Rows, one)
	}
	for _, b := range r.Boards {
		out.Boards = append(out.Boards, Board{b.Pieces, math.Round(1000*b.Left) / 1000})
	}
	if len(r.Boards) > 0 {
		along, up := r.Rules.Sheets[0].Width, r.Rules.Sheets[0].Length
		if r.Rules.Sheets[0].Lying {
			along, up = up, along
		}
		out.Sheet = &Sized{u.Write(along), u.Write(up), [2]float64{along.Millimetres(), up.Millimetres()}}
	}
	for _, b := range list.Bays {
		out.Bays = append(out.Bays, Fill{b.Wall, u.Write(b.From), u.Write(b.To), u.Write(b.Wide), u.Write(b.High), b.Across})
	}
	return out
}

// Leftovers are what is left of the sticks that are cut up, and of what came out wrong,
// where that is worth keeping: with the names that stand on them. From is the job they
// come from.
func Leftovers(p Plan, from string) (out []job.ShelfWood) {
	for _, s := range p.Sticks {
		begun := s.Cut > 0 || s.There == "offcut" && len(s.Cuts) == 0 && strings.Contains(s.ID, "/m")
		if !begun || s.Cut < len(s.Cuts) || !s.Kept {
			continue
		}
		one := job.OnHand{Length: job.L(s.Offcut), Count: 1, What: "offcut", Place: shortened(from, 100), Label: shortened(s.ID, 40)}
		if s.Is == "bowed" {
			one.Condition = "bowed"
		}
		out = append(out, job.ShelfWood{Lumber: s.Lumber, OnHand: one})
	}
	return out
}

func shortened(text string, most int) string {
	if all := []rune(text); len(all) > most {
		return string(all[:most])
	}
	return text
}

// Said is a length of the plan's job as it is read out, to the mark.
func (p Plan) Said(l job.Length) string {
	v, err := l.In(p.Units)
	if err != nil {
		return l.String()
	}
	return p.Units.Say(v, p.Result.Rules.Mark)
}
