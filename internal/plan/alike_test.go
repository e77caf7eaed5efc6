package plan

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/site"
)

func ruledDemo(t *testing.T, name string) job.Document {
	t.Helper()
	d, faults := job.Read(demoJob(t, name))
	require.Empty(t, faults)
	if d.Rules == nil {
		d.Rules = &job.Rules{}
	}
	return d
}

// With a fit window the list holds fewer lengths; no piece is cut longer than its own or
// shorter by more than the window, and what is held keeps its own.
func TestPiecesAreCutAlike(t *testing.T) {
	for _, name := range []string{"bindery", "wardrobe"} {
		d := ruledDemo(t, name)
		before := computed(t, d)
		assert.Equal(t, before.Alike.Own, before.Alike.Now)
		assert.Less(t, before.Alike.Would, before.Alike.Own)
		d.Rules.Alike = job.L(before.Alike.Offer)
		after := computed(t, d)
		assert.Equal(t, before.Alike.Would, after.Alike.Now, "as was offered")
		ready := map[[2]string]bool{}
		for _, c := range after.Cuts {
			if c.State == "ready" {
				ready[[2]string{c.Lumber, c.Length}] = true
			}
		}
		assert.Len(t, ready, after.Alike.Now)
		window := long(t, d.Units, before.Alike.Offer)
		was := before.Pieces()
		for i, m := range after.Pieces() {
			own := was[i]
			require.Equal(t, own.ID, m.ID)
			if own.Cut == "" {
				continue
			}
			short := long(t, d.Units, own.Cut) - long(t, d.Units, m.Cut)
			require.True(t, short > -1e-6 && short < window+1e-6, m.ID)
			if m.State != "ready" {
				require.Zero(t, short, "%s is held", m.ID)
			}
			if short > 1e-6 {
				require.InDelta(t, short, long(t, d.Units, m.Shorter), 1e-6)
			}
			require.Equal(t, own.Exact, m.Exact, "the sum stays")
		}
		d.Rules.AlikeBy = "wall"
		assert.GreaterOrEqual(t, computed(t, d).Alike.Now, after.Alike.Now, "wall by wall there are no fewer")
	}
	d := ruledDemo(t, "bindery")
	d.Rules.Alike = job.L("-1/16 in")
	faults := site.Check(d)
	require.NotEmpty(t, faults)
	assert.Equal(t, "rules.alike", faults[0].Path)
}

// A piece that was cut at its own length before the window was set still fits: the list
// doesn't call it wrong.
func TestWhatWasCutAtItsOwnLengthStillFits(t *testing.T) {
	d := ruledDemo(t, "bindery")
	var m Member
	with := d
	rules := *d.Rules
	rules.Alike = job.L("1/16 in")
	with.Rules = &rules
	for _, one := range computed(t, with).Pieces() {
		if one.Shorter != "" {
			m = one
		}
	}
	require.NotEmpty(t, m.ID)
	own := measure.Imperial.Write(mustLength(t, m.Cut) + mustLength(t, m.Shorter))
	for length, wrong := range map[string]bool{own: false, m.Cut: false, "60 in": true} {
		with.Record = &job.Record{Cuts: []job.Cut{{Member: m.ID, Lumber: m.Lumber, Length: job.L(length)}}}
		calls := CallList(computed(t, with))
		for _, c := range calls {
			for _, p := range c.Pieces {
				if p.Member == m.ID {
					assert.True(t, p.Cut)
					assert.Equal(t, wrong, p.CutAt != "", length)
				}
			}
		}
	}
}

func mustLength(t require.TestingT, text string) measure.Length {
	l, err := job.L(text).In(measure.Imperial)
	require.NoError(t, err)
	return l
}
