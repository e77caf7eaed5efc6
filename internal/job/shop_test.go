package job_test

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
	"homalos/internal/site"
)

// A job that begins by shop rules, or comes to go by them, has nothing otherwise than they
// have it; what it then changes is told, and only that.
func TestAJobGoesByShopRules(t *testing.T) {
	for _, shop := range append(job.BuiltIn(), job.Shop{ID: "bare", Name: "all as usual", Units: "imperial"}) {
		begun := shop.Begun(job.Starter("a loft", string(shop.Units)))
		assert.Empty(t, begun.Departures(), shop.ID)
		assert.Empty(t, site.Check(begun), shop.ID)
		if shop.Lumber != nil {
			assert.True(t, job.Equal(shop.Lumber, begun.Lumber), shop.ID)
		}

		d := jobtest.Demo(t, map[string]string{"imperial": "bindery", "metric": "wardrobe"}[string(shop.Units)])
		after, back, err := job.ApplyAll(d, d.ByShop(shop))
		require.NoError(t, err)
		assert.Empty(t, after.Departures(), shop.ID)
		assert.Empty(t, site.Check(after), shop.ID)
		for _, l := range d.Lumber {
			assert.Contains(t, after.Lumber, l, "what is there stays as it was measured")
		}
		var undo []job.Edit
		for i := len(back) - 1; i >= 0; i-- {
			undo = append(undo, back[i]...)
		}
		was, _, err := job.ApplyAll(after, undo)
		require.NoError(t, err)
		assert.Equal(t, string(job.Write(d)), string(job.Write(was)), shop.ID)

		rules := job.Rules{}
		if after.Rules != nil {
			rules = *after.Rules
		}
		rules.Fit, rules.Limits, rules.Doorway = job.L("3 mm"), &job.Limits{Plumb: job.L("6 mm")}, ""
		after.Rules = &rules
		var fields []string
		for _, x := range after.Departures() {
			fields = append(fields, x.Field)
		}
		want := []string{"doorway", "fit", "limits.plumb"}
		if shop.Rules == nil {
			want = want[1:]
		}
		assert.Equal(t, want, fields, shop.ID)
		cured, _, err := job.ApplyAll(after, after.ByShop(*after.Shop)) // back to the shop's
		require.NoError(t, err)
		assert.Empty(t, cured.Departures(), shop.ID)
	}
	assert.Empty(t, jobtest.Demo(t, "bindery").Departures(), "it goes by none")
}
