package plan

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job/jobtest"
	"homalos/internal/words"
)

// all that is said in a plan, in one text.
func saidIn(p Plan) string {
	var b strings.Builder
	say := func(texts ...string) {
		for _, one := range texts {
			b.WriteString(one + "\n")
		}
	}
	for _, w := range p.Walls {
		for _, f := range w.Findings {
			say(f.Text, f.Fix)
		}
		for _, a := range w.Advice {
			say(a.Text)
			for _, f := range a.Fixes {
				say(f.Text)
			}
		}
		for _, m := range w.Meets {
			say(m.Text, m.Fix, m.Heights)
		}
		for _, m := range w.Members {
			say(m.Why)
			for _, l := range m.Sum {
				say(l.What)
			}
		}
		if w.Line != nil {
			for _, step := range w.Line.Steps {
				say(step.Do)
			}
		}
	}
	return b.String()
}

// The same walls in each set: nothing is cut otherwise, everything is said in
// the set's own words and in none of another's.
func TestTheSameWallsInEverySetOfWords(t *testing.T) {
	for _, name := range []string{"bindery", "wardrobe"} {
		plain := computed(t, jobtest.Demo(t, name))
		for _, set := range words.Sets {
			d := jobtest.Demo(t, name)
			d.Rules.Words = string(set.Set)
			p := computed(t, d)
			require.Len(t, p.Walls, len(plain.Walls))
			assert.Equal(t, plain.Cuts, p.Cuts)
			for i, w := range p.Walls {
				require.Len(t, w.Findings, len(plain.Walls[i].Findings))
				for k, f := range w.Findings {
					assert.Equal(t, plain.Walls[i].Findings[k].Code, f.Code)
				}
			}
			text := " " + strings.ToLower(saidIn(p)) + " "
			for _, m := range words.Meanings {
				own := m.Words[set.Set]
				for _, other := range m.Words {
					if other != own && !strings.Contains(own, other) {
						assert.NotRegexp(t, `\W`+other+`s?\W`, text, "%s says %s in set %s", name, other, set.Set)
					}
				}
			}
		}
		assert.Contains(t, saidIn(plain), "header of ")
	}
}
