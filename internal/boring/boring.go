// Package boring knows what goes through a wall's wood: pipes and cables that were
// found or are planned, the hole or notch that each piece gets, whether that is
// within the usual limits, and where nothing may be nailed or screwed.
//
// It takes walls as they are framed and changes none of them.
package boring

import (
	"cmp"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Run is a planned pipe or cable: along the wall at one height, or up and down at one
// station.
type Run struct {
	What      string
	Size      measure.Length // outside diameter
	Level     bool           // along the wall, From to To at Height; else up and down at At
	From, To  measure.Length
	Height    measure.Length // of its middle over the floor at From
	Fall      measure.Length // how much lower its middle is at To
	At        measure.Length
	Low, High measure.Length // of one that goes up and down, over the floor; 0: through that plate
	Off       measure.Length // from the snapped face to its middle
	Path      string         // in the job document
}

// Hole is where one piece is bored or notched.
type Hole struct {
	Member string
	What   string         // goes through it
	At     measure.Length // of an upright: up from its foot to the middle; else station of the middle
	Off    measure.Length // from the snapped face to the middle
	Size   measure.Length // across; of a notch, its width along the piece
	Notch  bool
	Deep   measure.Length // of a notch: from the face it is cut from
	Back   bool           // a notch from the back face
	Over   bool           // past the usual limits
	Plate  bool           // it wants a steel plate
	Run    int            // of the planned ones, from 1; 0: of something found
}

// Keep is a stretch of a wall's face that nothing is nailed or screwed into.
type Keep struct {
	What      string
	From, To  measure.Length // stations
	Low, High measure.Length // over the floor; High 0: up to the ceiling
	Face      Face
	Foot      float64 // elevation of Low, mm; of one along the wall
	Level     bool    // Foot is given
}

// Face is which face of a wall, as its line was snapped.
type Face string

// The faces.
const (
	Snapped Face = "snapped"
	BackOne Face = "back"
	Both    Face = "both"
)

// Bored is what goes through one wall.
type Bored struct {
	Holes    []Hole
	Keeps    []Keep
	Findings []framing.Finding
}

// Room is how much wider a hole is bored than what goes through it. Usual practice.
func Room(u measure.System) measure.Length { return u.Pick(measure.Inch/8, 3*measure.Millimetre) }

// guard is how near a face a pipe wants a steel plate before it. Source: the work,
// step 6: 1 1/4 in (32 mm).
func guard(u measure.System) measure.Length {
	return u.Pick(measure.Inch*5/4, 32*measure.Millimetre)
}

// left is the wood that stays beside a hole at least. Source: the work, step 6: 5/8 in
// (16 mm).
func left(u measure.System) measure.Length { return u.Pick(measure.Inch*5/8, 16*measure.Millimetre) }

// drill works one wall.
type drill struct {
	f     *framing.Framed
	rules framing.Rules
	room  measure.Length
	place map[string]int // of each piece among the members
	Bored
}

// Through says how a wall's wood is cut for what goes through it. room is how much
// wider a hole is than what goes through it.
func Through(f *framing.Framed, rules framing.Rules, room measure.Length, runs []Run) Bored {
	d := &drill{f: f, rules: rules, room: room, place: map[string]int{}}
	for i, m := range f.Members {
		d.place[m.ID] = i
	}
	d.notched()
	for i, r := range runs {
		if d.fits(r) {
			d.run(r, i+1)
		}
	}
	slices.SortStableFunc(d.Holes, func(a, b Hole) int {
		return cmp.Or(cmp.Compare(d.place[a.Member], d.place[b.Member]), cmp.Compare(a.At, b.At))
	})
	d.tellOver()
	for i := range d.Holes {
		d.Holes[i].At = d.Holes[i].At.Nearest(rules.Mark)
	}
	return d.Bored
}

func (d *drill) find(code string, level framing.Level, at measure.Length, ids []string, text, fix string) {
	at = max(0, min(at, d.f.Wall.Length))
	d.Findings = append(d.Findings, framing.Finding{Code: code, Level: level, Placed: true, At: at, Members: ids, Text: text, Fix: fix})
}

// limits are the shares of a piece's depth that a notch and a hole may take. Usual
// practice where it carries nothing: 40 and 60 in a hundred. What carries allows less,
// 25 and 40.
func (d *drill) limits() (notch, bore int) {
	if d.f.Wall.Carries == framing.Carries {
		return 25, 40
	}
	return 40, 60
}

// past says whether what is taken is more than a share, in a hundred, of the whole.
func past(taken, whole measure.Length, share int) bool {
	return taken*100 > whole*measure.Length(share)
}

// cut judges what is taken of a piece: from low to high of its depth, off the snapped
// face. It is a hole where wood stays on both sides, else a notch.
func (d *drill) cut(h *Hole, low, high, depth measure.Length) {
	notch, bore := d.limits()
	least := left(d.rules.Units)
	low, high = max(low, 0), min(high, depth)
	near, far := low, depth-high
	h.Off = low + (high-low)/2
	switch {
	case near > 0 && far > 0:
		h.Over = near < least || far < least || past(high-low, depth, bore)
	case near == 0 && far == 0:
		h.Notch, h.Deep, h.Over = true, depth, true
	default:
		h.Notch, h.Back = true, far == 0
		h.Deep = high - low
		h.Over = past(h.Deep, depth, notch)
	}
	h.Plate = h.Notch || min(near, far) < guard(d.rules.Units)
}

// notched are the holes and notches for what was found.
func (d *drill) notched() {
	w := d.f.Wall
	for _, n := range d.f.Notches {
		if n.How == "ends" {
			continue // no plate lies there
		}
		if n.How == "foot" {
			d.foot(n)
			continue
		}
		half := n.Wide / 2
		for _, m := range d.f.Members {
			if m.Kind != wood.BottomPlate || m.From >= n.At+half || m.To <= n.At-half {
				continue
			}
			h := Hole{Member: m.ID, What: n.What, At: n.At, Size: n.Wide}
			low, high := n.Off-half, n.Off+half
			switch {
			case n.How == "through":
				low, high = 0, w.Lumber.Depth
			case n.How == "notch" && n.Back:
				low, high = w.Lumber.Depth-n.Depth, w.Lumber.Depth
			case n.How == "notch":
				low, high = 0, n.Depth
			}
			d.cut(&h, low, high, w.Lumber.Depth)
			d.Holes = append(d.Holes, h)
		}
		d.keep(n.What, n.At-half, n.At+half, 0, 0, n.Off-half, n.Off+half)
	}
}

// foot is a notch in an upright, across its thickness.
func (d *drill) foot(n framing.Notch) {
	m := &d.f.Members[d.place[n.Member]]
	notch, _ := d.limits()
	thick := m.To - m.From
	h := Hole{Member: n.Member, What: n.What, At: n.Low + (n.High-n.Low)/2, Off: n.Off, Size: n.High - n.Low, Notch: true, Deep: n.Wide, Plate: n.Low > 0}
	h.Over = past(n.Wide, thick, notch)
	d.Holes = append(d.Holes, h)
}

// keep names the stretch before something that lies nearer a face than screws reach.
// low and high are of the wall's depth, bottom and top over the floor.
func (d *drill) keep(what string, from, to, bottom, top, low, high measure.Length) {
	depth, g := d.f.Wall.Lumber.Depth, guard(d.rules.Units)
	near, back := low < g, depth-high < g
	k := Keep{What: what, From: max(0, from), To: min(d.f.Wall.Length, to), Low: bottom, High: top}
	switch {
	case near && back:
		k.Face = Both
	case near:
		k.Face = Snapped
	case back:
		k.Face = BackOne
	default:
		return
	}
	if k.From < k.To {
		d.Keeps = append(d.Keeps, k)
	}
}

// tellOver tells of the pieces that are cut past the usual limits, by what goes
// through them.
func (d *drill) tellOver() {
	type group struct {
		what  string
		run   int
		plate bool
	}
	ids, at := map[group][]string{}, map[group]Hole{}
	var order []group
	for _, h := range d.Holes {
		kind := d.f.Members[d.place[h.Member]].Kind
		if g := (group{h.What, h.Run, kind == wood.TopPlate}); h.Over && kind != wood.BottomPlate { // that one is fixed to the floor on both sides
			if ids[g] == nil {
				order, at[g] = append(order, g), h
			}
			if !slices.Contains(ids[g], h.Member) {
				ids[g] = append(ids[g], h.Member)
			}
		}
	}
	for _, g := range order {
		m := d.f.Members[d.place[at[g].Member]]
		notch, bore := d.limits()
		if g.plate {
			d.find("plate-cut", framing.Warn, at[g].At, ids[g], d.rules.Tell(words.PlateCutPast, g.what, ids[g][0]), d.rules.Tell(words.StrapOverTheCut))
			continue
		}
		text := d.rules.Tell(words.CutOnePastTheLimits, g.what, ids[g][0], notch, bore)
		if n := len(ids[g]); n > 1 {
			text = d.rules.Tell(words.CutPastTheLimits, g.what, ids[g][0], n, notch, bore)
		}
		d.find("hole-over", framing.Warn, m.From, ids[g], text, d.rules.Tell(words.WidenShoeOrMove))
	}
}
