package words

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/measure"
)

// Every sentence can be told in every set: its arguments are numbered without
// a gap, and each word of the trade in it is known.
func TestEverySentenceCanBeToldInEverySet(t *testing.T) {
	for code, s := range sentences {
		most, seen := -1, map[int]bool{}
		for _, p := range s.parts {
			if p.arg >= 0 {
				seen[p.arg] = true
				most = max(most, p.arg)
			}
		}
		assert.Len(t, seen, most+1, s.template)
		args := make([]any, most+1)
		for i := range args {
			args[i] = "…"
		}
		for _, set := range Sets {
			said := Speech{Units: measure.Metric, Mark: measure.Millimetre, Set: set.Set}.Tell(Code(code), args...)
			assert.NotContains(t, said, "<")
			assert.NotContains(t, said, "{")
		}
	}
}

// Every word has its name in each set, a line of what it is, and leads there
// from each of its other names.
func TestEveryWordIsExplained(t *testing.T) {
	for _, m := range Meanings {
		for _, set := range Sets {
			assert.NotEmpty(t, m.Words[set.Set], "%s in %s", m.Term, set.Set)
			if word := m.Words[set.Set]; word != m.Words[Plain] && m.Term != "on-centre" {
				assert.Contains(t, m.Also, word, "who knows %s by %q finds it", m.Term, word)
			}
		}
		assert.True(t, strings.HasSuffix(m.Means, "."), m.Term)
		one, several := MeaningOf(m.Term + "s")
		require.NotNil(t, one)
		assert.True(t, several)
	}
}

func TestASetSaysItsOwnWords(t *testing.T) {
	for _, c := range []struct {
		set  Set
		want string
	}{
		{"", "jacks, Header, nogging, bottom plate, half wall"},
		{Plain, "jacks, Header, nogging, bottom plate, half wall"},
		{InchSet, "jacks, Header, blocking, bottom plate, pony wall"},
		{MetricSet, "trimmers, Lintel, noggin, sole plate, half wall"},
		{Shoulder, "shoulder studs, Lintel, nogging, sole plate, half wall"},
	} {
		assert.True(t, c.set.Known())
		assert.Equal(t, c.want, Speech{Set: c.set}.Fill("<jacks>, <Header>, <nogging>, <bottom-plate>, <half-wall>"), c.set)
	}
	assert.False(t, Set("pirate").Known())
}

// Lengths are said as the place asks for it, in the crew's unit.
func TestLengthsAreSaidAsAsked(t *testing.T) {
	inch := Speech{Units: measure.Imperial, Mark: measure.Inch / 16}
	l := 96*measure.Inch + 5*measure.Inch/32
	for want, arg := range map[string]any{"96 3/16": l, "96 5/32": Half(l), "96 5/32 ": Exact(l), "96 5/32  ": Fine(l), "1/4": MM(6.4), "7": 7, "jack": Term("jack"), "12.5": 12.5} {
		assert.Equal(t, strings.TrimSpace(want), inch.argument(arg, -1), "%T", arg)
	}
	assert.Equal(t, "37.5", inch.argument(37.46, 1))
	assert.Equal(t, "2443", Speech{Units: measure.Metric, Mark: measure.Millimetre}.argument(2443*measure.Millimetre, -1))
}
