package days

import (
	"math"
	"strings"

	"homalos/internal/job"
)

// Figures are the crew's own: by kind of task, the hours of one person for one of what
// is counted, from lines of the record that say how many it was.
func Figures(all []job.Worked) []job.Pace {
	out := []job.Pace{}
	for _, r := range Rows {
		hours, n := 0.0, 0
		for _, w := range all {
			if !strings.HasSuffix(w.Task, "."+string(r.Kind)) || w.Count <= 0 {
				continue
			}
			hours += w.Hours * float64(max(1, w.People))
			n += w.Count
		}
		if n > 0 {
			out = append(out, job.Pace{Task: string(r.Kind), Hours: math.Round(hours/float64(n)*10000) / 10000, Of: n})
		}
	}
	return out
}
