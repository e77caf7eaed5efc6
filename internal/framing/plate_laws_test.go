package framing

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
)

var short2x4 = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2, Stock: []measure.Length{96 * in}}

// plated is a random wall of short sticks, with a door, a held-back stretch, a
// step, steel and timber joists and a probe, each of them or not.
func plated(t *rapid.T) (*Wall, Rules, Found) {
	long := measure.Length(rapid.IntRange(60*8, 320*8).Draw(t, "long")) * in / 8
	w := wall(long, func(w *Wall) {
		w.Lumber, w.Bottom, w.Top = short2x4, []*wood.Lumber{short2x4}, []*wood.Lumber{short2x4}
	})
	r, found := rules, Found{}
	r.Whole = rapid.Bool().Draw(t, "whole")
	if rapid.Bool().Draw(t, "two tops") {
		w.Top = append(w.Top, short2x4)
	}
	if rapid.Bool().Draw(t, "door") && long > 80*in {
		door(measure.Length(rapid.IntRange(30, int(long.Inches())-30).Draw(t, "centre"))*in, 30*in)(w)
	}
	if rapid.Bool().Draw(t, "held") {
		from := measure.Length(rapid.IntRange(0, int(long.Inches())-10).Draw(t, "from")) * in
		w.Pending = []Pending{{From: from, To: min(from+20*in, long), What: "drain", Below: true, Over: rapid.Bool().Draw(t, "over")}}
	}
	if rapid.Bool().Draw(t, "step") {
		at := measure.Length(rapid.IntRange(3, int(long.Inches())-3).Draw(t, "step at")) * in
		w.Breaks = []Break{{survey.Floor, at}, {survey.Ceiling, at}}
	}
	for _, of := range []survey.Surface{survey.Floor, survey.Ceiling} {
		angle := rapid.SampledFrom([]float64{0, 3, 90}).Draw(t, "angle")
		joists := run(of, math.Floor(angle/90)*90, float64(rapid.IntRange(-20, 12).Draw(t, "first")), 16, rapid.IntRange(0, 12).Draw(t, "joists"))
		for i := range joists {
			joists[i].Angle = angle
			joists[i].Steel = rapid.IntRange(0, 3).Draw(t, "steel") == 0
		}
		found.Joists = append(found.Joists, joists...)
		a := wood.Anchor{By: rapid.SampledFrom([]string{"", "screw", "pin", "self-drilling", "adhesive"}).Draw(t, "by"), Glued: rapid.Bool().Draw(t, "glued")}
		if a.By != "" {
			a.Length = measure.Length(rapid.IntRange(0, 5).Draw(t, "length")) * in
		}
		if of == survey.Floor {
			w.Floor = a
		} else {
			w.Ceiling = a
		}
	}
	found.Cover[survey.Ceiling] = Cover{Thick: measure.Length(rapid.IntRange(0, 2).Draw(t, "cover")) * in, What: "plaster"}
	return w, r, found
}

// Every fixing that is listed bites, in something that is there, in a piece that
// doesn't wait and in no doorway; what is counted adds up; each piece that has any
// says so where it has fewer than two.
func TestEveryFixingBites(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		w, r, found := plated(t)
		f := Frame(w, r, level(2440), found)
		for of, a := range Lies(f, r, found) {
			parts, all := 0, 0
			for _, c := range a.Counts {
				parts += c.N
			}
			for _, x := range a.Fixings {
				all += x.Count
			}
			assert.Equal(t, a.Count, parts, "the parts add up")
			assert.Equal(t, a.Count, all, "and are the fixings listed")
			assert.GreaterOrEqual(t, a.Needs, a.Through)
			if a.Count > 0 && a.Anchor.Length > 0 {
				assert.Positive(t, a.Anchor.Length-a.Through, "what goes through the plate and what was probed bites")
			}
			if a.Anchor.By == "adhesive" || a.Lie == NoJoist && a.Anchor.By != "pin" {
				assert.Empty(t, a.Fixings)
			}
			for _, x := range a.Fixings {
				holding := 0
				for _, m := range f.Members {
					kind := []wood.Kind{wood.BottomPlate, wood.TopPlate}[of]
					if m.Kind == kind && x.At > m.From && x.At < m.To && m.Pending == "" {
						holding++
					}
				}
				assert.Positive(t, holding, "through a plate that doesn't wait, at %s", x.At)
				for _, o := range w.Openings {
					assert.False(t, of == int(survey.Floor) && x.At > o.Left() && x.At < o.Right(), "none in a doorway")
				}
				if x.Count == 2 && !a.Anchor.Means().Steel {
					for _, s := range a.steel {
						assert.Greater(t, (x.At - s).Abs(), in/2, "a screw into steel")
					}
				}
			}
			if a.Anchor.Glued || a.Anchor.By == "adhesive" {
				for _, g := range a.Glue {
					for _, o := range w.Openings {
						assert.False(t, of == int(survey.Floor) && g[0] < o.Right() && g[1] > o.Left(), "no glue in a doorway")
					}
				}
			}
		}
	})
}

// The pieces of every run add up to it; a held-back stretch lies in one piece
// that waits, and no more of the plate waits than to the next stud, or than a
// sliver would.
func TestPlatesOfAnyWallAddUp(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		w, r, found := plated(t)
		f := Frame(w, r, level(2440), found)
		type layer struct {
			kind wood.Kind
			n    int
		}
		last := map[layer]measure.Length{}
		run, cut := map[layer]measure.Length{}, map[layer]measure.Length{}
		whole := map[layer]measure.Length{}
		for _, m := range f.Members {
			if !m.Kind.Row().Plate {
				continue
			}
			l := layer{m.Kind, m.Layer}
			assert.GreaterOrEqual(t, m.From, last[l], "in order, none over another")
			assert.LessOrEqual(t, m.Exact, short2x4.Longest())
			if m.From != last[l] || w.breaksAt(surfaceOf(m.Kind), m.From) {
				assert.Equal(t, run[l].Nearest(r.Mark), cut[l], "a run of %s", l.kind)
				run[l], cut[l] = 0, 0
			}
			last[l] = m.To
			run[l], cut[l], whole[l] = run[l]+m.Exact, cut[l]+m.Cut, whole[l]+m.Exact
			for _, b := range w.Breaks {
				assert.False(t, b.Of == surfaceOf(m.Kind) && b.At > m.From && b.At < m.To, "no plate runs over a step")
			}
		}
		for l, sum := range run {
			assert.Equal(t, sum.Nearest(r.Mark), cut[l], "the last run of %s", l.kind)
		}
		gone := measure.Length(0)
		for _, o := range w.Openings {
			gone += o.Width
		}
		if r.Whole {
			gone = 0
		}
		assert.Equal(t, w.Length-gone, whole[layer{wood.BottomPlate, 0}], "with the doorways, the wall's length")
		assert.Equal(t, w.Length, whole[layer{wood.TopPlate, 0}])
		for _, p := range w.Pending {
			for _, m := range f.Members {
				if m.Kind == wood.BottomPlate && m.Pending != "" {
					assert.False(t, m.To <= p.From || m.From >= p.To)
					// two bays and two slivers at the most, on either side
					assert.LessOrEqual(t, p.From-m.From, 48*in+2*in, "to the stud before it")
					assert.LessOrEqual(t, m.To-p.To, 48*in+2*in, "to the stud after it")
				}
			}
		}
	})
}

// A screw of 70 through a 38 plate, plaster 14 and a gap of 22 bites nothing: it
// says so, and what length would.
func TestAScrewThatBitesNothing(t *testing.T) {
	const mm = measure.Millimetre
	r := Rules{Units: measure.Metric, Mark: mm, Fit: 2 * mm, Hold: 5 * mm, Near: 600 * mm, Reach: 750 * mm, Lap: 600 * mm}
	cls := &wood.Lumber{ID: "cls", Thickness: 38 * mm, Depth: 89 * mm, Stock: []measure.Length{2400 * mm, 4800 * mm}}
	w := wall(2000*mm, func(w *Wall) { w.Lumber, w.Bottom, w.Top = cls, []*wood.Lumber{cls}, []*wood.Lumber{cls} })
	w.Layout.Spacing = 600 * mm
	found := Found{Joists: run(survey.Ceiling, 90, 4, 16, 5)}
	found.Cover[survey.Ceiling] = Cover{Thick: 36 * mm, What: "plaster, gap"}
	w.Ceiling = wood.Anchor{By: "screw", Length: 70 * mm}
	a := Lies(Frame(w, r, level(2400), found), r, found)[survey.Ceiling]
	assert.Empty(t, a.Fixings)
	assert.Equal(t, 114*mm, a.Needs, "38, 14 and 22, and 40 of bite")
	w.Ceiling.Length = a.Needs
	a = Lies(Frame(w, r, level(2400), found), r, found)[survey.Ceiling]
	assert.Equal(t, 40*mm, a.Bite)
	assert.Equal(t, 2*len(a.Crossing), a.Count)
}

// A skirting of 5/8 by 5 1/2 at the wall's end: the plate ends at it, the end
// stud is notched by what it takes of it, and its height over the plate.
func TestASkirtingNotchesTheEndStud(t *testing.T) {
	high := 5.5 * 25.4
	skirting := func(right float64) Found {
		return Found{Obstructions: []Obstruction{{
			ID: "skirting", Kind: "skirting", From: geo.Point{X: right * 25.4, Y: -900}, To: geo.Point{X: right * 25.4, Y: 900}, Width: 5. / 8 * 25.4, Height: &high,
		}}}
	}
	f := Frame(wall(96*in), rules, level(2440), skirting(5./16))
	require.Contains(t, codes(f), "notched-foot")
	foot := f.Notches[len(f.Notches)-1]
	assert.Equal(t, 5*in/8, foot.Wide)
	assert.Equal(t, 4*in, foot.High, "5 1/2 less the plate")
	for _, m := range f.Members {
		if m.Kind == wood.BottomPlate {
			assert.Equal(t, 5*in/8, m.From)
			assert.Equal(t, 96*in-5*in/8, m.Cut)
		}
		assert.Equal(t, Ready, m.State, m.ID)
	}
	assert.Contains(t, codes(Frame(wall(96*in), rules, level(2440), skirting(0.75))), "low-in-stud", "what takes nearly all of it stops")
	between := Frame(wall(96*in), rules, level(2440), skirting(8))
	assert.NotContains(t, codes(between), "notched-foot")
	plates := 0
	for _, m := range between.Members {
		if m.Kind == wood.BottomPlate {
			plates++
		}
	}
	assert.Equal(t, 2, plates, "the plate ends on both sides of it")
}

// What comes up through a plate is cut for where it crosses, never by less than
// nothing, wherever its run was drawn.
func TestNotchesAreNeverLessThanNothing(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		at := func(name string) geo.Point {
			return geo.Point{X: float64(rapid.IntRange(-500, 3000).Draw(t, name+" x")), Y: float64(rapid.IntRange(-2000, 2000).Draw(t, name+" y"))}
		}
		o := Obstruction{ID: "pipe", Kind: "pipe", From: at("from"), Width: float64(rapid.IntRange(10, 300).Draw(t, "wide")), Rises: true, Side: float64(rapid.IntRange(0, 20).Draw(t, "side"))}
		o.To = o.From
		if rapid.Bool().Draw(t, "runs") {
			o.To = at("to")
		}
		w := wall(96*in, func(w *Wall) { w.Right = rapid.Bool().Draw(t, "right") })
		f := Frame(w, rules, level(2440), Found{Obstructions: []Obstruction{o}})
		for _, n := range f.Notches {
			assert.GreaterOrEqual(t, n.Depth, measure.Length(0))
			assert.GreaterOrEqual(t, n.Off, measure.Length(0), "its middle lies in the plate")
			assert.LessOrEqual(t, n.Off, w.Lumber.Depth)
			assert.LessOrEqual(t, n.Depth, w.Lumber.Depth)
		}
	})
}

// At a step the plates end, with a stud on each side, and it is told no more.
func TestPlatesEndAtAStep(t *testing.T) {
	step := Found{Zones: []survey.Zone{{Of: survey.Floor, Outline: []geo.Point{{X: 40 * 25.4, Y: -900}, {X: 3000, Y: -900}, {X: 3000, Y: 900}, {X: 40 * 25.4, Y: 900}}}}, ZoneNames: []string{"recess"}}
	assert.Contains(t, codes(Frame(wall(96*in), rules, level(2440), step)), "step")
	f := Frame(wall(96*in, func(w *Wall) { w.Breaks = []Break{{survey.Floor, 40 * in}} }), rules, level(2440), step)
	assert.NotContains(t, codes(f), "step")
	var studs, plates []measure.Length
	for _, m := range f.Members {
		switch {
		case m.Kind == wood.Stud && m.Why != "" && m.From > 0 && m.To < 96*in:
			studs = append(studs, m.From)
		case m.Kind == wood.BottomPlate:
			plates = append(plates, m.Exact)
		}
	}
	assert.Equal(t, []measure.Length{40*in - 3*in/2, 40 * in}, studs)
	assert.Equal(t, []measure.Length{40 * in, 56 * in}, plates)
	assert.NotContains(t, codes(f), "close-pair")
}

// Steel is spoken to as steel: its own fit, no strap, no word of its width.
func TestTrackIsSpokenToAsSteel(t *testing.T) {
	track := &wood.Lumber{ID: "track", Thickness: in / 32, Depth: 37 * in / 10, Stock: []measure.Length{120 * in}, Track: true, Fit: in / 4}
	f := Frame(wall(200*in, func(w *Wall) { w.Bottom, w.Top = []*wood.Lumber{track}, []*wood.Lumber{track} }), rules, level(2440), Found{})
	assert.Empty(t, f.Ties)
	assert.NotContains(t, codes(f), "plate-depth")
	for _, m := range f.Members {
		if m.Kind == wood.Stud {
			assert.Equal(t, -in/4, m.Sum[len(m.Sum)-1].Value)
		}
	}
	own := Frame(wall(200*in, func(w *Wall) { w.Bottom, w.FitGiven, w.Fit = []*wood.Lumber{track}, true, in/8 }), rules, level(2440), Found{})
	for _, m := range own.Members {
		if m.Kind == wood.Stud {
			assert.Equal(t, -in/8, m.Sum[len(m.Sum)-1].Value, "the wall's own wins")
		}
	}
}
