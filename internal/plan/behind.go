package plan

import (
	"homalos/internal/work"
)

// Behind is what stands between a wall and the masonry behind it.
type Behind struct {
	Of    string    `json:"of" doc:"The wall that is there."`
	Least string    `json:"least" doc:"Between studs and masonry, where that comes nearest over its height."`
	Most  string    `json:"most" doc:"At its foot, where that is widest."`
	Bays  []BayDeep `json:"bays" nullable:"false"`
	Ties  []TieBack `json:"ties" nullable:"false" doc:"Studs that are tied back."`
	High  string    `json:"high,omitempty" doc:"How high the ties sit over the floor."`
	Cure  float64   `json:"cure,omitempty" doc:"Hours before they hold."`
}

// BayDeep is how deep a bay is, from the board's back to the masonry.
type BayDeep struct {
	From  string `json:"from"`
	To    string `json:"to"`
	Least string `json:"least"`
	Most  string `json:"most"`
}

// TieBack is a stud that is tied back to masonry.
type TieBack struct {
	Member string `json:"member"`
	At     string `json:"at" doc:"Station of its middle."`
	Gap    string `json:"gap" doc:"To the masonry at its foot: what the tie bridges."`
	Bite   string `json:"bite,omitempty" doc:"What of it is in the masonry, where its length is given; 0: it doesn't reach."`
}

func (s *writer) behind(w *work.Wall) *Behind {
	b, u, half := w.Wall.Behind, s.Rules.Units, s.Rules.Mark/2
	if b == nil {
		return nil
	}
	long := w.Wall.Length
	out := &Behind{Of: b.Of, Bays: []BayDeep{}, Ties: []TieBack{}, Cure: b.Ties.Cure}
	out.Least = u.Say(min(b.Least(0, long), b.Least(long, long)), half)
	out.Most = u.Say(max(b.Off.Start, b.Off.End), half)
	for _, x := range w.Deep {
		out.Bays = append(out.Bays, BayDeep{u.Write(x.From), u.Write(x.To), u.Say(x.Least, half),
			u.Say(x.Most, half)})
	}
	for _, x := range w.TiedBack {
		one := TieBack{Member: x.Member, At: u.Write(x.At), Gap: u.Say(x.Gap, half)}
		if b.Ties.Length > 0 {
			one.Bite = u.Say(max(x.Bite, 0), half)
		}
		out.Ties = append(out.Ties, one)
	}
	if len(out.Ties) > 0 {
		out.High = u.Write(b.At)
	}
	return out
}
