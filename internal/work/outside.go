package work

import (
	"math"

	"homalos/internal/framing"
	"homalos/internal/geo"
	"homalos/internal/words"
)

// Outside is something that was found, said to lie where the room isn't.
type Outside struct {
	Part string `json:"part" enum:"joists,obstructions"`
	ID   string `json:"id"`
	Text string `json:"text"`
}

// tellOutside tells of joists and things in the way that lie outside the room:
// a distance was read off another wall, or on the wrong side of it.
func (r *Result) tellOutside() {
	if len(r.Corners) < 3 {
		return
	}
	var room []geo.Point
	for _, c := range r.Solved().Corners {
		room = append(room, c.At)
	}
	if len(room) < 3 {
		return
	}
	var runs []string
	all, out := map[string]int{}, map[string]int{}
	for _, j := range r.JoistList {
		sin, cos := math.Sincos(j.Angle * math.Pi / 180)
		low, high := math.Inf(1), math.Inf(-1)
		for _, p := range room {
			d := (p.Y-j.At.Y)*cos - (p.X-j.At.X)*sin
			low, high = math.Min(low, d), math.Max(high, d)
		}
		if all[j.Run]++; all[j.Run] == 1 {
			runs = append(runs, j.Run)
		}
		// one that lies in the wall still shows half of itself
		if low > j.Width/2 || high < -j.Width/2 {
			out[j.Run]++
		}
	}
	for _, run := range runs {
		if out[run] > 0 {
			r.outside("joists", run, r.Rules.Tell(words.JoistsOutsideTheRoom, out[run], all[run], run))
		}
	}
	for _, o := range r.Obstructions {
		const steps = 40
		in := false
		for k := range steps + 1 {
			f := float64(k) / steps
			p := geo.Point{X: o.From.X + f*(o.To.X-o.From.X), Y: o.From.Y + f*(o.To.Y-o.From.Y)}
			in = in || geo.Within(room, p)
		}
		// a skirting lies against its wall
		for i, c := range room {
			next := room[(i+1)%len(room)]
			in = in || geo.ToSegment(o.From, c, next) <= o.Width || geo.ToSegment(o.To, c, next) <= o.Width
		}
		if !in {
			r.outside("obstructions", o.ID, r.Rules.Tell(words.LiesOutsideTheRoom, o.ID))
		}
	}
}

func (r *Result) outside(part, id, text string) {
	r.Outside = append(r.Outside, Outside{part, id, text})
	r.Findings = append(r.Findings, framing.Finding{Code: "outside-room", Level: framing.Warn, Text: text, Fix: r.Rules.Tell(words.ReadAgainWhichWallItWas)})
}
