package assess_test

import (
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"pgregory.net/rapid"

	"homalos/internal/assess"
	"homalos/internal/law"
)

func all(answer string) map[string]string {
	out := map[string]string{}
	for _, q := range assess.Questions {
		out[q.ID] = answer
	}
	return out
}

func TestWhatTheSignsComeTo(t *testing.T) {
	status, open := assess.Judge(nil)
	assert.Equal(t, assess.Unknown, status)
	assert.Len(t, open, 6)
	status, open = assess.Judge(all("no"))
	assert.Equal(t, assess.NoSign, status)
	assert.Empty(t, open)
	one := all("no")
	one["above"] = "yes"
	status, _ = assess.Judge(one)
	assert.Equal(t, assess.Signs, status)
	one["above"] = "unknown"
	status, open = assess.Judge(one)
	assert.Equal(t, assess.Unknown, status)
	assert.Equal(t, []string{"above"}, open)
	status, _ = assess.Judge(map[string]string{"parallel": "yes", "trusses": "yes"})
	assert.Equal(t, assess.Unknown, status, "what speaks against it answers nothing else")
}

// Whatever is answered, a wall that goes is held until a paper lets it.
func TestOnlyAPaperLiftsTheHold(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		answers := map[string]string{}
		for _, q := range assess.Questions {
			answers[q.ID] = rapid.SampledFrom([]string{"yes", "no", "unknown", ""}).Draw(t, q.ID)
		}
		status, _ := assess.Judge(answers)
		fate := rapid.SampledFrom([]string{"goes", "opened"}).Draw(t, "fate")
		assert.NotEmpty(t, assess.Held(status, fate, ""))
		assert.NotEmpty(t, assess.Held(status, fate, "must-stay"))
		assert.Empty(t, assess.Held(status, fate, "may-go"))
		assert.Empty(t, assess.Held(status, "stays", ""))
	})
	assert.NotEmpty(t, assess.Held(assess.NoSign, "goes", "may-be-opened"), "opened is not taken away")
}

func TestAPostStandsOnSolidGround(t *testing.T) {
	for name, c := range map[string]struct {
		on   []string
		says string
	}{
		"down to the ground": {[]string{"post-below", "beam-below", "solid-ground"}, ""},
		"on the ground":      {[]string{"solid-ground"}, ""},
		"nothing said":       {nil, "say what"},
		"on boards":          {[]string{"post-below", "bare-boards"}, "bare boards"},
		"boards between":     {[]string{"bare-boards", "solid-ground"}, "bare boards"},
		"left in the air":    {[]string{"post-below", "wall-below"}, "doesn't reach"},
		"below the ground":   {[]string{"solid-ground", "post-below"}, "order"},
	} {
		t.Run(name, func(t *testing.T) {
			got := assess.Chain(c.on)
			if c.says == "" {
				assert.Empty(t, got)
			} else {
				assert.Contains(t, got, c.says)
			}
		})
	}
}

func TestCardsStandWhereTheyAreNeeded(t *testing.T) {
	steps := func(f assess.Facts) string {
		var ids []string
		for _, c := range assess.Cards(f) {
			ids = append(ids, c.Step+":"+c.ID)
		}
		return strings.Join(ids, " ")
	}
	assert.Equal(t, "read:textured read:lead-paint read:hidden-live", steps(assess.Facts{}))
	assert.Contains(t, steps(assess.Facts{Treated: true}), "cut:treated")
	assert.Contains(t, steps(assess.Facts{Concrete: true}), "mark:silica mark:pins")
	assert.Contains(t, steps(assess.Facts{Opens: true}), "read:open-edges")
}

func TestNothingEverSaysSafe(t *testing.T) {
	var words []string
	for _, q := range assess.Questions {
		words = append(words, q.Text, q.Where)
	}
	for _, s := range assess.SupportSteps {
		words = append(words, s.Text)
	}
	for _, c := range assess.Cards(assess.Facts{true, true, true, true, true, true}) {
		words = append(words, c.Title, c.Text)
	}
	for _, status := range []assess.Status{assess.Signs, assess.NoSign, assess.Unknown} {
		words = append(words, string(status), assess.Held(status, "goes", ""), assess.Held(status, "opened", "must-stay"))
	}
	assert.NotContains(t, strings.ToLower(strings.Join(words, " ")), "safe")
}
