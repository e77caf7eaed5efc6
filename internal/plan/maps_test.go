package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/job"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/picture"
)

func mapOf(d picture.Drawing, plate string) picture.PlateMap {
	for _, m := range d.Maps {
		if m.Plate == plate {
			return m
		}
	}
	return picture.PlateMap{}
}

// cornered is two walls that meet at a corner, the second on either face of the first:
// a flat nailer stands at one face of it.
func nailered(t *rapid.T) job.Document {
	u := rapid.SampledFrom([]measure.System{measure.Imperial, measure.Metric}).Draw(t, "units")
	d := opened(u, job.Opening{Kind: "cased", Rough: &job.Size{Width: job.L(u.Words("32", "800")), Height: job.L(u.Words("80", "2030"))}})
	a := &d.Walls[0]
	a.Body = rapid.SampledFrom([]string{"left", "right"}).Draw(t, "body")
	from := rapid.SampledFrom([]string{"start", "end"}).Draw(t, "hook")
	a.Layout = &job.Layout{From: from}
	at := u.Write(u.Pick(measure.Inch, 25*measure.Millimetre) * measure.Length(rapid.IntRange(20, 60).Draw(t, "at")))
	y := u.Words("60 in", "1500 mm")
	if rapid.Bool().Draw(t, "below") {
		y = "-" + y
	}
	near := "0 in"
	d.Walls = append(d.Walls, job.Wall{ID: "B", Lumber: a.Lumber, From: job.Place{X: job.L(at), Y: job.L(near)}, To: job.Place{X: job.L(at), Y: job.L(y)},
		Ends: []job.WallEnd{{End: "start", Style: "flat-nailer"}}})
	return d
}

// Whatever the corner: each map's marks are the members of the plan, at their places;
// the top plate seen from below mirrors along and keeps each flat piece's face.
func TestMapsMatchTheMembers(t *testing.T) {
	flats := 0
	law.Check(t, func(t *rapid.T) {
		d := nailered(t)
		p, err := Compute(d)
		if err != nil {
			t.Skip("walls that can't meet so")
		}
		w, drawn := p.Walls[0], p.Drawings[0]
		u := d.Units
		for _, plate := range []string{"bottom", "top", "under"} {
			m := mapOf(drawn, plate)
			want := map[string]Mark{}
			for _, x := range w.Marks {
				for _, on := range x.Plates {
					if on == plate || plate == "under" && on == "top" {
						want[x.Member] = x
					}
				}
			}
			require.Len(t, m.Marks, len(want), plate)
			for _, x := range m.Marks {
				var of Member
				for _, one := range w.Members {
					if one.ID == x.Member {
						of = one
					}
				}
				from, to := long(t, u, of.From), long(t, u, of.To)
				if plate == "under" {
					from, to = m.Length-to, m.Length-from
				}
				require.InDelta(t, from, x.From, 0.01, "%s on %s", x.Member, plate)
				require.InDelta(t, to, x.To, 0.01)
				require.True(t, x.Line >= x.From-0.01 && x.Line <= x.To+0.01)
				if of.Kind == "backer" {
					flats++
					require.Less(t, x.High-x.Low, m.Depth)
					bottom := markOf(mapOf(drawn, "bottom"), x.Member)
					face := func(m picture.PlateMap, x picture.MapMark) string {
						if x.Low == 0 {
							return m.Lower
						}
						return m.Upper
					}
					require.Equal(t, face(mapOf(drawn, "bottom"), bottom), face(m, x), "it stands at the same face above and below")
				}
			}
		}
		bottom, top := mapOf(drawn, "bottom"), mapOf(drawn, "top")
		require.Equal(t, bottom.Upper, top.Lower, "folded like a book, they meet at one edge")
	})
	assert.Greater(t, flats, 0)
}

func markOf(m picture.PlateMap, id string) picture.MapMark {
	for _, x := range m.Marks {
		if x.Member == id {
			return x
		}
	}
	return picture.MapMark{}
}

func long(t require.TestingT, u measure.System, text string) float64 {
	l, err := job.L(text).In(u)
	require.NoError(t, err)
	return l.Millimetres()
}

// A header's marks are the plate's, less where it begins; from the other end, less what
// the tape reads there.
func TestHeaderMarksArePlateMarksLessTheJamb(t *testing.T) {
	for from, first := range map[string]string{"start": "12 3/4", "end": "6 3/4"} {
		d := opened(measure.Imperial, job.Opening{Kind: "cased", Rough: sized("32", "80")})
		d.Walls[0].Layout, d.Walls[0].To.X = &job.Layout{From: from}, job.L("206 in")
		m := mapOf(computed(t, d).Drawings[0], "header")
		require.NotEmpty(t, m.Marks)
		assert.InDelta(t, 35*25.4, m.Length, 0.01)
		assert.Equal(t, first, m.Marks[0].Near, from)
	}
}
