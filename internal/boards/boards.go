// Package boards knows what is left to do in a framed wall before its boards go on:
// edges that would find no wood, each with the piece that cures it, scraps and packing
// to put in, steel plates to nail, pieces that are left out until a sheet is on.
//
// It takes walls as they are framed and changes none of them.
package boards

import (
	"cmp"
	"slices"

	"homalos/internal/boring"
	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Kind is what is left to do.
type Kind string

// The kinds, in the order they are told.
const (
	Corner  Kind = "corner"  // an edge beside a wall that butts has no wood
	Edge    Kind = "edge"    // an edge between two boards along the wall
	Seam    Kind = "seam"    // the level seam between a board and the one over it
	Ceiling Kind = "ceiling" // the ceiling's boards end at a wall that lies along its joists
	Backing Kind = "backing" // what is fixed to the wall finds no wood
	Scrap   Kind = "scrap"   // scraps are put in, cut where they go
	Later   Kind = "later"   // left out until the sheet under it is on
	Plates  Kind = "plates"  // steel plates to nail
	Waits   Kind = "waits"   // wood that isn't there yet
)

var order = []Kind{Waits, Corner, Edge, Seam, Ceiling, Backing, Scrap, Plates, Later}

// Item is one thing to do before the boards.
type Item struct {
	Kind     Kind
	From, To measure.Length // stations; the same where it is one place
	Height   measure.Length // over the floor; 0: all of it
	Text     string
	Do       string
	Members  []string // that it is about
	Piece    Piece    // that cures it
	Serves   string   // a piece that serves for it already, where it is told all the same; "": none
}

// Piece is wood that cures an item.
type Piece struct {
	What   string // stud, row, backing, scrap or lid; "": none
	For    string // of a backing: what it is for
	Lumber *wood.Lumber
	Length measure.Length // about; 0: it isn't known
	At     measure.Length // of a stud: its middle
	Height measure.Length // of a row: its middle over the floor
	Scrap  bool           // an offcut on the list is long enough
}

// gapUnder is how far over the floor boards hang. Usual practice: 1/2 in (12 mm).
func gapUnder(u measure.System) measure.Length {
	return u.Pick(measure.Inch/2, 12*measure.Millimetre)
}

// least is the wood that an edge wants. Usual practice: 3/4 in (20 mm).
func least(u measure.System) measure.Length {
	return u.Pick(measure.Inch*3/4, 20*measure.Millimetre)
}

// lister goes through one wall.
type lister struct {
	f     *framing.Framed
	rules framing.Rules
	sheet framing.Sheet
	faces [2][][2]measure.Length // wood that boards find, on the snapped face and on the back
	out   []Item
}

// Site is what of a wall's surroundings bears on its boards.
type Site struct {
	Against []framing.Against         // how it lies to floor and ceiling
	Bare    bool                      // the ceiling's joists are exposed: its boards are still to come
	Cuts    boring.Bored              // what goes through its wood
	Lumber  []*wood.Lumber            // that the job has
	Offcuts map[string]measure.Length // the longest rest of each lumber, by id
}

// Left is what is left to do in a wall.
func Left(f *framing.Framed, rules framing.Rules, site Site) []Item {
	l := &lister{f: f, rules: rules, sheet: framing.UsualSheet(rules.Units)}
	if len(rules.Sheets) > 0 {
		l.sheet = rules.Sheets[0]
	}
	l.waits()
	l.corners()
	l.edges()
	l.seams()
	if site.Bare {
		l.ceiling(site)
	}
	l.told()
	l.plates(site.Cuts)
	for i := range l.out {
		p := &l.out[i].Piece
		p.Scrap = p.Lumber != nil && p.Length > 0 && site.Offcuts[p.Lumber.ID] >= p.Length
	}
	slices.SortStableFunc(l.out, func(a, b Item) int {
		return cmp.Or(cmp.Compare(slices.Index(order, a.Kind), slices.Index(order, b.Kind)), cmp.Compare(a.From, b.From))
	})
	return l.out
}

func (l *lister) add(x Item) { l.out = append(l.out, x) }

// tall is how long the shortest common stud is, about.
func (l *lister) tall() (out measure.Length) {
	for _, m := range l.f.Members {
		if m.Kind == wood.Stud && m.Known && (out == 0 || m.Cut < out) {
			out = m.Cut
		}
	}
	return out
}

// waits tells of wood that isn't there yet: what waits for something, and what is held.
func (l *lister) waits() {
	by := map[string][]string{}
	var pending []string
	var held []string
	for _, m := range l.f.Members {
		switch {
		case m.Pending != "":
			if by[m.Pending] == nil {
				pending = append(pending, m.Pending)
			}
			by[m.Pending] = append(by[m.Pending], m.ID)
		case m.State != framing.Ready:
			held = append(held, m.ID)
		}
	}
	for _, what := range pending {
		ids := by[what]
		l.add(Item{Kind: Waits, Text: l.rules.Tell(words.PiecesWaitFor, len(ids), what), Do: l.rules.Tell(words.FinishThatFirst), Members: ids})
	}
	if held != nil {
		l.add(Item{Kind: Waits, Text: l.rules.Tell(words.PiecesAreHeld, len(held)), Do: l.rules.Tell(words.FreeCutAndStandThem), Members: held})
	}
}

// standing are the stretches of wood that a board finds on one face, from the first.
func (l *lister) standing(back bool) (out [][2]measure.Length) {
	for _, m := range l.f.Members {
		ladder := m.Kind == wood.Nogging && m.Join > 0
		if !m.Kind.FullHeight() && m.Kind != wood.ShortStud && !ladder || m.Kind == wood.Packer {
			continue
		}
		if (m.Kind == wood.Backer || ladder) && m.Join > 0 && l.f.Joined[m.Join-1].Back != back {
			continue // it lies at the other face
		}
		out = append(out, [2]measure.Length{m.From, m.To})
	}
	slices.SortFunc(out, func(a, b [2]measure.Length) int { return cmp.Compare(a[0], b[0]) })
	return out
}

// wooded says how much of a stretch is wood.
func wooded(standing [][2]measure.Length, from, to measure.Length) (out measure.Length) {
	reached := from
	for _, s := range standing {
		if s[0] >= to {
			break
		}
		low, high := max(s[0], reached), min(s[1], to)
		if high > low {
			out, reached = out+high-low, high
		}
	}
	return out
}

// corners looks at both edges beside each wall that butts this one: the boards end
// there.
func (l *lister) corners() {
	w, want := l.f.Wall, least(l.rules.Units)
	if len(l.f.Joined) > 0 {
		l.faces = [2][][2]measure.Length{l.standing(false), l.standing(true)}
	}
	for _, j := range l.f.Joined {
		if j.Style == framing.Scrap {
			l.scrapBehind(j)
			continue
		}
		standing := l.faces[0]
		if j.Back {
			standing = l.faces[1]
		}
		for _, side := range [][2]measure.Length{{j.From - want, j.From}, {j.To, j.To + want}} {
			if side[0] < 0 || side[1] > w.Length || wooded(standing, side[0], side[1]) >= want {
				continue // off the wall, there is no board; else it has its wood
			}
			at := side[0]
			if side[0] < j.From {
				at = side[1] // the edge
			}
			middle := side[0] + want/2
			l.add(Item{
				Kind: Corner, From: at, To: at, Text: l.rules.Tell(words.CornerEdgeWithoutWood, at, j.Other), Do: l.rules.Tell(words.PutAStudOrScrapsThere),
				Piece: Piece{What: "stud", Lumber: w.Lumber, Length: l.tall(), At: middle},
			})
		}
	}
}

// scrapBehind lists the scraps that a meeting was left to: short pieces at the usual
// step, from offcuts.
func (l *lister) scrapBehind(j framing.Joined) {
	tall := l.tall()
	step := l.rules.Units.Pick(24*measure.Inch, 600*measure.Millimetre)
	n := max(2, int((tall+step-1)/step))
	long := j.To - j.From + 2*l.rules.Units.Pick(2*measure.Inch, 50*measure.Millimetre)
	l.add(Item{
		Kind: Scrap, From: j.From, To: j.To, Text: l.rules.Tell(words.ScrapsBehind, n, long, j.Other), Do: l.rules.Tell(words.CutThemFromOffcuts, step),
		Piece: Piece{What: "scrap", Lumber: l.f.Wall.Lumber, Length: long},
	})
}

// edges looks at each edge of the crew's first board along the wall.
func (l *lister) edges() {
	for _, h := range l.f.Hang(l.rules)[:1] {
		for _, at := range h.Misses {
			l.add(Item{
				Kind: Edge, From: at, To: at, Text: l.rules.Tell(words.BoardsMeetWithoutWood, l.f.Wall.Tape(at, at)), Do: l.rules.Tell(words.AStudThereOrCutBack),
				Piece: Piece{What: "stud", Lumber: l.f.Wall.Lumber, Length: l.tall(), At: at},
			})
		}
	}
}

// lain is a piece between studs, by its height over the floor.
type lain struct {
	id        string
	foot, top measure.Length
}

// seams looks at the level seams of standing boards: a wall that is higher than its
// boards wants a row there. What of a row lies at a seam is left out until the sheet
// under it is on.
func (l *lister) seams() {
	if l.sheet.Lying || !l.f.Section.Known {
		return
	}
	w := l.f.Wall
	high := measure.Length(0)
	for _, p := range l.f.Section.Points {
		high = max(high, l.rules.Units.Estimate(p.Ceiling-p.Floor))
	}
	var pieces []lain
	for _, m := range l.f.Members {
		if m.Kind == wood.Nogging || m.Kind == wood.FireBlock || m.Kind == wood.Backing {
			foot, tall := l.overFloor(m), m.Lumber.Thickness
			if m.Kind == wood.Backing {
				tall = m.Lumber.Depth
			}
			pieces = append(pieces, lain{m.ID, foot, foot + tall})
		}
	}
	for seam := gapUnder(l.rules.Units) + l.sheet.Length; seam < high-w.Lumber.Thickness; seam += l.sheet.Length {
		var at []string
		for _, x := range pieces {
			if x.foot <= seam && x.top >= seam {
				at = append(at, x.id)
			}
		}
		if at != nil {
			l.add(Item{Kind: Later, Height: seam, To: w.Length, Text: l.rules.Tell(words.LeftOutAtTheSeam, len(at), seam), Do: l.rules.Tell(words.PutThemInOnceTheSheetIsOn), Members: at, Serves: at[0]})
			continue
		}
		l.add(Item{
			Kind: Seam, Height: seam, To: w.Length, Text: l.rules.Tell(words.SeamWithoutWood, seam), Do: l.rules.Tell(words.ARowAtThatHeight),
			Piece: Piece{What: "row", Lumber: w.Lumber, Length: w.Layout.Spacing - w.Lumber.Thickness, Height: seam},
		})
	}
}

// overFloor is how far a piece's foot lies over the floor under it.
func (l *lister) overFloor(m framing.Member) measure.Length {
	return l.rules.Units.Estimate(m.Base - l.f.Section.FloorAt(m.From+(m.To-m.From)/2))
}

// ceiling looks at the ceiling's own boards, where joists are bare and lie along the
// wall: they end at both its faces.
func (l *lister) ceiling(site Site) {
	against := site.Against
	if len(against) < 2 || against[1].Lie != framing.Between && against[1].Lie != framing.Under {
		return
	}
	a := against[1]
	wide := l.f.Wall.Lumber.Depth + 2*least(l.rules.Units)
	x := Item{
		Kind: Ceiling, To: l.f.Wall.Length, Text: l.rules.Tell(words.CeilingEndsWithoutWood), Do: l.rules.Tell(words.ALidOverThePlate, wide),
	}
	for _, o := range site.Lumber { // the narrowest that does
		if !o.Track && o.Depth >= wide && (x.Piece.Lumber == nil || o.Depth < x.Piece.Lumber.Depth) {
			x.Piece = Piece{What: "lid", Lumber: o, Length: l.f.Wall.Length}
		}
	}
	if n := len(a.Blocks); n > 0 {
		x.Serves = l.rules.Tell(words.BlocksServeTheCeiling, n)
	}
	l.add(x)
}

// told takes over what the frame itself found without wood.
func (l *lister) told() {
	kinds := map[string]Kind{
		"backing-astray": Backing, "slider-backing": Backing, "no-room-for-nailer": Corner, "little-nailing": Corner, "nothing-behind": Corner, "ladder-waits": Waits, "open-behind": Scrap,
	}
	for _, x := range l.f.Findings {
		if kind, ok := kinds[x.Code]; ok {
			l.add(Item{Kind: kind, From: x.At, To: x.At, Text: x.Text, Do: x.Fix, Members: x.Members})
		}
	}
	for _, c := range l.f.Wall.Clear {
		if wide := c.To - c.From; c.Low > 0 && c.High > 0 && c.Switch == "" && wide > l.rules.Units.Pick(5*measure.Inch, 130*measure.Millimetre) {
			if slices.ContainsFunc(l.f.Wall.Backing, func(b framing.Backing) bool { return b.What == c.What && b.From < c.To && b.To > c.From }) {
				continue // it has its block
			}
			l.add(Item{
				Kind: Backing, From: c.From, To: c.To, Height: c.Low, Text: l.rules.Tell(words.BoxWantsABlock, c.What, c.From, c.To, c.Low), Do: l.rules.Tell(words.ABlockUnderIt),
				Piece: Piece{What: "backing", For: c.What, Lumber: l.f.Wall.Lumber, Height: c.Low - l.f.Wall.Lumber.Depth/2},
			})
		}
	}
}

// plates counts the steel plates to nail.
func (l *lister) plates(cuts boring.Bored) {
	var ids []string
	n := 0
	for _, h := range cuts.Holes {
		if h.Plate {
			n++
			if !slices.Contains(ids, h.Member) {
				ids = append(ids, h.Member)
			}
		}
	}
	if n > 0 {
		l.add(Item{Kind: Plates, To: l.f.Wall.Length, Text: l.rules.Tell(words.SteelPlatesToNail, n), Do: l.rules.Tell(words.NailThemBeforeBoards), Members: ids})
	}
}
