package site

import (
	"testing"

	"github.com/stretchr/testify/assert"

	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Each reason and each slip has words of its own; a length among them is in
// the crew's unit.
func TestReasonsAndSlipsAreSaidInWords(t *testing.T) {
	for units, long := range map[measure.System]string{measure.Imperial: "1/2", measure.Metric: "12.5"} {
		s := &Site{}
		s.Rules.Units, s.Rules.Mark = units, units.Pick(measure.Inch/16, measure.Millimetre)
		seen := map[string]bool{}
		for why := range line.Whys {
			said := s.WrongSaid(line.Wrong{Why: line.Why(why), Of: "A", And: "B", By: 12.7})
			assert.False(t, seen[said], said)
			seen[said] = true
			if line.Why(why) == line.TooLong {
				assert.Contains(t, said, " "+long+" ")
			}
		}
		for kind := range survey.Misreadings {
			said := s.SlipSaid(survey.Misreading(kind))
			assert.False(t, seen[said], said)
			seen[said] = true
		}
	}
}
