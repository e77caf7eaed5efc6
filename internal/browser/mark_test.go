package browser_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
)

// A wall is laid out with judgement: its marks go by the joists over it, a
// stretch is kept clear for a valve, and a slip in it is named at its field; all
// of it is taken back.
func TestAWallIsLaidOutByWhatIsThere(t *testing.T) {
	t.Parallel()
	v := visit(t, 1280, 800, true)
	v.goes("/jobs/" + id + "/mark?wall=A")
	v.sees("tape hooked on the stove-wall end")
	v.chooses("Marks go by", "joists JC")
	v.sees("marks by the joists JC", "revision 2")
	assert.Equal(t, "joists", v.wall("A").Layout.Origin.Kind)
	v.presses("Undo")
	v.sees("revision 3")
	assert.Nil(t, v.wall("A").Layout.Origin)
	v.presses("Keep a stretch clear")
	v.types("What for", "valve")
	v.types("From", "30")
	v.types("To", "29\n")
	v.sees("isn't past 30")
	v.types("To", "38\n")
	v.sees("revision 4", "valve, 30 to 38")
	v.until(`document.querySelector(".kept-clear")`)
	for _, m := range []string{"A-S3", "A-S4"} {
		v.until(piece(m, "ready"))
	}
	v.presses("Take valve out")
	v.sees("revision 5", "no stud stands there")
	assert.Empty(t, v.wall("A").Clear)
}
