package picture

import (
	"homalos/internal/framing"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// RoomLayer is a layer on a new wall's studs, from above.
type RoomLayer struct {
	What    string `json:"what"`
	Outline []Dot  `json:"outline" nullable:"false"`
}

// layersAbove are a wall's layers on the plan.
func layersAbove(w *framing.Wall) (out []RoomLayer) {
	in, outer, _ := w.LayLayers()
	long, deep := w.Length.Millimetres(), w.Lumber.Depth.Millimetres()
	for _, l := range in {
		out = append(out, RoomLayer{l.What, ground(w, 0, long, -l.To.Millimetres(), -l.From.Millimetres())})
	}
	for _, l := range outer {
		out = append(out, RoomLayer{l.What, ground(w, 0, long, deep+l.From.Millimetres(), deep+l.To.Millimetres())})
	}
	return out
}

// ladder is what closes a hung box underneath, from above.
func ladder(w *framing.Wall, m framing.Member) (DetailPiece, bool) {
	h := w.Hung
	if h == nil || m.Kind != wood.Rung && m.Kind != wood.Nailer {
		return DetailPiece{}, false
	}
	off := func(d float64) float64 {
		if h.Back {
			return w.Lumber.Depth.Millimetres() + d
		}
		return -d
	}
	out := DetailPiece{ID: m.ID, Kind: string(m.Kind), Lying: true}
	end := h.Out.At(m.From+(m.To-m.From)/2, w.Length).Millimetres()
	if m.Kind == wood.Nailer { // along what it is on, which may run askew
		a, b := h.Out.At(m.From, w.Length).Millimetres(), h.Out.At(m.To, w.Length).Millimetres()
		deep := m.Lumber.Depth.Millimetres()
		near, far := ground(w, m.From.Millimetres(), m.To.Millimetres(), off(a-deep), off(a)), ground(w,
			m.From.Millimetres(), m.To.Millimetres(), off(b-deep), off(b))
		out.Outline = []Dot{near[0], far[1], far[2], near[3]}
		return out, true
	}
	out.Outline = ground(w, m.From.Millimetres(), m.To.Millimetres(),
		off(end-m.Exact.Millimetres()-nailerDeep(h)), off(end-nailerDeep(h)))
	return out, true
}

func nailerDeep(h *framing.BoxSide) float64 {
	if h.Nailer == nil {
		return 0
	}
	return h.Nailer.Depth.Millimetres()
}

// blocksAbove are the rows of blocks between joists, from above.
func (s *drawer) blocksAbove() []DetailPiece {
	out := []DetailPiece{}
	for _, f := range s.Floors {
		if f.Of.Doubled == 0 {
			out = append(out, rowAbove(f)...)
		}
	}
	return out
}

func rowAbove(f *work.Floor) (out []DetailPiece) {
	t := f.Of.Lumber.Thickness.Millimetres()
	ax, ay := f.Of.Along.X, f.Of.Along.Y // the way the joists run; to its left the row goes
	place := func(across, along float64) Dot {
		return Dot{f.Of.Start.X - ay*across + ax*along, f.Of.Start.Y + ax*across + ay*along}
	}
	for _, m := range f.Members {
		low, high := -t/2, t/2
		if !f.Of.Inline {
			low, high = -t, 0
			if f.Of.Beyond(m) {
				low, high = 0, t
			}
		}
		from, to := m.From.Millimetres(), m.To.Millimetres()
		out = append(out, DetailPiece{ID: m.ID, Kind: string(m.Kind), Lying: true,
			Outline: []Dot{place(from, low), place(to, low), place(to, high), place(from, high)}})
	}
	return out
}
