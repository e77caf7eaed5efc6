package site

import (
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// steelStud reads what steel studs have beside their size.
func (r *resolver) steelStud(path string, l job.Lumber, lumber *wood.Lumber) {
	u := r.Doc.Units
	if !l.Steel {
		if l.Metal.Given() {
			r.faults.Add(path+".metal", "only steel studs have it: say steel, or leave it out")
		}
		if l.Holes != nil {
			r.faults.Add(path+".holes", "only steel studs have them: say steel, or leave them out")
		}
		return
	}
	if l.Track {
		r.faults.Add(path+".track", "it is a stud or it is track: leave one of them out")
	}
	if l.Treated {
		r.faults.Add(path+".treated", "steel isn't treated: leave it out")
	}
	lumber.Metal = r.within(path+".metal", l.Metal, u.Pick(22*measure.Inch/1000, 6*measure.Millimetre/10), measure.Millimetre/10, 6*measure.Millimetre)
	holes := job.Holes{}
	if l.Holes != nil {
		holes = *l.Holes
	}
	lumber.Holes = wood.Holes{
		First: r.within(path+".holes.first", holes.First, u.Pick(12*measure.Inch, 300*measure.Millimetre), u.Pick(2*measure.Inch, 50*measure.Millimetre), 3*measure.Metre),
		Every: r.within(path+".holes.every", holes.Every, u.Pick(24*measure.Inch, 600*measure.Millimetre), u.Pick(2*measure.Inch, 50*measure.Millimetre), 3*measure.Metre),
	}
}

// trackFor is the first track that studs of some lumber stand in.
func (r *resolver) trackFor(stud *wood.Lumber) []*wood.Lumber {
	for _, l := range r.Lumber {
		if l.Track && l.Depth >= stud.Depth {
			return []*wood.Lumber{l}
		}
	}
	return nil
}

// steel reads how a wall of steel studs is made.
func (r *resolver) steel(path string, w job.Wall, wall *framing.Wall) {
	u := r.Doc.Units
	if wall.Lumber == nil || !wall.Lumber.Steel {
		if w.Steel != nil {
			r.faults.Add(path+".steel", "its studs aren't of steel: name lumber that is, or leave this out")
		}
		return
	}
	for _, x := range []struct {
		field  string
		given  []string
		plates *[]*wood.Lumber
	}{{"bottom", w.Bottom, &wall.Bottom}, {"top", w.Top, &wall.Top}} {
		if x.given == nil {
			*x.plates = r.trackFor(wall.Lumber)
		}
		if len(*x.plates) != 1 || !(*x.plates)[0].Track {
			r.faults.Add(path+"."+x.field, "steel studs stand in track: name one, as deep as %s or deeper", r.write(wall.Lumber.Depth))
			return
		}
	}
	s := job.Steel{}
	if w.Steel != nil {
		s = *w.Steel
	}
	few := u.Pick(measure.Inch/2, 12*measure.Millimetre)
	out := &framing.Steel{
		Tab:     r.within(path+".steel.tab", s.Tab, u.Pick(2*measure.Inch, 50*measure.Millimetre), few, u.Pick(12*measure.Inch, 300*measure.Millimetre)),
		Overlap: r.within(path+".steel.overlap", s.Overlap, u.Pick(2*measure.Inch, 50*measure.Millimetre), 0, u.Pick(24*measure.Inch, 600*measure.Millimetre)),
		Bridge:  r.within(path+".steel.bridge", s.Bridge, u.Pick(4*measure.Foot, 1200*measure.Millimetre), u.Pick(12*measure.Inch, 300*measure.Millimetre), 5*measure.Metre),
		Screws:  s.Screws, Boxed: s.Boxed != "no", Channel: wall.Bottom[0],
	}
	if out.Screws == 0 {
		out.Screws = 4
	}
	if s.Slip.Given() {
		wall.Fit, wall.FitGiven = r.within(path+".steel.slip", s.Slip, 0, 0, u.Pick(2*measure.Inch, 50*measure.Millimetre)), true
	}
	if s.Channel != "" {
		if l := r.wood(path+".steel.channel", s.Channel); l != nil {
			out.Channel = l
		}
	}
	if needs := out.SpliceWants(u); out.Overlap < needs {
		r.faults.Add(path+".steel.overlap", "%s is shorter than its %d screws want: give %s, or fewer screws", r.write(out.Overlap), out.Screws, r.write(needs))
	}
	wall.Steel = out
}

// steelHeader is a piece of track between the jambs; over 4 ft (1200 mm) a box of two
// studs on edge between two tracks. Usual practice, for walls that carry nothing.
func (r *resolver) steelHeader(path string, h *job.Header, width measure.Length, wall *framing.Wall) framing.Header {
	track := framing.Header{Lumber: wall.Top[0], Plies: 1}
	box := framing.Header{Lumber: wall.Lumber, Plies: 2, OnEdge: true, Deep: wall.Lumber.Depth + 2*wall.Top[0].Thickness}
	switch {
	case h == nil || h.Lie == "" && h.Plies == 0 && h.Lumber == "":
		if width > r.Doc.Units.Pick(4*measure.Foot, 1200*measure.Millimetre) {
			return box
		}
		return track
	case h.Lumber != "":
		l := r.wood(path+".lumber", h.Lumber)
		if l != nil && !l.Track && !l.Steel {
			r.faults.Add(path+".lumber", "%q is no steel: name track, or steel studs for a box", h.Lumber)
		}
		if l != nil && l.Track {
			track.Lumber = l
		}
	}
	if h.Lie == "on-edge" || h.Lie == "edge" || h.Plies > 1 {
		return box
	}
	return track
}
