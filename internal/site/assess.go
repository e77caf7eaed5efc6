// Package site is a job resolved: its lengths read, its references followed, its
// walls placed and joined, the room solved. It names every fault by its path. A
// Site is read-only; nothing in it depends on how high floor and ceiling lie.
package site

import (
	"fmt"
	"slices"
	"strings"

	"homalos/internal/assess"
	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// setAssess checks what was asked and seen before cutting.
func (r *resolver) setAssess() {
	if r.Doc.Assess == nil {
		return
	}
	a := *r.Doc.Assess
	if len(a.Answers)+len(a.Decisions)+len(a.Supports)+len(a.Hanging)+len(a.Floor)+len(a.Probes)+len(a.Pockets)+len(a.Wanted)+len(a.Confirmed) > 4*mostFound {
		r.faults.Add("assess", "more than %d entries: split the job", 4*mostFound)
		return
	}
	known := map[string]bool{}
	for _, q := range assess.Questions {
		known[q.ID] = true
	}
	for i, x := range a.Answers {
		path := fmt.Sprintf("assess.answers[%d]", i)
		r.onExisting(path, x.Wall)
		if !known[x.Question] {
			r.faults.Add(path+".question", "%q is no question of the list", x.Question)
		}
	}
	for i, x := range a.Decisions {
		path := fmt.Sprintf("assess.decisions[%d]", i)
		r.onExisting(path, x.Wall)
		for name, text := range map[string]string{"who": x.Who, "when": x.When, "paper": x.Paper} {
			if text == "" {
				r.faults.Add(path+"."+name, "missing: a decision names who, when and the paper it stands in")
			}
		}
	}
	for i, x := range a.Supports {
		r.support(fmt.Sprintf("assess.supports[%d]", i), x)
	}
	seen := map[string]bool{}
	for i, x := range a.Hanging {
		path := fmt.Sprintf("assess.hanging[%d]", i)
		r.id(path+".id", x.ID, seen, 64)
		r.onExisting(path, x.Wall)
		r.optional(path+".station", x.Station, 0, 100*measure.Metre)
	}
	r.floorChecks(a.Floor)
	r.probes(a)
	cards := map[string]bool{}
	for _, c := range assess.Cards(assess.Facts{Concrete: true, Treated: true, Steel: true, Opens: true, OpenFloor: true, Walls: true}) {
		cards[c.ID] = true
	}
	for i, x := range a.Confirmed {
		path := fmt.Sprintf("assess.confirmed[%d]", i)
		if !cards[x.Card] {
			r.faults.Add(path+".card", "%q is no card", x.Card)
		}
		if x.By == "" {
			r.faults.Add(path+".by", "missing: who stands for it")
		}
	}
}

func (r *resolver) onExisting(path, wall string) {
	if !r.HasExisting(wall) {
		r.faults.Add(path+".wall", "%q is no wall that is there: add it under survey.walls", wall)
	}
}

func (r *resolver) support(path string, x job.Support) {
	r.onExisting(path, x.Wall)
	steps := map[string]bool{}
	for _, s := range assess.SupportSteps {
		steps[s.ID] = true
	}
	done := map[string]bool{}
	for i, s := range x.Done {
		if !steps[s] {
			r.faults.Add(fmt.Sprintf("%s.done[%d]", path, i), "%q is no step of the checklist", s)
		}
		done[s] = true
	}
	seen := map[string]bool{}
	chains := len(x.Posts) > 0
	for i, p := range x.Posts {
		at := fmt.Sprintf("%s.posts[%d]", path, i)
		r.id(at+".id", p.ID, seen, 64)
		if why := assess.Chain(Feet(p)); why != "" {
			chains = false
			if len(p.Chain) > 0 && p.Chain[len(p.Chain)-1].On == "bare-boards" {
				r.faults.Add(at+".chain", "%s", why)
			}
		}
	}
	if x.Placed == nil {
		return
	}
	if x.Placed.By == "" {
		r.faults.Add(path+".placed.by", "missing: who signs for it")
	}
	if x.AskedBy == "" {
		r.faults.Add(path+".askedBy", "missing: the engineer who asked for the support")
	}
	if !chains {
		r.faults.Add(path+".placed", "not before every post is followed down to solid ground")
	}
	for _, s := range assess.SupportSteps {
		if s.Before && !done[s.ID] {
			r.faults.Add(path+".placed", "not before this is done: %s", r.Rules.Fill(s.Text))
			break
		}
	}
}

func Feet(p job.Post) []string {
	var on []string
	for _, f := range p.Chain {
		on = append(on, f.On)
	}
	return on
}

func (r *resolver) floorChecks(all []job.FloorCheck) {
	seen := map[string]bool{}
	for i, x := range all {
		path := fmt.Sprintf("assess.floor[%d]", i)
		r.id(path+".id", x.ID, seen, 64)
		seen := framing.SeenFloor{Wall: x.Wall}
		if x.State != "sound" && x.Mended == nil {
			seen.Bad = floorSaid[x.State]
		}
		if len(x.Ends) > 0 {
			r.floorPlace(path, x, seen)
			continue
		}
		from, ok1 := r.must(path+".from", x.From)
		to, ok2 := r.must(path+".to", x.To)
		wall := r.wallOf[x.Wall]
		switch {
		case wall == nil && job.WallIn(&r.Doc, x.Wall) != nil:
			// the wall has faults of its own
		case wall == nil:
			r.faults.Add(path+".wall", "%q is no wall of this job", x.Wall)
		case ok1 && ok2 && (from < 0 || to <= from || to > wall.Length):
			r.faults.Add(path+".to", "give from and to along the wall, which is %s long", r.write(wall.Length))
		default:
			seen.From, seen.To, seen.Ends = from, to, [2]geo.Point{wall.At(from), wall.At(to)}
			r.SeenFloor = append(r.SeenFloor, seen)
		}
	}
}

// floorPlace is a stretch of floor that stayed where it was looked at, when
// its wall moved away.
func (r *resolver) floorPlace(path string, x job.FloorCheck, seen framing.SeenFloor) {
	if len(x.Ends) != 2 || x.Wall != "" || x.From.Given() || x.To.Given() {
		r.faults.Add(path+".ends", "give two places on the plan, or a wall with from and to")
		return
	}
	for i, p := range x.Ends {
		across, up, ok := r.point(fmt.Sprintf("%s.ends[%d]", path, i), p)
		if !ok {
			return
		}
		seen.Ends[i] = dot(across, up)
	}
	r.SeenFloor = append(r.SeenFloor, seen)
}

var floorSaid = map[string]string{"soft": "soft boards", "rot": "rot", "damp": "damp", "insects": "insects", "missing-joist": "a joist is missing"}

// Deep is how deep what holds lies in a probe.
func Deep(p job.Probe, u measure.System) measure.Length {
	deep := measure.Length(0)
	for _, l := range p.Layers[:max(0, len(p.Layers)-1)] {
		t, _ := l.Thick.In(u)
		deep += t
	}
	return deep
}

// layersSaid are the layers over what holds, as one would say them.
func layersSaid(p job.Probe) string {
	var out []string
	for _, l := range p.Layers[:max(0, len(p.Layers)-1)] {
		out = append(out, l.What)
	}
	if len(out) == 0 {
		return "nothing"
	}
	return strings.Join(out, ", ")
}

func (r *resolver) probes(a job.Assess) {
	seen := map[string]bool{}
	for i, x := range a.Probes {
		path := fmt.Sprintf("assess.probes[%d]", i)
		r.id(path+".id", x.ID, seen, 64)
		if len(x.Layers) == 0 {
			r.faults.Add(path+".layers", "name the layers from the face inwards, the last one what holds a screw")
		}
		switch there := slices.ContainsFunc(r.ExistingWalls, func(e Existing) bool { return e.ID == x.Wall }); {
		case x.Of == "wall" && !there:
			r.faults.Add(path+".wall", "%q is no wall that is there: name the one that was probed", x.Wall)
		case x.Of != "wall" && x.Wall != "":
			r.faults.Add(path+".wall", "only a probe of a wall names one")
		}
		for k, l := range x.Layers {
			if k < len(x.Layers)-1 {
				r.positive(fmt.Sprintf("%s.layers[%d].thick", path, k), l.Thick)
			}
		}
		if x.Of == "floor" || x.Of == "ceiling" {
			if of := &r.Cover[surfaceOf(x.Of)]; of.What == "" || Deep(x, r.Doc.Units) > of.Thick {
				*of = framing.Cover{Thick: Deep(x, r.Doc.Units), What: layersSaid(x)}
			}
		}
	}
	seen = map[string]bool{}
	for i, x := range a.Pockets {
		path := fmt.Sprintf("assess.pockets[%d]", i)
		r.pocket(path, x, seen)
	}
	seen = map[string]bool{}
	for i, x := range a.Wanted {
		path := fmt.Sprintf("assess.wanted[%d]", i)
		r.id(path+".id", x.ID, seen, 64)
		r.length(path+".width", x.Width, 0)
		r.length(path+".height", x.Height, 0)
	}
}
