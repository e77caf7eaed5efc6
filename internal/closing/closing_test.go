package closing

import (
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/framing"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

const in, mm = measure.Inch, measure.Millimetre

var two = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2}

func imperial() framing.Rules { return framing.Rules{Units: measure.Imperial, Mark: in / 16} }

func gauges(pairs ...measure.Length) (out []Gauge) {
	for i := 0; i < len(pairs); i += 2 {
		out = append(out, Gauge{pairs[i], pairs[i+1]})
	}
	return out
}

// door is a doorway gauged at three heights and at both sides.
func door() Pocket {
	return Pocket{
		ID: "E1", Wide: 32 * in, Lumber: two, Allowance: in / 8, Edges: Nailers, Spacing: 16 * in,
		Widths: gauges(4*in, 129*in/4, 40*in, 32*in, 76*in, 257*in/8), Heights: gauges(2*in, 321*in/4, 30*in, 80*in),
	}
}

func cuts(f *Filled, kind wood.Kind) (out []measure.Length) {
	for _, m := range f.Members {
		if m.Kind == kind {
			out = append(out, m.Cut)
		}
	}
	return out
}

func codes(f *Filled) (out []string) {
	for _, x := range f.Findings {
		out = append(out, x.Code)
	}
	return out
}

// Gauged 32 1/4, 32 and 32 1/8 wide, 80 1/4 and 80 high: plates 31 7/8, studs 76 7/8.
func TestTheSmallestGaugeCounts(t *testing.T) {
	f := Fill(door(), imperial(), 0)
	assert.Equal(t, []measure.Length{255 * in / 8}, cuts(f, wood.BottomPlate))
	assert.Equal(t, []measure.Length{255 * in / 8}, cuts(f, wood.TopPlate))
	assert.Equal(t, []measure.Length{615 * in / 8, 615 * in / 8, 615 * in / 8}, cuts(f, wood.Stud))
	for _, m := range f.Members {
		assert.Equal(t, framing.Ready, m.State, m.ID)
	}
	assert.Equal(t, 3*in/8, f.Play, "32 1/4 less 31 7/8")
	nailers, blocks := f.Choices[0], f.Choices[1]
	assert.Equal(t, []measure.Length{29 * in / 2, 103 * in / 8}, nailers.Bays)
	assert.Equal(t, []int{1, 1, 0}, []int{nailers.Common, nailers.CutByHand(), nailers.Notched})
	assert.Equal(t, []measure.Length{243 * in / 16, 243 * in / 16}, blocks.Bays, "evenly: on the spacing the last would be too wide")
	assert.Equal(t, []int{0, 2, 12}, []int{blocks.Common, blocks.CutByHand(), blocks.Notched})
}

// The finish that is cut out makes the frame that much higher.
func TestTheStripIsCutOut(t *testing.T) {
	p := door()
	p.Strip = 3 * in / 4
	f := Fill(p, imperial(), 0)
	assert.Equal(t, (615*in+6*in)/8, cuts(f, wood.Stud)[0])
	p.Edges = Blocks
	f = Fill(p, imperial(), 0)
	assert.Len(t, cuts(f, wood.EdgeBlock), 12)
	assert.Equal(t, 6*in, cuts(f, wood.EdgeBlock)[0])
}

// A hole that may be smaller where nobody looked is no hole to cut for.
func TestWhatIsNotGaugedIsHeld(t *testing.T) {
	for name, spoil := range map[string]func(p *Pocket){
		"gauge-width":  func(p *Pocket) { p.Widths = p.Widths[:2] }, // not near its head
		"gauge-height": func(p *Pocket) { p.Heights = p.Heights[1:] },
	} {
		p := door()
		spoil(&p)
		f := Fill(p, imperial(), 0)
		assert.Contains(t, codes(f), name)
		for _, m := range f.Members {
			assert.Equal(t, framing.MeasureFirst, m.State, "%s %s", name, m.ID)
			assert.True(t, f.Findings[0].Touches(m.ID), "it says what it waits for")
		}
	}
	p := door()
	p.Widths = append(p.Widths[:1:1], p.Widths[2:]...) // 72 in between foot and head
	assert.Contains(t, codes(Fill(p, imperial(), 0)), "gauge-width")
	rough := imperial()
	rough.Hold = 3 * in / 16
	f := Fill(door(), rough, in/4)
	assert.Contains(t, codes(f), "gauge-rough")
	assert.Equal(t, framing.MeasureFirst, f.Members[0].State)
	assert.NotContains(t, codes(Fill(door(), rough, in/8)), "gauge-rough")
	p.Widths, p.Heights = nil, nil
	f = Fill(p, imperial(), 0)
	assert.Empty(t, f.Members)
	assert.Empty(t, f.Choices)
	p = door()
	p.Heights = gauges(2*in, 3*in, 30*in, 3*in)
	assert.Contains(t, codes(Fill(p, imperial(), 0)), "pocket-too-small")
}

// Whatever the hole: the frame goes in, its sums close, no wood stands in other
// wood, and no board's wood is farther apart than the spacing.
func TestAFrameGoesIntoItsPocket(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		rules, lumber := imperial(), two
		if rapid.Bool().Draw(t, "metric") {
			rules, lumber = framing.Rules{Units: measure.Metric, Mark: mm}, &wood.Lumber{ID: "45x95", Thickness: 45 * mm, Depth: 95 * mm}
		}
		u := rules.Units
		step := u.Pick(in/16, mm)
		draw := func(name string, low, high measure.Length) measure.Length {
			return step * measure.Length(rapid.IntRange(int(low/step), int(high/step)).Draw(t, name))
		}
		wide, high := draw("wide", u.Pick(14*in, 350*mm), u.Pick(140*in, 3500*mm)), draw("high", u.Pick(20*in, 500*mm), u.Pick(100*in, 2500*mm))
		p := Pocket{
			ID: "E1", Wide: wide, Lumber: lumber, Allowance: draw("allowance", 0, u.Pick(in/4, 6*mm)), Spacing: u.Pick(16*in, 400*mm),
			Edges: rapid.SampledFrom([]Edges{Nailers, Blocks}).Draw(t, "edges"), Strip: draw("strip", 0, u.Pick(in, 25*mm)),
		}
		for k := range measure.Length(5) {
			p.Widths = append(p.Widths, Gauge{high * k / 4, wide + draw("more", 0, u.Pick(in/2, 12*mm))})
			p.Heights = append(p.Heights, Gauge{wide * k / 4, high + draw("more", 0, u.Pick(in/2, 12*mm))})
		}
		f := Fill(p, rules, 0)
		least, _ := smallest(p.Widths)
		lowest, _ := smallest(p.Heights)
		hair := u.Pick(in/128, mm/10)
		uprights := []framing.Member{}
		for i, m := range f.Members {
			sum := measure.Length(0)
			for _, l := range m.Sum {
				sum += l.Value
			}
			require.Equal(t, m.Exact, sum, m.ID)
			require.LessOrEqual(t, m.Cut, m.Exact+hair, m.ID)
			require.Equal(t, framing.Ready, m.State)
			switch m.Kind {
			case wood.BottomPlate, wood.TopPlate:
				require.LessOrEqual(t, m.Cut, least.Is-p.Allowance+hair)
				continue
			case wood.Stud:
				require.LessOrEqual(t, m.Cut+2*lumber.Thickness, lowest.Is+p.Strip-p.Allowance+hair)
				uprights = append(uprights, m)
			}
			require.GreaterOrEqual(t, m.From, measure.Length(0))
			require.LessOrEqual(t, m.To, least.Is)
			top := m.Base + m.Cut.Millimetres()
			require.LessOrEqual(t, top, (lowest.Is + p.Strip - lumber.Thickness + hair).Millimetres(), "%s goes in under the top plate", m.ID)
			for _, o := range f.Members[:i] {
				if o.Kind == wood.BottomPlate || o.Kind == wood.TopPlate || m.From >= o.To || m.To <= o.From {
					continue
				}
				apart := m.Base >= o.Base+o.Cut.Millimetres()-0.01 || o.Base >= top-0.01
				require.True(t, apart, "%s stands in %s", m.ID, o.ID)
			}
		}
		// from wood to wood, middle to middle; beside blocks from the boards' edges
		var at []measure.Length
		for _, m := range uprights {
			at = append(at, m.From+lumber.Thickness/2)
		}
		if p.Edges == Blocks {
			at = append(append([]measure.Length{p.Allowance / 2}, at...), p.Allowance/2+least.Is-p.Allowance)
		}
		slices.Sort(at)
		for i := range at[1:] {
			require.LessOrEqual(t, at[i+1]-at[i], p.Spacing+1, "bay %d of %v", i, at)
		}
		for _, c := range f.Choices {
			total := measure.Length(0)
			for _, b := range c.Bays {
				total += b
			}
			studs := measure.Length(len(c.Bays) - 1)
			if c.Edges == Nailers {
				studs += 2
			}
			require.Equal(t, least.Is-p.Allowance, total+studs*lumber.Thickness, "bays and wood make up the width")
			require.Equal(t, len(c.Bays), c.Common+c.CutByHand())
		}
	})
}
