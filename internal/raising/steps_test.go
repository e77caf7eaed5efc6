package raising

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/job"
	"homalos/internal/measure"
)

func kindsOf(all []Step) (out []StepKind) {
	for _, s := range all {
		out = append(out, s.Kind)
	}
	return out
}

// Whoever raises a wall is warned before it leaves the floor; what it waits for comes
// first; alone, how to hold a plate is said.
func TestStepsFollowTheWay(t *testing.T) {
	d := room(1)
	d.Walls[0].Carries = ""
	for way, cautions := range map[string]int{"in-place": 0, "tilt": 1, "plate-first": 1, "sections": 1} {
		d.Walls[0].Raise = &job.Raise{Way: way}
		r := resulted(t, d)
		one := Of(r)[0]
		steps := Steps(r, &one, Turn{After: []string{"B"}}, 2)
		assert.Equal(t, []StepKind{Hold, Hold, Do}, kindsOf(steps)[:3], "%s: the engineer, and the wall that stands first", way)
		n, checks := 0, 0
		for i, s := range steps {
			switch s.Kind {
			case Caution:
				n++
				assert.Equal(t, Do, steps[i+1].Kind)
			case Check:
				checks++
			}
		}
		assert.Equal(t, cautions, n, way)
		assert.Positive(t, checks, "%s: it is plumbed", way)
		alone := Steps(r, &one, Turn{}, 1)
		if way == "in-place" {
			assert.Len(t, alone, len(steps)+1, "two more for one alone, one hold less")
		}
		assert.Equal(t, way != "in-place", len(one.Braces) > 0)
	}
}

// A wall in two sections has its plates in two, with a stud on each side, and two
// sections are told.
func TestSectionsPartThePlates(t *testing.T) {
	d := room(1)
	whole := resulted(t, d)
	d.Walls[0].Raise = &job.Raise{Way: "sections", Sections: []job.Length{job.L("60 in")}}
	r := resulted(t, d)
	var before, after []string
	for _, m := range whole.Walls[0].Members {
		if m.Kind.Row().Plate {
			before = append(before, m.ID)
		}
	}
	for _, m := range r.Walls[0].Members {
		if m.Kind.Row().Plate {
			after = append(after, m.ID)
			assert.False(t, m.From < 59*measure.Inch && m.To > 61*measure.Inch, "no plate runs over the joint")
		}
	}
	assert.Len(t, after, len(before)+2)
}
