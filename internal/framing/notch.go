package framing

import (
	"math"

	"homalos/internal/measure"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Notch is where a plate is cut for something that comes through it. Usual
// limits in studs that carry nothing: a notch to 40 % of the depth, a hole to
// 60 %, 5/8 in (16 mm) of wood left beside it.
type Notch struct {
	What  string
	At    measure.Length // station of its middle
	Off   measure.Length // from the snapped face to its middle
	Wide  measure.Length // with the room it wants
	How   string         // bore, notch, through; ends: the plate ends at it; foot: a notch in an upright
	Depth measure.Length // of a notch, from the face it is cut from
	Back  bool           // a notch from the back face

	Member    string         // of a foot: whose
	Low, High measure.Length // of a foot: from where to where, up from the plate
}

// notch says how the bottom plate is cut for what rises through it.
func (f *framer) notch(o Obstruction) (Notch, bool) {
	from, to, ok := f.Wall.meets(o)
	if !ok || !o.Rises {
		return Notch{}, false
	}
	w := f.Wall
	at := (from + to) / 2
	// what of the plate's depth it takes, where it really crosses
	depth := w.Lumber.Depth.Millimetres()
	low, high, _ := w.across(o)
	if w.Right {
		low, high = -high, -low
	}
	near, far := math.Max(0, depth/2+low-o.Side), math.Max(0, depth/2-high-o.Side) // wood left at the snapped face and at the back
	off, half := (near+depth-far)/2, (depth-near-far)/2
	n := Notch{What: o.name(), At: at, Off: f.length(off), Wide: to - from}
	least := 15.875
	switch {
	case near >= least && far >= least && 2*half <= 0.6*depth:
		n.How = "bore"
	case math.Min(near, far) < least && depth-math.Max(near, far) <= 0.4*depth:
		n.How, n.Back = "notch", far < near
		n.Depth = f.length(depth - math.Max(near, far))
	default:
		n.How = "through"
	}
	return n, true
}

// hold holds back what lies in a stretch that waits.
func (f *framer) holdPending() {
	for _, p := range f.Wall.Pending {
		var ids []string
		for i := range f.Members {
			m := &f.Members[i]
			waits := m.Kind != wood.TopPlate || p.Over
			waits = waits && (m.Kind != wood.BottomPlate || p.Below)
			if !m.Kind.Row().Clear && waits && m.From < p.To && m.To > p.From {
				m.Pending = p.What
				ids = append(ids, m.ID)
			}
		}
		if p.Past {
			f.find(Warn, "pending-past", f.Wall.Length, nil, f.rules.Tell(words.TheStretchGoesPast, p.What, f.Wall.Length), f.rules.Tell(words.GiveItAnewOrTakeItOff))
		}
		f.find(Stop, "pending", p.From+(p.To-p.From)/2, ids,
			f.rules.Tell(words.FromToWaitsPlateStuds, p.From, p.To, p.What),
			f.rules.Tell(words.TakeStretchOffOnceDone))
	}
}

// Say is how the plate is cut there, in words.
func (n Notch) Say(rules Rules) string {
	switch n.How {
	case "bore":
		return rules.Tell(words.BoreItsMiddleFromSnapped, n.Wide, n.Off)
	case "notch":
		face := rules.Tell(words.TheSnappedFace)
		if n.Back {
			face = rules.Tell(words.TheBackFace)
		}
		return rules.Tell(words.NotchWideDeepFrom, n.Wide, n.Depth.Up(rules.Mark), face)
	}
	switch {
	case n.How == "ends":
		return rules.Tell(words.PlateEndsAtIt, n.Wide)
	case n.How == "foot" && n.Low == 0:
		return rules.Tell(words.NotchTheFoot, n.Wide, n.High)
	case n.How == "foot":
		return rules.Tell(words.NotchAboveThePlate, n.Wide, n.Low, n.High)
	}
	return rules.Tell(words.TakesPlateThroughWideFix, n.Wide)
}
