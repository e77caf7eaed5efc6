package making

import (
	"fmt"
	"math/rand/v2"
	"slices"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/remedy"
)

// redesigned changes the job as it would be when a reading was wrong or a wall moves.
func (s *saws) redesigned(acts ...job.Act) bool {
	s.planned = plan.Plan{}
	out, err := (&Maker{Now: s.d, Plan: s.planOf}).Make(edits(acts...))
	if err != nil {
		return false
	}
	s.d, s.planned = out.Document, plan.Plan{}
	s.plan()
	return true
}

// Whatever was cut and whatever changes: nothing is offered before; what is offered, done
// as one, leaves every piece that is cut long enough for where it is to stand, and nothing
// to mend but what fits; taken back it all is as it was.
func TestWhatIsMendedFits(t *testing.T) {
	seen := map[remedy.Do]int{}
	law.Each(t, 32, func(seed int) {
		c := rand.New(rand.NewPCG(uint64(seed), 7))
		d := jobtest.Demo(t, []string{"bindery", "wardrobe"}[seed%2])
		u := d.Units
		first := *d.Rules // cut short at first, a little or by much
		first.Fit = []job.Length{job.Exactly(u.Pick(measure.Inch/4, 6*measure.Millimetre), u), job.Exactly(u.Pick(3*measure.Inch/2, 40*measure.Millimetre), u)}[seed/2%2]
		d.Rules = &first
		s := atTheSaw(t, d)
		var acts []job.Act
		for _, call := range plan.CallList(s.now) {
			for _, p := range call.Pieces {
				if p.Life == "to-cut" && c.IntN(3) > 0 {
					acts = append(acts, &job.CutPiece{Cut: job.Cut{Member: p.Member, Length: job.L(call.Length)}})
				}
			}
		}
		s.do(acts...)
		for member := range s.d.CutNow() {
			if c.IntN(6) == 0 {
				s.do(&job.StandPiece{Stood: job.Stand{Member: member}})
			}
		}
		assert.Empty(t, s.now.Remedies, "nothing changed")
		rules := *s.d.Rules
		rules.Fit = job.Exactly(u.Pick(measure.Length(c.IntN(12))*measure.Inch/16, measure.Length(c.IntN(14))*measure.Millimetre), u)
		change := []job.Act{&job.PutRules{Rules: &rules}}
		if w := s.d.Walls[c.IntN(len(s.d.Walls))]; c.IntN(2) == 0 {
			change = append(change, &job.RemoveWall{Wall: w.ID})
		}
		if !s.redesigned(change...) {
			return
		}
		before := s.d
		for _, r := range s.now.Fixable {
			seen[r.Do]++
		}
		if !slices.ContainsFunc(s.now.Fixable, func(r remedy.Remedy) bool { return r.Do != remedy.Fits }) {
			return
		}
		offered := s.now.Fixable
		for _, r := range offered { // one alone holds too
			if r.Do == remedy.Reuse || r.Do == remedy.Spare && c.IntN(4) == 0 {
				alone, err := (&Maker{Now: s.d, Plan: s.planOf}).Make(edits(&job.Mend{Members: []string{r.Member}}))
				require.NoError(t, err)
				one := *s
				one.d = alone.Document
				one.plan()
				if r.Do == remedy.Reuse {
					assert.Contains(t, one.d.CutNow(), r.As)
				}
				break
			}
		}
		out, err := (&Maker{Now: s.d, Plan: s.planOf}).Make(edits(&job.Mend{}))
		require.NoError(t, err)
		for _, r := range offered {
			if r.Do == remedy.Reuse {
				assert.Contains(t, out.Document.CutNow(), r.As, "it is cut now")
			}
			if r.Do == remedy.Trim || r.Do == remedy.Shim {
				assert.Contains(t, out.Document.CutNow(), r.Member)
			}
		}
		s.d = out.Document
		s.plan()
		for _, r := range s.now.Fixable {
			assert.Equal(t, remedy.Fits, r.Do, "seed %d: %+v", seed, r)
		}
		for member, life := range s.now.Saw.Lives {
			m, _ := s.now.Result.Member(member)
			if m == nil || !life.Cut || !m.Known || m.State != "ready" {
				continue
			}
			packed := measure.Length(0)
			if life.Line.Shimmed.Given() {
				packed, err = life.Line.Shimmed.In(u)
				require.NoError(t, err)
			}
			assert.GreaterOrEqual(t, life.At+packed, m.Cut-s.now.Result.Accept, "seed %d: %s", seed, member)
			assert.LessOrEqual(t, life.At+packed, m.Cut+s.now.Result.Alike, "seed %d: %s", seed, member)
		}
		var back []job.Edit
		for i := len(out.Steps) - 1; i >= 0; i-- {
			back = append(back, out.Steps[i].Inverse...)
		}
		undone, err := (&Maker{Now: s.d, Kept: true, Plan: s.planOf}).Make(back)
		require.NoError(t, err)
		assert.True(t, job.Equal(before, undone.Document), "seed %d", seed)
	})
	for _, do := range []remedy.Do{remedy.Fits, remedy.Trim, remedy.Shim, remedy.Reuse, remedy.Recut, remedy.Spare} {
		assert.Positive(t, seen[do], fmt.Sprint(do))
	}
}

func TestNothingToMend(t *testing.T) {
	s := atTheSaw(t, jobtest.Demo(t, "bindery"))
	s.refused("nothing that was cut wants a remedy", &job.Mend{})
	s.refused("has no remedy", &job.Mend{Members: []string{"A-S1"}})
}
