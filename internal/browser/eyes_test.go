package browser_test

import (
	"fmt"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/law"
)

// overprinted are the lengths of the section that lie over one another or over a rough size.
const overprinted = `(() => {
	const all = [...document.querySelectorAll(".section .length, .section .opening-label")].map(e => [e.textContent, e.getBoundingClientRect()]);
	if (all.length < 8) return "only " + all.length;
	const out = [];
	all.forEach(([a, p], i) => all.slice(i + 1).forEach(([b, q]) => {
		const [x, y] = [Math.min(p.right, q.right) - Math.max(p.left, q.left), Math.min(p.bottom, q.bottom) - Math.max(p.top, q.top)];
		if (x > 6 && y > 6) out.push(a + " over " + b); // a line's box is taller than its figures
	}));
	return out.join("; ");
})()`

// Everyone's eyes and hands: on each main view, light and dark, wide and, where it is
// used on site, narrow, axe-core finds nothing serious; and a phone never scrolls sideways.
func TestEveryonesEyesAndHands(t *testing.T) {
	t.Parallel()
	axe, err := os.ReadFile("../../web/node_modules/axe-core/axe.min.js")
	require.NoError(t, err)
	for _, size := range [][2]int64{{1280, 800}, {390, 844}} {
		t.Run(fmt.Sprint(size[0]), func(t *testing.T) {
			t.Parallel()
			v := visit(t, size[0], size[1], true)
			schemes := []string{"light", "dark"}
			if size[0] < 1000 && !law.Long() {
				schemes = schemes[:1] // the colours are those of the wide page
			}
			for _, view := range []struct {
				name, path string
				site       bool // used on site: narrow too
				night      bool // much like one before it: left to make nightly
				press      []string
			}{
				{"jobs", "/", true, false, nil},
				{"plan", "/jobs/" + id + "/read", true, false, nil},
				{"heights", "/jobs/" + id + "/read?view=heights&wall=A", true, false, nil},
				{"what's there", "/jobs/" + id + "/read?view=there", false, false, nil},
				{"one more joist", "/jobs/" + id + "/read?view=there", false, true, []string{"Add a run of joists"}},
				{"assess", "/jobs/" + id + "/read?view=assess", false, false, nil},
				{"strike", "/jobs/" + id + "/line?wall=D", true, false, nil},
				{"decide", "/jobs/" + id + "/line?wall=D&side=decide", false, true, nil},
				{"plates", "/jobs/" + id + "/line?wall=D&side=plates", false, true, nil},
				{"kind", "/jobs/" + id + "/line?wall=H&side=kind", false, false, nil},
				{"half wall", "/jobs/" + id + "/mark?wall=H", false, true, nil},
				{"line form", "/jobs/" + id + "/line?new", false, true, nil},
				{"mark", "/jobs/" + id + "/mark?wall=A", true, false, nil},
				{"cut", "/jobs/" + id + "/cut", true, false, nil},
				{"at the saw", "/jobs/" + id + "/cut?saw=1", true, false, nil},
				{"yard", "/jobs/" + id + "/cut?view=yard", true, false, nil},
				{"boards", "/jobs/" + id + "/cut?view=boards", false, true, nil},
				{"stand", "/jobs/" + id + "/stand", true, false, nil},
				{"walk round", "/jobs/" + id + "/prove", true, false, nil},
				{"open list", "/jobs/" + id + "/prove?view=open", true, false, nil},
				{"log", "/jobs/" + id + "/prove?view=log", false, true, nil},
				{"figures", "/jobs/" + id + "/prove?view=figures", false, false, nil},
				{"rules", "/jobs/" + id + "/cut", false, false, []string{"Rules, lumber and export", "Rules and lumber"}},
			} {
				if size[0] < 1000 && !view.site || view.night && !law.Long() {
					continue
				}
				v.goes(view.path)
				v.until(`document.querySelector("main, h1, .saw") && !document.querySelector("[role=status]") && document.fonts.status === "loaded"`)
				v.presses(view.press...)
				v.until(`[...document.querySelectorAll("[role=menu]")].every(m => !m.getClientRects().length)`)
				if size[0] < 1000 {
					assert.Equal(t, "true", v.reads(`document.documentElement.scrollWidth <= 390`), "%s scrolls sideways", view.name)
				}
				if view.name == "mark" {
					assert.Empty(t, v.reads(overprinted), size)
				}
				v.does(string(axe))
				for _, scheme := range schemes {
					v.does(fmt.Sprintf(`document.documentElement.setAttribute("data-mantine-color-scheme", %q)`, scheme))
					// what comes in has come in
					v.until(`document.getAnimations().every(a => a.playState !== "running" || a.effect.getComputedTiming().iterations === Infinity)`)
					rules := `{}`
					if scheme == "dark" {
						rules = `{runOnly: {type: "rule", values: ["color-contrast"]}}` // names and roles are the light's
					}
					v.does(`window.axeSaid = undefined; axe.run({include: [["html"]], exclude: [["svg *"]]}, {resultTypes: ["violations"], ...` + rules + `}).then(r => {
						window.axeSaid = r.violations.filter(x => x.impact === "serious" || x.impact === "critical")
							.map(x => x.id + ": " + x.nodes.slice(0, 3).map(n => n.target.join(" ") + " " + (n.any[0]?.message ?? n.all[0]?.message ?? n.none[0]?.message ?? "")).join(" | ")).join("\n");
					})`)
					v.until(`window.axeSaid !== undefined`)
					assert.Empty(t, strings.TrimSpace(v.reads(`window.axeSaid`)), view.name, scheme)
				}
			}
		})
	}
}
