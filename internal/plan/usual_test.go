package plan

import (
	"fmt"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// limits are the usual ones: some as large as that, the fine ones less.
func limits(large, fine string) *job.Limits {
	a, b := job.L(large), job.L(fine)
	return &job.Limits{Plumb: a, Straight: a, Diagonal: a, Head: b, Residual: a, Height: a, Flush: b, Light: b, Door: b, Gap: a, Room: b}
}

func TestWhatIsLeftOutIsFilledIn(t *testing.T) {
	u := computed(t, edited(t)).Usual()
	assert.Equal(t, "1/16 in", u.Mark)
	assert.True(t, job.Equal(job.Rules{Spacing: job.L("16 in"), Method: "in-place", Fit: job.L("1/16 in"), Hold: job.L("3/16 in"), Near: job.L("24 in"), Reach: job.L("30 in"), Floor: "timber", Words: "plain", Lap: job.L("24 in"), Kerf: job.L("1/8 in"), Board: job.L("1/2 in"), Doorway: "stubs", Marking: "edges", Weights: job.WeightsOf(framing.UsualWeights()), Sheets: []job.Sheet{{Width: job.L("48 in"), Length: job.L("96 in"), Lie: "standing"}},
		Nailing: &job.Nailing{End: 4, Step: job.L("24 in"), Board: job.L("12 in")}, Limits: limits("1/8 in", "1/16 in"), Accept: job.L("1/16 in"), Shim: job.L("3/16 in"), Square: job.L("0 in"), Keep: job.L("12 in"), Bowed: job.L("24 in"), Bore: job.L("1/8 in"), Infill: job.L("1/8 in"), Jambs: []job.Length{job.L("4 9/16 in"), job.L("6 9/16 in")}, DoorWider: job.L("2 in"), DoorHigher: job.L("2 1/2 in"), WindowWider: job.L("1 in"), WindowHigher: job.L("1 in"), Sill: job.L("36 in"), Leaf: &job.Size{Width: job.L("30 in"), Height: job.L("80 in")}, Unit: &job.Size{Width: job.L("36 in"), Height: job.L("48 in")}}, u.Rules))
	m := computed(t, job.Starter("loft", "metric")).Usual()
	assert.Equal(t, "1 mm", m.Mark)
	assert.True(t, job.Equal(job.Rules{Spacing: job.L("600 mm"), Method: "in-place", Fit: job.L("2 mm"), Hold: job.L("5 mm"), Near: job.L("600 mm"), Reach: job.L("750 mm"), Floor: "timber", Words: "plain", Lap: job.L("600 mm"), Kerf: job.L("3 mm"), Board: job.L("12.5 mm"), Doorway: "stubs", Marking: "edges", Weights: job.WeightsOf(framing.UsualWeights()), Sheets: []job.Sheet{{Width: job.L("1200 mm"), Length: job.L("2400 mm"), Lie: "standing"}},
		Nailing: &job.Nailing{End: 4, Step: job.L("600 mm"), Board: job.L("300 mm")}, Limits: limits("3 mm", "1.5 mm"), Accept: job.L("1.5 mm"), Shim: job.L("5 mm"), Square: job.L("0 mm"), Keep: job.L("300 mm"), Bowed: job.L("600 mm"), Bore: job.L("3 mm"), Infill: job.L("3 mm"), DoorWider: job.L("80 mm"), DoorHigher: job.L("50 mm"), WindowWider: job.L("20 mm"), WindowHigher: job.L("20 mm"), Sill: job.L("900 mm"), Leaf: &job.Size{Width: job.L("800 mm"), Height: job.L("2040 mm")}, Unit: &job.Size{Width: job.L("900 mm"), Height: job.L("1200 mm")}}, m.Rules))
}

func TestTheDoorOfferedStandsAtTheMiddleAndCanBeBuilt(t *testing.T) {
	d := edited(t)
	door := computed(t, d).Usual().Doors[0]
	assert.Equal(t, "D1", door.ID)
	assert.Equal(t, "51 in", door.Centre.String())
	d.Walls[0].Openings = []job.Opening{door}
	assert.Len(t, of(computed(t, d), "king"), 2)
	next := computed(t, d).Usual().Doors[0]
	assert.Equal(t, "D2", next.ID, "D1 is taken")
	assert.NotEqual(t, door.Centre, next.Centre)
}

// What is offered next stands in what is free, and can be built there; a window
// is framed from its sill to its head, whatever floor is still to come.
func TestOpeningsAreOfferedWhereThereIsRoom(t *testing.T) {
	for _, units := range []measure.System{measure.Imperial, measure.Metric} {
		d := bare(units, units.Words("240 in", "6000 mm"))
		for i := range 5 {
			along(&d, "floor", units.Words(fmt.Sprint(60*i), fmt.Sprint(1500*i)), units.Words("-41", "-1041"))
			along(&d, "ceiling", units.Words(fmt.Sprint(60*i), fmt.Sprint(1500*i)), units.Words("55", "1400"))
		}
		door := computed(t, d).Usual().Doors[0]
		d.Walls[0].Openings = append(d.Walls[0].Openings, door)
		window := computed(t, d).Usual().Windows[0]
		assert.Equal(t, "W1", window.ID)
		window.FinishFloor = job.L(units.Words("3/4 in", "20 mm"))
		d.Walls[0].Openings = append(d.Walls[0].Openings, window)
		p := computed(t, d)
		d.Walls[0].Openings = append(d.Walls[0].Openings, p.Usual().Doors[0])
		p = computed(t, d)
		require.Len(t, p.Drawings[0].Openings, 3)
		for _, o := range p.Drawings[0].Openings {
			if o.Kind == "window" {
				assert.Equal(t, units.Words("37 × 49", "920 × 1220"), o.Label)
				assert.InDelta(t, units.Pick(49*measure.Inch, 1220*measure.Millimetre).Millimetres(), o.Head-o.Sill, 0.01)
			}
		}
	}
}

func TestReadingsStandByPlaceHoweverTheyAreWritten(t *testing.T) {
	d := edited(t, `"station": "100 in"`, `"station": "8 ft 4 in"`, `"station": "32 in"`, `"station": "0.9 m"`)
	d.Survey.Readings[0], d.Survey.Readings[3] = d.Survey.Readings[3], d.Survey.Readings[0]
	assert.Equal(t, []string{"r1", "r2", "r3", "r4"}, computed(t, d).Usual().ByPlace)
}

func TestUntreatedWoodOnConcreteIsAFault(t *testing.T) {
	concrete := []string{`"units": "imperial",`, `"units": "imperial", "rules": {"floor": "concrete"},`}
	_, err := Compute(edited(t, concrete...))
	require.NoError(t, err, "its plate is treated")
	_, err = Compute(edited(t, append(concrete, `"bottom": ["2x4t"]`, `"bottom": ["2x4"]`)...))
	assert.ErrorContains(t, err, `walls[0].bottom[0]: "2x4" isn't treated`)
	_, err = Compute(edited(t, append(concrete, `, "bottom": ["2x4t"]`, ``)...))
	assert.ErrorContains(t, err, "walls[0].bottom: ", "the usual plate isn't either")
}
