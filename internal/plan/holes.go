package plan

import "homalos/internal/work"

// Hole is where one piece is bored or notched for what goes through it.
type Hole struct {
	Member string `json:"member"`
	What   string `json:"what" doc:"What goes through it."`
	At     string `json:"at" doc:"Of an upright: up from its foot to the middle of the hole; of what lies: station of the middle."`
	Offset string `json:"offset" doc:"From the snapped face to the middle."`
	Size   string `json:"size" doc:"Across; of a notch, its width along the piece."`
	Kind   string `json:"kind" enum:"bore,notch"`
	Deep   string `json:"deep,omitempty" doc:"Of a notch."`
	Back   bool   `json:"back,omitempty" doc:"A notch from the back face."`
	Limit  string `json:"limit" enum:"within,over" doc:"Whether it is within the usual limits: a notch to 40 % of the depth, a hole to 60 %, 5/8 in (16 mm) left; 25 and 40 % in a wall that carries."`
	Plate  bool   `json:"plate" doc:"It wants a steel plate before it."`
	Run    int    `json:"run,omitempty" doc:"Which of the wall's planned runs it is for, from 1; left out for what was found."`
}

// NoNail is a stretch of a wall's face that nothing is nailed or screwed into.
type NoNail struct {
	What string `json:"what"`
	From string `json:"from" doc:"Station."`
	To   string `json:"to"`
	Low  string `json:"low" doc:"Over the floor."`
	High string `json:"high,omitempty" doc:"Over the floor; left out: up to the ceiling."`
	Face string `json:"face" enum:"snapped,back,both"`
}

func (s *writer) writeHoles(out *Wall, w *work.Wall) {
	u := s.Rules.Units
	for _, h := range w.Bored.Holes {
		one := Hole{Member: h.Member, What: h.What, At: u.Write(h.At), Offset: u.Write(h.Off), Size: u.Write(h.Size), Kind: "bore", Back: h.Back, Limit: "within", Plate: h.Plate, Run: h.Run}
		if h.Notch {
			one.Kind, one.Deep = "notch", u.Write(h.Deep)
		}
		if h.Over {
			one.Limit = "over"
		}
		out.Holes = append(out.Holes, one)
	}
	for _, k := range w.Bored.Keeps {
		one := NoNail{What: k.What, From: u.Write(k.From), To: u.Write(k.To), Low: u.Write(k.Low), Face: string(k.Face)}
		if k.High > 0 {
			one.High = u.Write(k.High)
		}
		out.NoNail = append(out.NoNail, one)
	}
}
