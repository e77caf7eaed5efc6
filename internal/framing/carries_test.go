package framing

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/wood"
	"homalos/internal/words"
)

// Until it is answered whether a wall carries its header is an assumption and
// says so; where it carries none is offered, and nothing of the opening is cut.
func TestAHeaderWaitsForWhatTheWallCarries(t *testing.T) {
	for carries, code := range map[string]string{"": "carries-unknown", "unknown": "carries-unknown", CarriesNought: "", Carries: "carries"} {
		w := wall(100*in, door(50*in, 32*in))
		w.Carries = carries
		f := Frame(w, rules, level(2440), Found{})
		headers := 0
		for _, m := range f.Members {
			switch {
			case m.Kind == wood.HeaderPly:
				headers++
				assert.Equal(t, code == "carries-unknown", m.Why == rules.Tell(words.HeaderAssumes), carries)
				assert.Equal(t, Ready, m.State)
			case m.Opening != "":
				assert.Equal(t, carries == Carries, m.State == Blocked, "%s, carries %q", m.ID, carries)
				assert.Equal(t, carries == Carries && m.Kind == wood.Cripple, !m.Known, "%s, carries %q", m.ID, carries)
			case m.Kind == wood.Stud:
				assert.Equal(t, Ready, m.State)
			}
		}
		assert.Equal(t, carries != Carries, headers == 1, "carries %q", carries)
		var found []string
		for _, c := range codes(f) {
			if c == "carries" || c == "carries-unknown" {
				found = append(found, c)
			}
		}
		if code == "" {
			assert.Empty(t, found)
		} else {
			assert.Equal(t, []string{code}, found)
		}
	}
}
