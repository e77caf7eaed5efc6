package plan

import (
	"context"
	"math"

	"homalos/internal/cutting"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/saw"
	"homalos/internal/work"
)

// Recorded is a plan with what was cut, in the job that the plan is of: sticks, what is
// bought and what is left over follow from it, and nothing else.
func Recorded(ctx context.Context, p Plan, d job.Document) (Plan, error) {
	now, err := saw.Of(ctx, p.Result, d)
	if err != nil {
		return p, err
	}
	p.Saw = now
	p.Yard = writeYard(p.Result, now)
	s := &writer{Result: p.Result, advised: p.Advised}
	s.writeDays(&p, d)
	s.writeRemedies(&p)
	s.writeProved(&p, d)
	if d.Record == nil {
		return p, nil
	}
	p.Sticks, p.Buy, p.Wood = []Stick{}, []Buy{}, []Wood{}
	var all []work.Lumbered
	for _, l := range now.Lumber {
		all = append(all, l.Lumbered)
	}
	for _, c := range all {
		s.writeSticks(&p, c, s.longestStick(all))
	}
	return p, ctx.Err()
}

// longestStick is how long the longest of all sticks is.
func (s *writer) longestStick(all []work.Lumbered) (out measure.Length) {
	for _, c := range all {
		for _, x := range c.Sticks {
			out = max(out, x.Stock)
		}
	}
	return out
}

// writeSticks writes the sticks of one lumber, what they come to, and what is bought.
func (s *writer) writeSticks(p *Plan, c work.Lumbered, longest measure.Length) {
	u := s.Rules.Units
	if len(c.Sticks) > 0 {
		p.Wood = append(p.Wood, s.woodOf(c))
	}
	for _, stick := range c.Sticks {
		p.Sticks = append(p.Sticks, s.writeStick(stick, longest))
	}
	for _, b := range c.Buy {
		p.Buy = append(p.Buy, Buy{b.Lumber, u.Write(b.Stock), b.Count})
	}
}

func (s *writer) woodOf(c work.Lumbered) Wood {
	u, pieces := s.Rules.Units, measure.Length(0)
	for _, stick := range c.Sticks {
		for _, x := range stick.Pieces {
			pieces += x.Length
		}
	}
	one := Wood{Lumber: c.Lumber, Length: u.Write(c.Length), Pieces: u.Write(pieces), Priced: c.Priced}
	for _, stick := range c.Sticks {
		if stick.There != nil {
			one.There++
		}
	}
	if c.Priced {
		one.Cost, one.Bound = math.Round(c.Cost*100)/100, math.Round(c.Pile.Least*100)/100
	} else {
		one.Least = u.Write(min(c.Length, measure.FromMillimetres(c.Pile.Least).Nearest(s.Rules.Mark)))
	}
	return one
}

func (s *writer) writeStick(stick cutting.Stick, longest measure.Length) Stick {
	u := s.Rules.Units
	out := Stick{ID: stick.ID, Lumber: stick.Lumber, Stock: u.Write(stick.Stock), Offcut: u.Write(stick.Offcut), Cut: stick.Cut, Cuts: []StickCut{}}
	out.Kept = stick.Offcut > 0 && stick.Offcut >= s.Keep && !stick.Waste
	out.Share = share(stick.Stock, longest)
	if stick.There != nil {
		out.There, out.Place, out.Label = stick.There.What, stick.There.Place, stick.There.Label
	}
	if stick.From > 0 {
		out.From = u.Write(stick.From)
	}
	switch {
	case stick.Waste:
		out.Is = "waste"
	case stick.Short > 0:
		out.Is = "bowed"
	}
	at := stick.From
	for _, piece := range stick.Pieces {
		state := piece.State
		if state == string(framing.Ready) {
			state = ""
		}
		out.Cuts = append(out.Cuts, StickCut{piece.Member, u.Write(piece.Length), state, share(at, stick.Stock), share(at+piece.Length, stick.Stock)})
		at += piece.Length + s.Kerf
	}
	return out
}
