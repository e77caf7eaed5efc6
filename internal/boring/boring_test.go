package boring

import (
	"fmt"
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

// wall is 96 long, studs every 16, 91 1/2 high, on a floor at 0 that falls by fall at
// each stud; with a nogging in the second bay.
func wall(fall measure.Length) *framing.Framed {
	w := &framing.Wall{ID: "A", Length: 96 * in, Lumber: two, Bottom: []*wood.Lumber{two}, Top: []*wood.Lumber{two}}
	f := &framing.Framed{Wall: w}
	add := func(m framing.Member) {
		m.Lumber, m.Known = two, true
		m.ID = fmt.Sprintf("A-%s%d", m.Kind.Row().Letter, len(f.Members))
		f.Members = append(f.Members, m)
	}
	add(framing.Member{Kind: wood.BottomPlate, To: 96 * in})
	add(framing.Member{Kind: wood.TopPlate, To: 96 * in})
	for i := range 7 {
		from := min(max(measure.Length(i)*16*in-3*in/4, 0), 189*in/2)
		add(framing.Member{Kind: wood.Stud, From: from, To: from + 3*in/2, Exact: 183 * in / 2, Base: (3*in/2 - measure.Length(i)*fall).Millimetres()})
	}
	add(framing.Member{Kind: wood.Nogging, From: 67 * in / 4, To: 125 * in / 4, Exact: 29 * in / 2, Base: (45 * in).Millimetres()})
	return f
}

func codes(b Bored) (out []string) {
	for _, f := range b.Findings {
		out = append(out, f.Code)
	}
	return out
}

// In a 2x4 a hole of 2.1 is 60 in a hundred, a notch of 1.4 is 40.
func TestTheUsualLimits(t *testing.T) {
	for name, c := range map[string]struct {
		size, off   measure.Length
		notch, over bool
		plate       bool
		carries     string
	}{
		"a supply pipe in the middle":      {size: 7 * in / 8, off: 7 * in / 4},
		"a supply pipe near the face":      {size: 7 * in / 8, off: 5 * in / 4, plate: true},
		"too near it":                      {size: 7 * in / 8, off: in, over: true, plate: true},
		"a drain of 1 1/2":                 {size: 15 * in / 8, off: 7 * in / 4, plate: true},
		"a drain of 2":                     {size: 9 * in / 4, off: 7 * in / 4, over: true, plate: true},
		"notched into the face":            {size: in, off: in / 2, notch: true, plate: true},
		"notched too deep":                 {size: 3 * in / 2, off: in / 2, notch: true, plate: true},
		"notched past 40":                  {size: 7 * in / 4, off: 3 * in / 4, notch: true, plate: true, over: true},
		"all of it":                        {size: 4 * in, off: 7 * in / 4, notch: true, plate: true, over: true},
		"a hole of 1 1/2 where it carries": {size: 3 * in / 2, off: 7 * in / 4, plate: true, over: true, carries: framing.Carries},
	} {
		f := wall(0)
		f.Wall.Carries = c.carries
		d := &drill{f: f, rules: imperial()}
		h := Hole{Size: c.size}
		d.cut(&h, c.off-c.size/2, c.off+c.size/2, two.Depth)
		assert.Equal(t, [3]bool{c.notch, c.over, c.plate}, [3]bool{h.Notch, h.Over, h.Plate}, name)
	}
}

// A pipe of 7/8 level along the wall at 20 over the floor where it begins: on a floor
// that falls each hole lies higher up its stud; one that falls 3 on its way stays.
func TestAPipeAlongTheWall(t *testing.T) {
	b := Through(wall(in/2), imperial(), in/8, []Run{{What: "cold water", Level: true, Size: 7 * in / 8, From: 0, To: 96 * in, Height: 20 * in, Off: 7 * in / 4}})
	require.Len(t, b.Holes, 7)
	for i, h := range b.Holes {
		assert.Equal(t, 37*in/2+measure.Length(i)*in/2, h.At, h.Member)
		assert.Equal(t, in, h.Size)
		assert.False(t, h.Over || h.Notch, h.Member)
		assert.True(t, h.Plate == (h.Off-h.Size/2 < 5*in/4))
	}
	assert.Empty(t, b.Findings)
	b = Through(wall(0), imperial(), in/8, []Run{{What: "drain", Level: true, Size: 3 * in / 2, From: 96 * in, To: 0, Height: 20 * in, Fall: 3 * in, Off: 7 * in / 4}})
	require.Len(t, b.Holes, 7)
	assert.InDelta(t, (37*in/2 - 3*in).Inches(), b.Holes[0].At.Inches(), 0.03)
	assert.InDelta(t, (37 * in / 2).Inches(), b.Holes[6].At.Inches(), 0.03)
	require.Len(t, b.Keeps, 1)
	assert.Equal(t, Both, b.Keeps[0].Face)
}

// Up and down it goes through plates and noggings, not through studs: the place that
// is proposed is clear, and no nearer one is.
func TestAPipeUpAndDown(t *testing.T) {
	vent := Run{What: "vent", Size: 2 * in, At: 24 * in, Off: 7 * in / 4}
	b := Through(wall(0), imperial(), in/8, []Run{vent})
	var members []string
	for _, h := range b.Holes {
		members = append(members, h.Member)
	}
	assert.Equal(t, []string{"A-B0", "A-T1", "A-N9"}, members)
	vent.Low = 60 * in // from over the nogging on
	b = Through(wall(0), imperial(), in/8, []Run{vent})
	require.Len(t, b.Holes, 1)
	assert.Equal(t, "A-T1", b.Holes[0].Member)

	vent.Low, vent.At = 0, 32*in
	b = Through(wall(0), imperial(), in/8, []Run{vent})
	assert.Contains(t, codes(b), "run-in-stud")
	to, ok := Free(wall(0), imperial(), in/8, vent)
	require.True(t, ok)
	vent.At = to
	assert.NotContains(t, codes(Through(wall(0), imperial(), in/8, []Run{vent})), "run-in-stud")
}

func TestWhatCantBe(t *testing.T) {
	door := framing.Opening{ID: "A1", Centre: 40 * in, Width: 32 * in, Height: 80 * in}
	for code, r := range map[string]Run{
		"run-too-thick":  {What: "soil", Size: 9 * in / 2, At: 24 * in, Off: 7 * in / 4},
		"run-off-depth":  {What: "vent", Size: 2 * in, At: 24 * in, Off: in / 2},
		"run-astray":     {What: "vent", Size: 2 * in, At: 120 * in, Off: 7 * in / 4},
		"run-in-opening": {What: "cold", Level: true, Size: in, From: 10 * in, To: 90 * in, Height: 40 * in, Off: 7 * in / 4},
		"hole-over":      {What: "drain", Level: true, Size: 9 * in / 4, From: 70 * in, To: 90 * in, Height: 12 * in, Off: 7 * in / 4},
	} {
		f := wall(0)
		f.Wall.Openings = []framing.Opening{door}
		assert.Equal(t, []string{code}, codes(Through(f, imperial(), in/8, []Run{r})), code)
	}
	f := wall(0)
	f.Wall.Openings = []framing.Opening{door}
	over := Run{What: "cold", Level: true, Size: in, From: 10 * in, To: 90 * in, Height: 88 * in, Off: 7 * in / 4}
	assert.Empty(t, codes(Through(f, imperial(), in/8, []Run{over})), "it goes over the door")
}

// Whatever is planned: each hole lies in its piece, within its depth; those within the
// limits leave 5/8 and keep their share; a proposed place is clear.
func TestHolesLieInTheirPieces(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		f := wall(measure.Length(rapid.IntRange(-8, 8).Draw(t, "fall")) * in / 16)
		size := func(name string, low, high int) measure.Length {
			return measure.Length(rapid.IntRange(low, high).Draw(t, name)) * in / 16
		}
		r := Run{What: "pipe", Size: size("size", 4, 60), Off: size("off", 0, 56)}
		if r.Level = rapid.Bool().Draw(t, "level"); r.Level {
			r.From, r.To, r.Height, r.Fall = size("from", 0, 700), size("to", 701, 1536), size("height", 1, 1600), size("fall", 0, 64)
		} else {
			r.At, r.Low = size("at", 0, 1536), size("low", 0, 1400)
		}
		b := Through(f, imperial(), in/8, []Run{r})
		for _, h := range b.Holes {
			m := f.Members[0]
			for _, one := range f.Members {
				if one.ID == h.Member {
					m = one
				}
			}
			assert.LessOrEqual(t, h.Off, two.Depth)
			assert.GreaterOrEqual(t, h.Off, measure.Length(0))
			if m.Kind.Upright() {
				assert.True(t, h.At+h.Size/2 > 0 && h.At-h.Size/2 < m.Exact, h.Member)
			} else {
				assert.True(t, h.At+h.Size/2 > m.From && h.At-h.Size/2 < m.To, h.Member)
			}
			if !h.Over && !h.Notch {
				assert.LessOrEqual(t, h.Size*100, 60*two.Depth)
				assert.GreaterOrEqual(t, min(h.Off, two.Depth-h.Off)-h.Size/2, 5*in/8)
			}
			if !h.Over && h.Notch {
				assert.LessOrEqual(t, h.Deep*100, 40*two.Depth)
			}
			assert.True(t, h.Plate || min(h.Off, two.Depth-h.Off)-h.Size/2 >= 5*in/4)
		}
		if to, ok := Free(f, imperial(), in/8, r); ok && !r.Level {
			r.At = to
			for _, x := range Through(f, imperial(), in/8, []Run{r}).Findings {
				assert.NotEqual(t, "run-in-stud", x.Code)
			}
		}
	})
}
