package plan

import (
	"errors"
	"fmt"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/advise"
	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/site"
	"homalos/internal/words"
)

// applyFix is the job with one of its plan's fixes done.
func applyFix(d job.Document, wall, fix string) (job.Document, error) {
	p, err := Compute(d)
	if err != nil {
		return d, err
	}
	edits := p.FixEdits(d, wall, fix)
	if edits == nil {
		return d, errors.New("isn't offered")
	}
	after, _, err := job.ApplyAll(d, edits)
	if err != nil {
		return d, err
	}
	site.KeepPlaces(d, &after)
	return after, nil
}

func fixIDs(a advise.Advice) []string {
	var out []string
	for _, f := range a.Fixes {
		out = append(out, f.ID)
	}
	return out
}

func adviceOf(w Wall, code string) advise.Advice {
	for _, a := range w.Advice {
		if a.Code == code {
			return a
		}
	}
	return advise.Advice{}
}

func TestWhoRunsPastIsChangedAtATouch(t *testing.T) {
	before := jobtest.Closet()
	p := computed(t, before)
	a := adviceOf(wallOf(t, p, "E"), "corner")
	require.Contains(t, fixIDs(a), "past-end")
	after, err := applyFix(before, "E", "past-end")
	require.NoError(t, err)
	q := computed(t, after)
	long := func(p Plan, id string) float64 { return inchesOf(t, wallOf(t, p, id).Length) }
	assert.InDelta(t, long(p, "E")+3.5, long(q, "E"), 1./32)
	assert.InDelta(t, long(p, "D")-3.5, long(q, "D"), 1./32)
	said := wallOf(t, q, "D").Meets
	assert.Contains(t, said[len(said)-1].Text, told(words.CornerRunsPastByButts, "E", 7*measure.Inch/2, "D"))
	back, err := applyFix(after, "D", "past-end")
	require.NoError(t, err)
	r := computed(t, back)
	assert.InDelta(t, long(p, "E"), long(r, "E"), 1./32, "and back again")
	assert.InDelta(t, long(p, "D"), long(r, "D"), 1./32)
	_, err = applyFix(before, "E", "no-such-thing")
	assert.ErrorContains(t, err, "isn't offered")
}

func TestMovedOntoWhatIsBehindIt(t *testing.T) {
	d := jobtest.Closet()
	d.Survey.Walls[0].Material, d.Survey.Walls[0].Studs = "timber", []job.Length{job.L("80 in"), job.L("96 in")}
	p := computed(t, d)
	a := adviceOf(wallOf(t, p, "E"), "behind")
	require.Equal(t, []string{"to-stud-80", "to-stud-96"}, fixIDs(a))
	moved, err := applyFix(d, "E", "to-stud-96")
	require.NoError(t, err)
	assert.Contains(t, adviceOf(wallOf(t, computed(t, moved), "E"), "behind").Text, "its stud at 96 stands behind it")
	d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(180), First: &job.Place{X: job.L("0 in"), Y: job.L("54 in")}, At: []job.Length{job.L("0 in"), job.L("-16 in")}}}
	p = computed(t, d)
	joists := adviceOf(wallOf(t, p, "D"), "joists")
	for _, a := range wallOf(t, p, "D").Advice {
		if strings.Contains(a.Text, "ceiling joists") {
			joists = a
		}
	}
	require.Contains(t, fixIDs(joists), "under-ceiling", joists.Text)
	under, err := applyFix(d, "D", "under-ceiling")
	require.NoError(t, err)
	q := computed(t, under)
	assert.Equal(t, "under", wallOf(t, q, "D").Against[1].Lie)
	assert.Empty(t, of2(wallOf(t, q, "D"), "block"))
}

// Whatever is offered can be done, changes the job, and leaves one that plans;
// what it moved lies in the walls that it names.
func TestEveryFixThatIsOfferedCanBeDone(t *testing.T) {
	law.Each(t, 16, func(n int) {
		random := jobtest.Random(4, uint64(n))
		inch := func(_ string, low, high int) string {
			return fmt.Sprintf("%d/16 in", low*16+random.IntN((high-low)*16))
		}
		d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{
			"A": {By: "parallel", Face: "side 1", At: job.L(inch("off", 40, 70)), AtEnd: job.L(inch("taper", 40, 70))},
			"B": {By: "square", Face: "side 1", At: job.L(inch("station", 20, 150)), Stop: &job.LineEnd{Face: "A"}},
			"C": {By: "square", Face: "A back", At: job.L(inch("beyond", 20, 150))},
		})
		d.Survey.Walls[0].Material, d.Survey.Walls[0].Studs = "timber", []job.Length{job.L("20 in"), job.L("36 in"), job.L("52 in"), job.L("68 in"), job.L("84 in"), job.L("100 in")}
		d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(0), First: &job.Place{X: job.L("0 in"), Y: job.L("20 in")}, Spacing: job.L("16 in"), Count: 9}}
		d.Survey.Readings = jobtest.Closet().Survey.Readings
		if random.IntN(2) == 0 {
			for i := range d.Walls {
				d.Walls[i].Top = []string{"2x4", "2x4"}
			}
		}
		p, err := Compute(d)
		require.NoError(t, err)
		for _, w := range p.Walls {
			seen := map[string]bool{}
			for _, a := range w.Advice {
				require.NotEmpty(t, a.Text)
				for _, f := range a.Fixes {
					require.False(t, seen[f.ID], "%s twice", f.ID)
					seen[f.ID] = true
					done, err := applyFix(d, w.ID, f.ID)
					if err != nil {
						require.Contains(t, err.Error(), "walls[", "a fix that can't be says which wall: %s", f.ID)
						continue
					}
					require.False(t, job.Same(d, done), "%s changes nothing", f.ID)
					_, err = Compute(done)
					require.NoError(t, err, f.ID)
				}
			}
		}
	})
}

// A wall given by its two ends is moved as well, square to itself.
func TestAWallGivenByItsEndsIsMovedToo(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, nil)
	d.Walls = []job.Wall{{ID: "A", From: job.Place{X: job.L("20 in"), Y: job.L("60 in")}, To: job.Place{X: job.L("120 in"), Y: job.L("60 in")}, Lumber: "2x4", Top: []string{"2x4"}, Bottom: []string{"2x4"}}}
	d.Survey.Readings = jobtest.Closet().Survey.Readings
	d.Survey.Joists = []job.Joists{{ID: "J", Of: "ceiling", Angle: job.Angle(0), First: &job.Place{X: job.L("0 in"), Y: job.L("57 in")}, At: []job.Length{job.L("0 in"), job.L("16 in")}}}
	before := wallOf(t, computed(t, d), "A")
	require.Equal(t, "between", before.Against[1].Lie)
	var a advise.Advice
	for _, one := range before.Advice {
		if strings.Contains(one.Text, "ceiling joists") {
			a = one
		}
	}
	require.Equal(t, []string{"under-ceiling"}, fixIDs(a))
	assert.Contains(t, a.Fixes[0].Text, "to the right)")
	moved, err := applyFix(d, "A", "under-ceiling")
	require.NoError(t, err)
	after := wallOf(t, computed(t, moved), "A")
	assert.Equal(t, "under", after.Against[1].Lie)
	assert.Equal(t, before.Length, after.Length)
	assert.Equal(t, "20 in", after.Line.From.X.String(), "square to itself")
}

// An opening wider than the longest stick leaves a joint nowhere to lie: a longer stick has none.
func TestAPlateWhoseJointFindsNoStud(t *testing.T) {
	d := jobtest.Laid(jobtest.Leaning, map[string]job.Line{"A": {By: "parallel", Face: "side 1", At: job.L("40 in"), Parts: []job.Part{{Length: job.L("142 in")}}}})
	d.Survey.Readings = jobtest.Closet().Survey.Readings
	for i := range d.Lumber {
		d.Lumber[i].Stock = []job.Length{job.L("96 in")}
	}
	d.Walls[0].Openings = []job.Opening{{ID: "D1", Kind: "cased", Centre: job.L("74 in"), Rough: &job.Size{Width: job.L("100 in"), Height: job.L("82 in")}}}
	p := computed(t, d)
	a := adviceOf(wallOf(t, p, "A"), "plate-joint")
	require.Equal(t, []string{"longer-2x4"}, fixIDs(a))
	assert.Contains(t, a.Fixes[0].Text, told(words.HaveBroughtInSticks, "2x4", 144*measure.Inch))
	done, err := applyFix(d, "A", "longer-2x4")
	require.NoError(t, err)
	assert.True(t, job.Equal(job.Ls("96 in", "144 in"), done.Lumber[0].Stock))
	for _, one := range wallOf(t, computed(t, done), "A").Advice {
		assert.NotEqual(t, "plate-joint", one.Code)
	}
}

// Whether it carries is asked of every new wall, and asked no more once it is
// answered; where it carries, its opening is stopped.
func TestEveryNewWallIsAskedWhetherItCarries(t *testing.T) {
	d := edited(t, `"lumber": "2x4", "bottom"`, `"openings": [{"id": "D1", "kind": "door", "centre": "50 in", "leaf": {"width": "30 in", "height": "80 in"}}], "lumber": "2x4", "bottom"`)
	asked := adviceOf(computed(t, d).Walls[0], "carries")
	assert.Equal(t, "warn", asked.Level)
	assert.Equal(t, []string{"carries", "carries-not"}, fixIDs(asked))
	for fix, want := range map[string]string{"carries": "yes", "carries-not": "no"} {
		after, err := applyFix(d, "A", fix)
		require.NoError(t, err)
		assert.Equal(t, want, after.Walls[0].Carries)
		p := computed(t, after)
		for _, a := range p.Walls[0].Advice {
			assert.NotEqual(t, "carries", a.Code)
		}
		stopped := false
		for _, f := range p.Walls[0].Findings {
			stopped = stopped || f.Code == "carries" && f.Level == "stop"
		}
		assert.Equal(t, want == "yes", stopped)
		assert.Equal(t, want == "no", len(of(p, "header")) == 1)
	}
}
