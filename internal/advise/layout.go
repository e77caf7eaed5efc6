package advise

import (
	"fmt"

	"homalos/internal/job"
	"homalos/internal/work"
)

// OriginFix is the fix that lets a wall's marks go by another origin.
func OriginFix(o work.Origin) string {
	if o.Joists != "" {
		return "marks-by-joists-" + o.Joists
	}
	if o.Kind == "station" {
		return fmt.Sprintf("marks-by-station-%d", o.Station)
	}
	return "marks-by-" + o.Kind
}

// origins offers every layout that the wall could have, beside the one it has.
// They stand with the origins in the plan, not among what is to be decided of the
// line.
func (a *adviser) origins() {
	for _, o := range a.w.Origins {
		if o.Chosen {
			continue
		}
		to := &Advice{}
		a.offer(to, OriginFix(o), o.Said, func(w *job.Wall) {
			layout := job.Layout{}
			if w.Layout != nil {
				layout = *w.Layout
			}
			layout.Origin = nil
			switch o.Kind {
			case "start", "end":
				layout.From = o.Kind
			default:
				layout.Origin = &job.Origin{Kind: o.Kind, Joists: o.Joists}
				if o.Kind == "seam" || o.Kind == "station" {
					layout.Origin.Station = job.Exactly(o.Station, a.Rules.Units)
				}
			}
			w.Layout = &layout
		})
	}
}
