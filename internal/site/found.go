package site

import (
	"fmt"
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/survey"
)

// Slips are what a reading may have been misread from. The tape's own number
// is what is misread; plates and carpets are reckoned with after.
func (s *Site) Slips(r survey.Reading) []survey.Slip {
	raw, err := s.Given[r.ID].Value.In(s.Rules.Units)
	if err != nil {
		return nil // resolved before: it reads
	}
	out := survey.Slips(raw, s.Rules.Units, r.Kind != survey.GapReading)
	for i := range out {
		out[i].Really += r.Value - raw.Millimetres()
	}
	return out
}

func (s *Site) Found() framing.Found {
	return framing.Found{
		Obstructions: append(s.Obstructions[:len(s.Obstructions):len(s.Obstructions)], s.standing()...), Stairs: s.Stairs, Joists: s.JoistList, Zones: s.Zones, ZoneNames: s.ZoneNames, Hidden: s.Hidden, Floor: s.SeenFloor,
		Cover: s.Cover,
	}
}

// standing are the walls, railings and posts that stand free and stay, as what
// a new wall can't go through.
func (s *Site) standing() []framing.Obstruction {
	var out []framing.Obstruction
	for i := range s.ExistingWalls {
		w := &s.ExistingWalls[i]
		if !w.Free || w.Fate == "goes" || w.Kind == "edge" {
			continue
		}
		kind := w.Kind
		if kind == "" {
			kind = "wall"
		}
		from, to := s.EndsOf(w)
		// what only touches it stands beside it
		out = append(out, framing.Obstruction{ID: w.ID, Kind: kind, From: Toward(from, to, 1), To: Toward(to, from, 1), Width: max(1, w.Depth.Millimetres()-2), Rises: true, Stands: kind != "post"})
	}
	return out
}

func (r *resolver) setZones(all []job.Zone) {
	seen := map[string]bool{}
	for i, z := range all {
		path := fmt.Sprintf("survey.zones[%d]", i)
		r.id(path+".id", z.ID, seen, 64)
		out := survey.Zone{Of: surfaceOf(z.Of)}
		before := len(r.faults)
		for k, p := range z.Outline {
			x, y, _ := r.point(fmt.Sprintf("%s.outline[%d]", path, k), p)
			out.Outline = append(out.Outline, dot(x, y))
		}
		switch {
		case len(z.Outline) < 3 || len(z.Outline) > 60:
			r.faults.Add(path+".outline", "%d places: give 3 to 60", len(z.Outline))
		case len(r.faults) > before:
		case len(geo.Crossings(out.Outline)) > 0:
			r.faults.Add(path+".outline", "it crosses itself: give its places in order round it")
		case math.Abs(geo.Area(out.Outline)) < 100:
			r.faults.Add(path+".outline", "its places lie in one line: it holds nothing")
		}
		name := z.ID
		if z.Kind != "" && z.Kind != z.ID {
			name = z.Kind + " " + z.ID
		}
		r.Zones, r.ZoneNames = append(r.Zones, out), append(r.ZoneNames, name)
	}
}

func surfaceOf(of string) survey.Surface {
	if of == "ceiling" {
		return survey.Ceiling
	}
	return survey.Floor
}

func (r *resolver) setHidden(all []job.Hidden) {
	seen := map[string]bool{}
	usual := r.Doc.Units.Pick(4*measure.Inch, 100*measure.Millimetre)
	for i, h := range all {
		path := fmt.Sprintf("survey.hidden[%d]", i)
		before := len(r.faults)
		r.id(path+".id", h.ID, seen, 64)
		out := framing.Hidden{ID: h.ID, Kind: h.Kind, In: h.In}
		out.Band = r.within(path+".band", h.Band, usual, 0, 3*measure.Metre).Millimetres()
		r.length(path+".low", h.Low, 0)
		r.length(path+".high", h.High, 0)
		if h.In == "wall" {
			if !r.HasExisting(h.Wall) {
				r.faults.Add(path+".wall", "%q is no wall that is there: add it under survey.walls", h.Wall)
			}
			out.Wall, out.Dead = h.Wall, h.Dead != nil
			out.Along[0], _ = r.must(path+".from.station", h.From.Station)
			out.Along[1], _ = r.must(path+".to.station", h.To.Station)
		} else {
			x1, y1, _ := r.point(path+".from", h.From)
			x2, y2, _ := r.point(path+".to", h.To)
			out.From, out.To = dot(x1, y1), dot(x2, y2)
		}
		if len(r.faults) == before {
			r.Hidden = append(r.Hidden, out)
		}
	}
}

// stoodOn is what is added to a reading for what the tape stood on or stopped
// at: what will come off makes the space longer; a block that will hang at the
// joist that was read makes it shorter. used is false for a reading that went
// past the joists to the deck: no plate touches there.
func (r *resolver) stoodOn(path string, s *job.Stood, up bool) (add measure.Length, used bool) {
	if s == nil {
		return 0, true
	}
	thick := r.within(path+".thick", s.Thick, 0, 0, measure.Metre)
	switch s.What {
	case "carpet", "board", "texture":
		return thick, true
	case "joist":
		return -thick, true
	case "deck":
		return 0, !up
	}
	return 0, true
}
