package instrument

import (
	"context"
	"fmt"
	"math"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/site"
	"homalos/internal/wood"
	"homalos/internal/work"
)

// Take shoots one reading at a place of the job and adds it.
func Take(d *job.Document, k *Kit, kind string, at job.Place, id string) {
	x, y, err := site.PlaceOf(*d, at)
	if err != nil {
		panic(err) // asked for by the plan itself
	}
	shot, err := k.Shoot(Aim{Kind: kind, X: x, Y: y, Units: d.Units})
	if err != nil {
		panic(err)
	}
	k.last = shot
	instrument := map[bool]string{true: "laser meter", false: "line laser"}[kind == "gap"]
	d.Survey.Readings = append(d.Survey.Readings, job.Reading{ID: id, Kind: kind, Place: &at, Value: job.L(shot.Value), Instrument: instrument})
}

// Outcome is how a way of reading a building ended.
type Outcome struct {
	Readings int
	Held     int // pieces still held
	Pieces   int
	Within   int     // ready pieces whose length is true to within their spread
	Ready    int     // of Pieces
	Worst    float64 // mm, of the ready pieces' exact length against the truth
	Sum2     float64 // mm², sum of the squared errors of the ready pieces
	Over     int     // ready pieces off by more than the hold
}

// Follow takes the readings that are asked for, one after the other, until
// nothing is held or most have been taken.
func Follow(d job.Document, k *Kit, most int) (Outcome, job.Document) {
	d = job.Copy(d)
	memory := work.NewMemory() // most walls stay as they were
	for {
		p, err := plan.ComputeIn(context.Background(), memory, d)
		if err != nil {
			panic(err)
		}
		next, held := p.Next()
		if held == 0 || len(d.Survey.Readings) >= most {
			return judge(p.Result, k.Building), d
		}
		i := 0
		for i < len(next) && next[i].What == "tie" {
			i++
		}
		if i == len(next) {
			return judge(p.Result, k.Building), d
		}
		n := next[i]
		kind, id := n.What, fmt.Sprint("n", len(d.Survey.Readings)+1)
		place := job.Place{Wall: n.Wall, Station: job.L(n.Station)}
		if n.What == "again" {
			for _, r := range d.Survey.Readings {
				if r.ID == n.Reading {
					kind, place = r.Kind, *r.Place
				}
			}
		}
		Take(&d, k, kind, place, id)
		if n.What == "again" {
			d.Survey.Readings[len(d.Survey.Readings)-1].Replaces = n.Reading
		}
	}
}

// Grid reads floor and ceiling at even spacing, finer and finer, until nothing
// is held: the count is that of the first grid that is enough. With along the
// grid is laid along the walls only; else over the room.
func Grid(d job.Document, k *Kit, along bool, most int) Outcome {
	for n := 2; ; n++ {
		now := job.Copy(d)
		for _, at := range gridPlaces(now, k.Building, along, n) {
			for _, kind := range []string{"floor", "ceiling"} {
				Take(&now, k, kind, at, fmt.Sprint("g", len(now.Survey.Readings)))
			}
		}
		p, err := plan.Compute(now)
		if err != nil {
			panic(err)
		}
		if o := judge(p.Result, k.Building); o.Held == 0 || o.Readings >= most {
			return o
		}
	}
}

func gridPlaces(d job.Document, b *Building, along bool, n int) []job.Place {
	u := d.Units
	text := func(mm float64) string { return u.Write(measure.FromMillimetres(mm).Nearest(measure.Inch64)) }
	var out []job.Place
	if along {
		s := &simulation{units: u}
		longest := 0.0
		for _, w := range d.Walls {
			longest = math.Max(longest, s.long(w))
		}
		step := longest / float64(n-1)
		for _, w := range d.Walls {
			long := s.long(w)
			count := max(int(math.Ceil(long/step-1e-6)), 1)
			for i := range count + 1 {
				out = append(out, job.Place{Wall: w.ID, Station: job.L(text((long - 1) * float64(i) / float64(count)))})
			}
		}
		return out
	}
	wide, deep := b.Corners[1].X, b.depth()
	step := math.Max(wide, deep) / float64(n)
	for x := step / 2; x < wide; x += step {
		for y := step / 2; y < deep; y += step {
			out = append(out, job.Place{X: job.L(text(x)), Y: job.L(text(y))})
		}
	}
	return out
}

// judge compares the ready pieces with the building as it is.
func judge(r *work.Result, b *Building) Outcome {
	o := Outcome{Readings: len(r.Doc.Survey.Readings)}
	known, err := work.Known(r.Doc, b)
	if err != nil {
		panic(err)
	}
	for _, w := range r.Walls {
		if slices.ContainsFunc(w.Findings, func(f framing.Finding) bool { return f.Code == "top-follows-floor" }) {
			continue // its floor wasn't levelled: it is meant to run as that does
		}
		for _, m := range w.Members {
			if m.Kind.Row().Plate || m.Kind == wood.HeaderPly || m.Kind == wood.Block {
				continue
			}
			o.Pieces++
			really, _ := known.Member(m.ID)
			switch {
			case m.State == framing.MeasureFirst:
				o.Held++
			case work.MayCut(&m) && really != nil && really.Known:
				o.Ready++
				off := math.Abs((m.Exact - really.Exact).Millimetres())
				o.Worst = math.Max(o.Worst, off)
				o.Sum2 += off * off
				if off <= m.Spread.Millimetres()+0.01 {
					o.Within++
				}
				if off > r.Rules.Hold.Millimetres() {
					o.Over++
				}
			}
		}
	}
	return o
}
