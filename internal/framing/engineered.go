package framing

import (
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// Bears is an opening that carries, as a licensed engineer named it: what follows
// of its geometry. No size in it is ours.
type Bears struct {
	Opening string
	Entry   Engineered
	Long    measure.Length // clear and twice the bearing
	Height  measure.Length
	Packing measure.Length // between or beside the plies, to the wall's depth; less than nothing: they are thicker
	Room    measure.Length // from its top to the top plate's underside; only with Known
	Known   bool
	Path    []Link
}

// Link is one link of the load's path to the ground.
type Link struct {
	Key   string // under-left, under-right, to-ground; "" for what isn't entered
	What  string
	There bool
}

// waitsForEngineer says whether an opening carries and nobody has named what
// spans it.
func (w *Wall) waitsForEngineer(o Opening) bool { return w.Carries == Carries && o.Engineer == nil }

// bears works out the geometry that follows from an engineer's entry. Source: the
// work, step 5.
func (f *framer) bears(found Found) {
	w, t := f.Wall, f.Wall.Lumber.Thickness
	for i, o := range w.Openings {
		e := o.Engineer
		if e == nil {
			continue
		}
		out := Bears{Opening: o.ID, Entry: *e, Long: o.Width + 2*e.Each, Height: o.Header.Height()}
		if e.Lumber != nil {
			out.Packing = w.Lumber.Depth - e.Lumber.Thickness*measure.Length(e.Plies)
		}
		if h := f.heads[i]; h.floor.Known {
			over, _ := f.ceilingAt(o.Centre)
			if top := f.heights.EstimateAll([][]survey.Term{over})[0]; top.Known {
				out.Known = true
				out.Room = f.length(top.Value - f.topStack(o.Centre).Millimetres() - h.level() - (o.headOver() + out.Height).Millimetres())
			}
		}
		has := t * measure.Length(o.Jacks)
		out.Path = f.path(o, has, found)
		f.Bears = append(f.Bears, out)
		f.about(o, Note, "bearing-entry", o.Centre, nil, f.rules.Tell(words.HeaderAsNamed, o.ID, e.By, e.When, out.Long, e.Each), f.rules.Tell(words.InspectorSeesTheBearing))
		if has < e.Each {
			f.about(o, Stop, "bearing-short", o.Centre, []wood.Kind{wood.Jack, wood.HeaderPly, wood.Cripple}, f.rules.Tell(words.StudsAreNarrowerThanBearing, o.ID, has, e.Each), f.rules.Tell(words.TakeSoManyJacks, int((e.Each+t-1)/t)))
		}
	}
}

// path lists what the load goes down by, as far as the job says; a link that
// nobody has entered is missing.
func (f *framer) path(o Opening, has measure.Length, found Found) []Link {
	tell := f.rules.Tell
	out := []Link{
		{"", tell(words.LinkHeader, o.Engineer.By), true},
		{"", tell(words.LinkJacks, o.Jacks, has), has >= o.Engineer.Each},
		{"", tell(words.LinkPlate), true},
	}
	floor := survey.Crossed(found.Joists, survey.Floor, f.Wall.At(0), f.Wall.At(f.Wall.Length))
	for i, side := range [][2]measure.Length{{o.Left() - has, o.Left()}, {o.Right(), o.Right() + has}} {
		under := false
		for _, c := range floor {
			at := measure.FromMillimetres(c.Station)
			half := measure.FromMillimetres(c.Half)
			under = under || at+half > side[0] && at-half < side[1]
		}
		out = append(out, o.Engineer.link(tell, [2]string{"under-left", "under-right"}[i], tell(words.LinkUnderJacks, side[0], side[1]), under || f.rules.Concrete))
	}
	return append(out, o.Engineer.link(tell, "to-ground", tell(words.LinkToGround), false))
}

// link is one of the path's, as it was entered; else as it is asked for.
func (e *Engineered) link(tell func(words.Code, ...any) string, key, asked string, found bool) Link {
	for _, x := range e.Path {
		if x.Key == key {
			return Link{key, tell(words.LinkEntered, asked, x.What, x.By), true}
		}
	}
	return Link{key, asked, found}
}
