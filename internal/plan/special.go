package plan

import (
	"homalos/internal/framing"
	"homalos/internal/work"
)

// WallPart is a part of a wall by its kind, where that isn't all a plain one to the
// ceiling.
type WallPart struct {
	From   string  `json:"from" doc:"Station."`
	To     string  `json:"to"`
	Kind   string  `json:"kind" enum:"plain,half,infill,raked,free-top"`
	Height string  `json:"height,omitempty" doc:"Of its upper side over the floor where it begins; left out where it goes by the ceiling."`
	Slope  float64 `json:"slope,omitempty" doc:"Degrees that its top rises along the wall; less than nothing: it falls."`
	Falls  string  `json:"falls,omitempty" doc:"How much its cap falls over its width."`
	Lumber string  `json:"lumber"`
}

// Slot is what is sawn out of the floor for a post.
type Slot struct {
	Post string `json:"post"`
	From string `json:"from" doc:"Station."`
	To   string `json:"to"`
	Deep string `json:"deep" doc:"Across the wall."`
}

// writeParts writes what of a wall isn't plain.
func (s *writer) writeParts(out *Wall, w *work.Wall) {
	u := s.Rules.Units
	if !w.Wall.Special() {
		return
	}
	for _, p := range w.Wall.AllParts() {
		one := WallPart{From: u.Write(p.From), To: u.Write(p.To), Kind: string(p.Kind), Lumber: p.Lumber.ID}
		if p.OwnHeight() {
			one.Height = u.Write(p.Height)
		}
		if p.Rise != 0 {
			one.Slope = hundredth(framing.Degrees(p.Rise))
			if p.Rise < 0 {
				one.Slope = -one.Slope
			}
		}
		if p.Cross != 0 {
			one.Falls = u.Say(p.Falls(), s.Rules.Mark/2)
		}
		out.Stretches = append(out.Stretches, one)
	}
	for _, x := range w.Slots {
		out.Slots = append(out.Slots, Slot{x.Post, u.Write(x.From), u.Write(x.To), u.Write(x.Deep)})
	}
}
