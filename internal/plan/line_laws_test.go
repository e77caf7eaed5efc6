package plan

import (
	"fmt"
	"math"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
)

// anyRoom has four corners, none of them quite where a square room's would be.
func anyRoom(t *rapid.T) []geo.Point {
	off := func(what string) float64 { return float64(rapid.IntRange(-96, 96).Draw(t, what)) / 16 }
	return []geo.Point{{}, {X: 200 + off("2x")}, {X: 200 + off("3x"), Y: 150 + off("3y")}, {X: off("4x"), Y: 150 + off("4y")}}
}

// closetIn is a closet in a corner of the room: a front, and a side that butts
// it.
func closetIn(t *rapid.T, room []geo.Point) job.Document {
	at := func(what string, low, high int) string {
		return fmt.Sprintf("%d/16 in", rapid.IntRange(low*16, high*16).Draw(t, what))
	}
	d := jobtest.Laid(room, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L(at("front", 30, 100)), Stop: &job.LineEnd{Face: "B", Past: rapid.Bool().Draw(t, "past")}},
		"B": {By: "square", Face: "side 1", At: job.L(at("side", 40, 150)), Stop: &job.LineEnd{Face: "A"}},
	})
	if d.Walls[0].Line.Stop.Past {
		return d
	}
	// A butts B, which then runs past it to the room's far wall
	d.Walls[1].Line.Stop = nil
	return d
}

// What a figure's sum says of where two places lie gives the figure back, by
// hand and to the mark.
func TestTheSumsOfTapesCanBeReckonedByHand(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		p, err := Compute(closetIn(t, anyRoom(t)))
		if err != nil {
			t.Skip("that room has no place for it")
		}
		inches := func(text string) float64 {
			l, err := measure.Read(text, measure.Imperial)
			require.NoError(t, err, text)
			return l.Inches()
		}
		reckoned := 0
		for _, w := range p.Walls {
			for _, s := range w.Line.Steps {
				if len(s.Sum) != 5 {
					continue
				}
				dx := inches(s.Sum[1].Value) - inches(s.Sum[0].Value)
				dy := inches(s.Sum[3].Value) - inches(s.Sum[2].Value)
				if strings.HasPrefix(s.Sum[4].What, "√") {
					reckoned++
					require.InDelta(t, math.Hypot(dx, dy), inches(s.Value), 1./16, "%s: %v", s.Do, s.Sum)
				}
			}
		}
		require.Positive(t, reckoned)
	})
}

// Struck by its tapes alone, each end lands where the plan has it: on the wall
// it is taped along, or where the two arcs cross.
func TestALineStruckByItsTapesLiesWhereItShould(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		room := anyRoom(t)
		p, err := Compute(closetIn(t, room))
		if err != nil {
			t.Skip("that room has no place for it")
		}
		corner := func(id string) geo.Point { return room[id[0]-'1'] }
		value := func(text string) float64 {
			l, err := measure.Read(text, measure.Imperial)
			require.NoError(t, err)
			return l.Inches()
		}
		for _, w := range p.Walls {
			a, b := ends(t, p, w.ID)
			for _, s := range append(append([]TapeTo{}, w.Line.Tapes...), w.Line.Check...) {
				end := map[string]geo.Point{"start": a, "end": b}[s.To]
				if strings.ContainsAny(s.From, "AB") { // along another new wall
					from, to := ends(t, p, s.From)
					along := ((end.X-from.X)*(to.X-from.X) + (end.Y-from.Y)*(to.Y-from.Y)) / from.Distance(to)
					require.InDelta(t, along, value(s.Value), 1./16, "%s: %v", w.ID, s)
					continue
				}
				require.InDelta(t, corner(s.From).Distance(end), value(s.Value), 3./16, "%s: %v", w.ID, s) // a hair off a face is along it still
			}
		}
	})
}

// Fixings of any wall: none in a stud's foot unless it is driven at a slant,
// none past the plate's ends, no two in one place, and the count is theirs.
func TestFixingsOfAnyWallCanBeDriven(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		d := closetIn(t, anyRoom(t))
		d.Survey.Readings = jobtest.Closet().Survey.Readings
		angle := rapid.SampledFrom([]float64{0, 90, 180, 45}).Draw(t, "joists run at")
		d.Survey.Joists = []job.Joists{{ID: "J", Of: rapid.SampledFrom([]string{"floor", "ceiling"}).Draw(t, "of"), Angle: job.Angle(angle), First: &job.Place{X: job.L("5 in"), Y: job.L("5 in")}, Spacing: job.L("16 in"), Count: 9}}
		by := rapid.SampledFrom([]string{"", "screw", "nail", "bolt", "resin", "adhesive"}).Draw(t, "by")
		if by != "" {
			d.Walls[0].FixFloor = &job.Fixing{By: by, Length: job.L("4 in")}
			if by == "adhesive" {
				d.Walls[0].FixFloor.Length = job.Length{}
			}
		}
		p, err := Compute(d)
		if err != nil {
			t.Skip("that room has no place for it")
		}
		read := func(text string) measure.Length {
			l, err := measure.Read(text, measure.Imperial)
			require.NoError(t, err)
			return l
		}
		for _, w := range p.Walls {
			for _, a := range w.Against {
				count := 0
				var last measure.Length = -measure.Inch
				for _, x := range a.Fixings {
					at := read(x.At)
					count += x.Count
					require.True(t, at >= 0 && at <= read(w.Length), "%s at %s is off the plate", w.ID, x.At)
					require.Greater(t, at, last, "two in one place on %s", w.ID)
					last = at
					if x.Slant {
						continue
					}
					for _, m := range w.Members {
						if m.Kind == "stud" || m.Kind == "king" {
							require.False(t, at > read(m.From)+measure.Inch/8 && at < read(m.To)-measure.Inch/8, "%s at %s is in the foot of %s", w.ID, x.At, m.ID)
						}
					}
				}
				require.Equal(t, count, a.Count)
				if a.By == "adhesive" {
					require.Empty(t, a.Fixings)
				}
			}
		}
	})
}

// Whichever of two walls is deeper, the corner closes: the butting wall ends
// at the other's near face, and what runs past covers its depth.
func TestCornersCloseAtAnyDepth(t *testing.T) {
	for _, depths := range [][2]string{{"2x4", "2x4"}, {"2x6", "2x4"}, {"2x4", "2x6"}, {"2x6", "2x6"}} {
		t.Run(depths[0]+" past "+depths[1], func(t *testing.T) {
			d := jobtest.Closet() // D runs past E
			d.Walls[0].Lumber, d.Walls[1].Lumber = depths[0], depths[1]
			p := computed(t, d)
			e := wallOf(t, p, "E")
			require.Len(t, e.Meets, 2)
			corner := e.Meets[1]
			assert.True(t, corner.Corner)
			deep := map[string]float64{"2x4": 3.5, "2x6": 5.5}
			assert.InDelta(t, deep[depths[1]], inchesOf(t, corner.Past), 0.05, "E's own depth")
			a, b := ends(t, p, "E")
			from, to := ends(t, p, "D")
			assert.InDelta(t, 0, out(from, to, b), 1./32, "E ends at D's snapped face, which it comes up to")
			assert.Greater(t, math.Abs(out(from, to, a)), 30.)
			assert.InDelta(t, inchesOf(t, e.Length), a.Distance(b), 1./32)
		})
	}
}

// Parts close on the wall's length, or say what is between: a leg begins
// beyond the wood of the last one.
func TestPartsCloseOnTheLength(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
		"A": {By: "parallel", Face: "side 1", At: job.L("40 in"), Parts: []job.Part{{What: "cabinet", Length: job.L("30 in")}, {Length: job.L("21 3/4 in")}}, Boards: "both"},
		"B": {By: "leg", Face: "A", Degrees: 67.5, Parts: []job.Part{{What: "bench", Length: job.L("24 in")}}},
		"C": {By: "leg", Face: "B", Parts: []job.Part{{Length: job.L("30 in")}}},
	})
	p := computed(t, d)
	for id, says := range map[string]string{"A": "board at both ends", "B": "the last leg's wood, which it begins beyond", "C": "the last leg's wood"} {
		w := wallOf(t, p, id)
		for _, s := range w.Line.Steps {
			if s.Do != "Start to end reads" {
				continue
			}
			total := 0.0
			text := ""
			for _, l := range s.Sum[:len(s.Sum)-1] {
				total += inchesOf(t, l.Value)
				text += l.What + "; "
			}
			assert.InDelta(t, inchesOf(t, w.Length), total, 1e-6, id)
			assert.Contains(t, text, says)
			assert.NotContains(t, text, "rounded")
		}
	}
	assert.Equal(t, "52 3/4 in", wallOf(t, p, "A").Length, "30 + 21 3/4 + a board at both ends")
}
