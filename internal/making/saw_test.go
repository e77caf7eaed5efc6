package making

import (
	"fmt"
	"math/rand/v2"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/measure"
	"homalos/internal/plan"
)

// saws is a job that is cut, one act after another.
type saws struct {
	t   *testing.T
	d   job.Document
	now plan.Plan

	planned plan.Plan // as if nothing was cut
}

func atTheSaw(t *testing.T, d job.Document) *saws {
	s := &saws{t: t, d: d}
	s.plan()
	return s
}

func (s *saws) plan() {
	p, err := s.planOf(s.d)
	require.NoError(s.t, err)
	s.now = p
	s.valid()
}

// planOf is the plan of the job with what was cut: all else is worked out once.
func (s *saws) planOf(d job.Document) (plan.Plan, error) {
	if s.planned.Result == nil {
		bare := d
		bare.Record = nil
		p, err := plan.Compute(bare)
		require.NoError(s.t, err)
		s.planned = p
	}
	return plan.Recorded(s.t.Context(), s.planned, d)
}

func (s *saws) do(acts ...job.Act) {
	out, err := (&Maker{Now: s.d, Plan: s.planOf}).Make(edits(acts...))
	require.NoError(s.t, err)
	s.d = out.Document
	s.plan()
}

func (s *saws) refused(want string, acts ...job.Act) {
	_, err := (&Maker{Now: s.d, Plan: s.planOf}).Make(edits(acts...))
	assert.ErrorContains(s.t, err, want)
}

// of is where a piece is laid.
func (s *saws) of(member string) (stick plan.Stick, cut plan.StickCut) {
	for _, x := range s.now.Sticks {
		for _, c := range x.Cuts {
			if c.Member == member {
				return x, c
			}
		}
	}
	return stick, cut
}

func (s *saws) piece(member string) (out plan.CallPiece) {
	for _, c := range plan.CallList(s.now) {
		for _, p := range c.Pieces {
			if p.Member == member {
				return p
			}
		}
	}
	s.t.Fatalf("no piece %s", member)
	return out
}

// open are the pieces that may be cut now, longest first.
func (s *saws) open() (out []job.Cut) {
	for _, c := range plan.CallList(s.now) {
		for _, p := range c.Pieces {
			if c.State == "ready" && !p.Cut && p.Stick != "" {
				out = append(out, job.Cut{Member: p.Member, Lumber: c.Lumber, Length: job.L(c.Length)})
			}
		}
	}
	return out
}

func (s *saws) length(text string) measure.Length {
	l, err := job.L(text).In(s.d.Units)
	require.NoError(s.t, err)
	return l
}

// valid looks at the sticks by themselves: every piece lies in one, nothing overlaps or
// hangs over, names are given once, what is cut was cut from where the record says,
// nothing that was there is used twice.
func (s *saws) valid() {
	t, names, seen, kerf := s.t, map[string]bool{}, map[string]string{}, s.now.Result.Kerf
	for _, x := range s.now.Sticks {
		require.False(t, names[x.ID], "two sticks %s", x.ID)
		names[x.ID] = true
		used := measure.Length(0)
		if x.From != "" {
			used = s.length(x.From)
		}
		for i, c := range x.Cuts {
			require.Empty(t, seen[c.Member], "%s is cut twice", c.Member)
			seen[c.Member] = x.ID
			if used += s.length(c.Length); i > 0 {
				used += kerf
			}
		}
		require.LessOrEqual(t, used, s.length(x.Stock), "%s holds more than it is long", x.ID)
		if x.Is == "waste" {
			require.Len(t, x.Cuts, x.Cut, "nothing more is cut from %s", x.ID)
		}
	}
	tooLong := map[string]bool{}
	for _, l := range s.now.Saw.Lumber {
		for _, p := range l.TooLong {
			tooLong[p.Member] = true
		}
	}
	for _, w := range s.now.Result.Lists() {
		for _, m := range w.Members {
			if m.Known && m.Cut > 0 && m.Old == 0 && !tooLong[m.ID] {
				require.NotEmpty(t, seen[m.ID], "%s is cut from nothing", m.ID)
			}
		}
	}
	for member, c := range s.d.CutNow() {
		if stick := c.Stick; stick != "" && seen[member] != "" {
			require.Equal(t, stick, seen[member], "%s was cut from another", member)
			x, _ := s.of(member)
			require.Equal(t, s.length(c.Stock.String()), s.length(x.Stock))
		}
	}
}

// shown is where each piece that isn't cut yet is laid.
func (s *saws) shown() map[string]string {
	out := map[string]string{}
	for _, x := range s.now.Sticks {
		for _, c := range x.Cuts[x.Cut:] {
			out[c.Member] = x.ID
		}
	}
	return out
}

// Whatever is cut, comes out wrong, is set aside or taken back, in any order: the sticks
// hold, and a tick moves no other piece.
func TestTheSticksHoldWhateverIsCut(t *testing.T) {
	for _, demo := range []string{"bindery", "wardrobe"} {
		for seed := range uint64(3) {
			t.Run(fmt.Sprint(demo, seed), func(t *testing.T) {
				t.Parallel()
				r := rand.New(rand.NewPCG(seed, 15))
				d := jobtest.Demo(t, demo)
				d.Record = nil
				d.Lumber[0].OnHand = []job.OnHand{{Length: job.L("3000 mm"), Count: 3, Place: "rack"}, {Length: job.L("1400 mm"), Count: 2, What: "offcut", Condition: "bowed"}, {Length: job.L("2600 mm"), Count: 1, What: "salvage", Defects: []job.Defect{{From: job.L("900 mm"), To: job.L("1000 mm")}}}}
				s := atTheSaw(t, d)
				for range 30 {
					open := s.open()
					if len(open) == 0 {
						break
					}
					one := open[r.IntN(len(open))]
					switch r.IntN(8) {
					case 0:
						short := s.length(one.Length.String()) / measure.Length(2+r.IntN(3))
						one.Miscut, one.Came = true, job.Exactly(short, d.Units)
						s.do(&job.CutPiece{Cut: one})
					case 1:
						x, _ := s.of(one.Member)
						s.do(&job.CullStick{Cull: job.Cull{Stick: x.ID, As: []string{"bowed", "waste"}[r.IntN(2)]}})
					case 2:
						for member := range s.d.CutNow() {
							s.do(&job.CutPiece{Cut: job.Cut{Member: member, Undone: true}})
							break
						}
					case 3:
						if all := s.now.Miscuts(); len(all) > 0 && len(all[0].Becomes) > 0 {
							s.do(&job.CutPiece{Cut: all[0].Becomes[0].Cut})
						}
					default:
						was := s.shown()
						s.do(&job.CutPiece{Cut: one})
						delete(was, one.Member)
						require.Equal(t, was, s.shown(), "a tick moved other pieces")
					}
				}
			})
		}
	}
}

func TestAMiscutBecomesABlock(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	d.Record = nil
	s := atTheSaw(t, d)
	s.refused("edits[0].cut.came", &job.CutPiece{Cut: job.Cut{Member: "A-S2", Length: job.L("93 1/8 in"), Miscut: true}})
	before := len(s.now.Sticks)
	s.do(&job.CutPiece{Cut: job.Cut{Member: "A-S2", Length: job.L("93 1/8 in"), Came: job.L("91 in"), Miscut: true}})
	assert.Equal(t, "to-cut", s.piece("A-S2").Life, "it is still to be cut")
	miscuts := s.now.Miscuts()
	require.Len(t, miscuts, 1)
	assert.Equal(t, "2x4/m1", miscuts[0].Stick)
	assert.Equal(t, "91", miscuts[0].Said)
	require.NotEmpty(t, miscuts[0].Becomes)
	assert.GreaterOrEqual(t, len(s.now.Sticks), before)
	for _, b := range miscuts[0].Becomes {
		next := atTheSaw(t, s.d)
		next.do(&job.CutPiece{Cut: b.Cut})
		x, _ := next.of(b.Cut.Member)
		assert.Equal(t, "2x4/m1", x.ID)
		assert.Equal(t, 1, x.Cut)
		assert.True(t, next.piece(b.Cut.Member).Cut)
		next.refused("can't be cut from it", &job.CutPiece{Cut: job.Cut{Member: "A-S2", Length: job.L("93 1/8 in"), Stick: "2x4/m1"}})
	}
	s.do(&job.CutPiece{Cut: job.Cut{Member: "A-S2", Miscut: true, Undone: true}})
	assert.Empty(t, s.now.Miscuts())
	assert.Len(t, s.now.Sticks, before)
}

func TestAPieceStandsOnceItIsCut(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	d.Record = nil
	s := atTheSaw(t, d)
	stand := func(x job.Stand) job.Act { x.Member = "A-S2"; return &job.StandPiece{Stood: x} }
	tick := job.Cut{Member: "A-S2", Length: job.L("93 1/8 in")}
	s.refused("edits[0].stood.member", stand(job.Stand{}))
	s.do(&job.CutPiece{Cut: tick})
	assert.Equal(t, "cut", s.piece("A-S2").Life)
	s.refused("doesn't stand", stand(job.Stand{Out: true}))
	s.do(stand(job.Stand{}))
	assert.Equal(t, "stood", s.piece("A-S2").Life)
	s.refused("taken out", &job.CutPiece{Cut: job.Cut{Member: "A-S2", Undone: true}})
	s.do(stand(job.Stand{Out: true}))
	assert.Equal(t, "out", s.piece("A-S2").Life)
	s.do(stand(job.Stand{Undone: true}))
	assert.Equal(t, "stood", s.piece("A-S2").Life)
}

// A stick that is bowed gives short pieces only; one that is no good gives none, and
// another is bought.
func TestAStickIsSetAside(t *testing.T) {
	d := jobtest.Demo(t, "bindery")
	d.Record = nil
	for _, as := range []string{"bowed", "waste"} {
		s := atTheSaw(t, d)
		x, _ := s.of("A-S2")
		s.do(&job.CullStick{Cull: job.Cull{Stick: x.ID, As: as}})
		now, _ := s.of("A-S2")
		assert.NotEqual(t, x.ID, now.ID)
		for _, y := range s.now.Sticks {
			if y.ID != x.ID {
				continue
			}
			assert.Equal(t, as, y.Is)
			for _, c := range y.Cuts {
				assert.LessOrEqual(t, s.length(c.Length), 24*measure.Inch, "a long piece from a bowed stick")
			}
		}
		s.do(&job.CullStick{Cull: job.Cull{Stick: x.ID, Undone: true}})
		back, _ := s.of("A-S2")
		assert.Equal(t, x.ID, back.ID)
	}
	s := atTheSaw(t, d)
	s.refused("no stick is called", &job.CullStick{Cull: job.Cull{Stick: "2x4/900"}})
}
