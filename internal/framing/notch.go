package framing

import (
	"math"

	"homalos/internal/measure"
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
	How   string         // bore, notch, through
	Depth measure.Length // of a notch, from the face it is cut from
	Back  bool           // a notch from the back face
}

// notch says how the bottom plate is cut for what rises through it.
func (f *framer) notch(o Obstruction) (Notch, bool) {
	from, to, ok := f.Wall.meets(o)
	if !ok || !o.Rises {
		return Notch{}, false
	}
	w := f.Wall
	a, b := w.At(0), w.At(w.Length)
	long := a.Distance(b)
	at := (from + to) / 2
	// how far its middle lies off the wall's middle, to the left
	mx, my := (o.From.X+o.To.X)/2, (o.From.Y+o.To.Y)/2
	left := ((my-a.Y)*(b.X-a.X) - (mx-a.X)*(b.Y-a.Y)) / long
	if w.Right {
		left = -left
	}
	depth := w.Lumber.Depth.Millimetres()
	off, half := depth/2+left, o.Width/2+o.Side
	n := Notch{What: o.name(), At: at, Off: f.length(off), Wide: to - from}
	near, far := off-half, depth-off-half // wood left at the snapped face and at the back
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
			if !m.Kind.Row().Clear && m.From < p.To && m.To > p.From {
				m.Pending = p.What
				ids = append(ids, m.ID)
			}
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
	return rules.Tell(words.TakesPlateThroughWideFix, n.Wide)
}
