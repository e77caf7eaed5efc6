package framing

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// Whatever door or window stands where, in either unit: no stud is doubled where no
// board's edge falls, where one falls there is wood or it is told, no upright leaves a
// slot beside another, and a bay wider than the spacing is named.
func TestNoStudIsDoubledForNothing(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		const mm = measure.Millimetre
		r, spacing, unit := rules, 16*in, in/4
		lumber := twoBy4
		if rapid.Bool().Draw(t, "metric") {
			r = Rules{Units: measure.Metric, Mark: mm, Fit: 2 * mm, Hold: 5 * mm, Near: 600 * mm, Reach: 750 * mm, Lap: 600 * mm}
			spacing, unit, lumber = 600*mm, 5*mm, &wood.Lumber{ID: "45", Thickness: 45 * mm, Depth: 95 * mm, Stock: []measure.Length{4800 * mm}}
		}
		long := spacing*9 + unit*measure.Length(rapid.IntRange(0, 200).Draw(t, "more"))
		kind := rapid.SampledFrom([]OpeningKind{Door, Window}).Draw(t, "kind")
		w := wall(long, func(w *Wall) {
			w.Lumber, w.Bottom, w.Top = lumber, []*wood.Lumber{lumber}, []*wood.Lumber{lumber}
			w.Layout = Layout{Spacing: spacing, FromEnd: rapid.Bool().Draw(t, "from the end")}
			o := Opening{ID: "D", Kind: kind, Width: unit * measure.Length(rapid.IntRange(80, 200).Draw(t, "wide")), Height: r.Units.Pick(48*in, 1200*mm), Sill: r.Units.Pick(36*in, 900*mm), Jacks: 1, Header: Header{Lumber: lumber, Plies: 1}}
			low := o.Width/2 + 4*lumber.Thickness
			o.Centre = low + unit*measure.Length(rapid.IntRange(0, int((long-2*low)/unit)).Draw(t, "centre"))
			w.Openings = []Opening{o}
		})
		f := Frame(w, r, level(2440), Found{})
		edges := map[measure.Length]bool{}
		for _, c := range w.centres(r) {
			if w.edgeAt(c, r) {
				edges[c] = true
			}
		}
		for i, a := range f.Members {
			for _, b := range f.Members[i+1:] {
				alike := func(kinds ...wood.Kind) bool { return slices.Contains(kinds, a.Kind) && slices.Contains(kinds, b.Kind) }
				tight := a.To == b.From || b.To == a.From
				if tight && (a.Kind == wood.Stud && (b.Kind == wood.King || b.Kind == wood.Stud) || b.Kind == wood.Stud && a.Kind == wood.King) {
					stud := a
					if b.Kind == wood.Stud && (a.Kind != wood.Stud || a.Why == endStud) {
						stud = b
					}
					near := false
					for c := range edges {
						near = near || c > stud.From-2*r.slot() && c < stud.To+2*r.slot()
					}
					assert.True(t, near, "%s at %s is doubled, and no edge falls there", stud.ID, r.Units.Write(stud.From))
					if stud.From != 0 && stud.To != long {
						assert.True(t, stud.Why != "" || edges[stud.From+lumber.Thickness/2], "and says why")
					}
				}
				if alike(wood.Cripple, wood.King) || alike(wood.UnderSill, wood.UnderSill) || alike(wood.UnderSill, wood.Jack) {
					gap := max(b.From-a.To, a.From-b.To)
					assert.True(t, gap == 0 || gap >= r.slot() || a.Kind == wood.King && b.Kind == wood.King || o(w).Width < 3*lumber.Thickness+r.slot(), "%s and %s leave a slot of %s", a.ID, b.ID, r.Units.Write(gap))
				}
			}
		}
		told := codes(f)
		for c := range edges {
			if left, right := w.Outer(o(w)); c > left && c < right {
				continue
			}
			wooden := measure.Length(0)
			for _, m := range f.Members {
				if m.Kind.FullHeight() || m.Kind == wood.Jack {
					wooden += max(0, min(m.To, c+r.bearing())-max(m.From, c-r.bearing()))
				}
			}
			assert.True(t, wooden >= 2*r.bearing() || slices.Contains(told, "sheet-joint-off-wood") || c < 2*lumber.Thickness || c > long-2*lumber.Thickness, "the edge at %s has %s of wood", r.Units.Write(c), r.Units.Write(wooden))
		}
		var full []Member
		for _, m := range f.Members {
			if m.Kind.FullHeight() || m.Kind == wood.Jack {
				full = append(full, m)
			}
		}
		slices.SortFunc(full, func(a, b Member) int { return int((a.From - b.From) / unit) })
		for i := 1; i < len(full); i++ {
			if a, b := full[i-1], full[i]; b.From-a.To > spacing-lumber.Thickness+r.Mark && (a.Opening == "" || a.Opening != b.Opening) {
				named := false
				for _, x := range f.Findings {
					named = named || x.Code == "wide-bay" && x.Touches(a.ID) && x.Touches(b.ID)
				}
				require.True(t, named, "%s to %s is %s clear", a.ID, b.ID, r.Units.Write(b.From-a.To))
			}
		}
	})
}

func o(w *Wall) Opening { return w.Openings[0] }
