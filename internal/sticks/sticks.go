// Package sticks plans cuts from a list of pieces and stock by itself, without a job: a
// document in, a plan out.
package sticks

import (
	"context"
	"fmt"

	"homalos/internal/cutting"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Format is the mark of a list of pieces.
const Format = "homalos-sticks/1"

// MostPieces is how many pieces a list may hold, all counted.
const MostPieces = 20_000

// List is pieces to cut, and what they may be cut from.
type List struct {
	Format string         `json:"format" enum:"homalos-sticks/1"`
	Units  measure.System `json:"units" enum:"imperial,metric"`
	Kerf   job.Length     `json:"kerf,omitzero" format:"length"`
	Lumber []Lumber       `json:"lumber"`
	Pieces []Piece        `json:"pieces"`
}

// Lumber is one section of wood and the sticks there are of it.
type Lumber struct {
	ID    string  `json:"id"`
	Stock []Stock `json:"stock"`
}

// Stock is sticks of one length: so many, or no end of them.
type Stock struct {
	Length job.Length `json:"length" format:"length"`
	Price  float64    `json:"price"`
	OnHand *int       `json:"onHand,omitempty"`
}

// Piece is so many pieces of one length.
type Piece struct {
	ID     string     `json:"id"`
	Lumber string     `json:"lumber"`
	Length job.Length `json:"length" format:"length"`
	Count  int        `json:"count"`
}

// Plan is how they are cut. No plan costs less than the bound.
type Plan struct {
	Sticks []Stick `json:"sticks"`
	Cost   float64 `json:"cost"`
	Bound  float64 `json:"bound"`
}

// Stick is one stick and what is cut from it, in order. The kerf before the offcut is
// taken off it.
type Stick struct {
	Lumber string `json:"lumber"`
	Stock  string `json:"stock"`
	Cuts   []Cut  `json:"cuts"`
	Offcut string `json:"offcut"`
}

// Cut is one piece.
type Cut struct {
	Piece  string `json:"piece"`
	Length string `json:"length"`
}

// Read reads a list; the error is a job.Faults with all that is wrong.
func Read(raw []byte) (List, error) {
	var l List
	if faults := job.ReadStrictly(raw, &l); faults != nil {
		return l, faults
	}
	return l, nil
}

// reader follows a list's references.
type reader struct {
	List
	faults job.Faults
	kerf   measure.Length
	of     map[string]int // lumber by id
	needs  [][]int        // of each lumber: which pieces
	all    []cutting.Problem
}

// Solve plans a list: a plan by hand at once, then better ones until the effort is
// spent, nothing can be better, or ctx ends. The error is a job.Faults.
func Solve(ctx context.Context, l List, effort cutting.Effort) (Plan, error) {
	r := &reader{List: l, of: map[string]int{}}
	r.read()
	if len(r.faults) > 0 {
		return Plan{}, r.faults
	}
	out := Plan{Sticks: []Stick{}}
	for k, p := range r.all {
		a := cutting.Plan(ctx, p, effort, nil)
		for i, n := range a.Left {
			if n > 0 {
				piece := l.Pieces[r.needs[k][i]]
				r.faults.Add(fmt.Sprintf("lumber[%d].stock", k), "it runs out: no stick is left for %d of %q, %s long; add stock, or leave out onHand where more can be bought", n, piece.ID, l.Units.Write(p.Needs[i].Length))
			}
		}
		out.Cost, out.Bound = out.Cost+a.Cost, out.Bound+a.Bound
		r.write(&out, k, a)
	}
	if len(r.faults) > 0 {
		return Plan{}, r.faults
	}
	return out, nil
}

// length reads one that lies between bounds.
func (r *reader) length(path string, given job.Length, least measure.Length) measure.Length {
	v, err := given.In(r.Units)
	switch {
	case err != nil:
		r.faults.Add(path, "%v", err)
	case v < least || v > 100*measure.Metre:
		r.faults.Add(path, "%s is out of bounds: give between %s and %s", r.Units.Write(v), r.Units.Write(least), r.Units.Write(100*measure.Metre))
	}
	return v
}

func (r *reader) read() {
	if r.Kerf.Given() {
		r.kerf = r.length("kerf", r.Kerf, 0)
	}
	for i, l := range r.Lumber {
		path := fmt.Sprintf("lumber[%d]", i)
		if _, twice := r.of[l.ID]; twice || l.ID == "" {
			r.faults.Add(path+".id", "%q: give each lumber a name of its own", l.ID)
		}
		r.of[l.ID] = i
		p := cutting.Problem{Kerf: r.kerf}
		for k, s := range l.Stock {
			at := fmt.Sprintf("%s.stock[%d]", path, k)
			out := cutting.Stock{Length: r.length(at+".length", s.Length, measure.Millimetre), Price: s.Price, OnHand: cutting.Endless}
			if s.Price < 0 || s.Price > 1e9 {
				r.faults.Add(at+".price", "%v: give a price of nothing or more, up to 1,000,000,000", s.Price)
			}
			if s.OnHand != nil {
				if out.OnHand = *s.OnHand; out.OnHand < 0 {
					r.faults.Add(at+".onHand", "%d: there can't be fewer than none", out.OnHand)
				}
			}
			p.Stock = append(p.Stock, out)
		}
		r.all, r.needs = append(r.all, p), append(r.needs, nil)
	}
	r.readPieces()
}

func (r *reader) readPieces() {
	seen, total := map[string]bool{}, 0
	for i, x := range r.Pieces {
		path := fmt.Sprintf("pieces[%d]", i)
		if seen[x.ID] || x.ID == "" {
			r.faults.Add(path+".id", "%q: give each piece a name of its own", x.ID)
		}
		seen[x.ID] = true
		long := r.length(path+".length", x.Length, measure.Millimetre)
		if x.Count < 0 || x.Count > MostPieces {
			r.faults.Add(path+".count", "%d: give from 0 to %d", x.Count, MostPieces)
			continue
		}
		if total += x.Count; total > MostPieces {
			r.faults.Add(path+".count", "more than %d pieces up to here: split the list", MostPieces)
			return
		}
		k, known := r.of[x.Lumber]
		if !known {
			r.faults.Add(path+".lumber", "%q isn't among lumber", x.Lumber)
			continue
		}
		p := &r.all[k]
		longest := measure.Length(0)
		for _, s := range p.Stock {
			if s.OnHand != 0 {
				longest = max(longest, s.Length)
			}
		}
		if long > longest {
			r.faults.Add(path+".length", "%s is longer than any stick of %s there is, %s: add a longer one, or join it from two", r.Units.Write(long), x.Lumber, r.Units.Write(longest))
			continue
		}
		p.Needs, r.needs[k] = append(p.Needs, cutting.Need{Length: long, Count: x.Count}), append(r.needs[k], i)
	}
}

// write writes one lumber's sticks.
func (r *reader) write(out *Plan, k int, a cutting.Answer) {
	p := r.all[k]
	for _, l := range a.Layouts {
		one := Stick{Lumber: r.Lumber[k].ID, Stock: r.Units.Write(p.Stock[l.Stock].Length), Cuts: []Cut{}, Offcut: r.Units.Write(p.Offcut(l))}
		for _, x := range l.Parts {
			for range x.N {
				one.Cuts = append(one.Cuts, Cut{r.Pieces[r.needs[k][x.Need]].ID, r.Units.Write(p.Needs[x.Need].Length)})
			}
		}
		for range l.Times {
			out.Sticks = append(out.Sticks, one)
		}
	}
}
