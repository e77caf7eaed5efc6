package site

import "homalos/internal/job"

// Budgets bound the work that a document asks for by its products, before any
// of it is done: each factor is bounded by itself too. They are many times what
// a building has; near each of them a plan takes a few seconds.
const (
	mostJoists        = 20_000
	mostJoistWalls    = 1_000_000
	mostObstructWalls = 20_000
	mostFoundWalls    = 100_000
	mostReadWalls     = 800_000
	mostTieCorners    = 5_000
	mostLumber        = 300
	mostCrossings     = 1_000
	mostClosed        = 200
)

// budget says whether the document's work is bounded; what isn't is a fault
// that names both factors.
func (r *resolver) budget() bool {
	before := len(r.faults)
	walls := len(r.Doc.Walls)
	over := func(path string, n int, what string, by int, per string, most int) {
		if n*by > most {
			r.faults.Add(path, "%d %s by %d %s: split the job, the product is at most %d", n, what, by, per, most)
		}
	}
	if n := len(r.Doc.Lumber); n > mostLumber {
		r.faults.Add("lumber", "%d kinds of lumber: give at most %d", n, mostLumber)
	}
	if s := r.Doc.Survey; s != nil {
		joists := 0
		for _, j := range s.Joists {
			joists += joistsIn(j)
		}
		if joists > mostJoists {
			r.faults.Add("survey.joists", "%d joists in all: split the job, at most %d", joists, mostJoists)
		}
		over("survey.joists", joists, "joists", walls, "walls", mostJoistWalls)
		over("survey.obstructions", len(s.Obstructions)+len(s.Stairs), "obstructions and stairs", walls, "walls", mostObstructWalls)
		over("survey.hidden", len(s.Hidden), "hidden finds", walls, "walls", mostFoundWalls)
		over("survey.walls", len(s.Walls), "walls that are there", walls, "new walls", mostFoundWalls)
		over("survey.readings", len(s.Readings), "readings", walls, "walls", mostReadWalls)
		closed := 0
		for _, w := range s.Walls {
			for _, o := range w.Openings {
				if o.Close != nil {
					closed++
				}
			}
		}
		if closed > mostClosed {
			r.faults.Add("survey.walls", "%d openings to be closed: split the job, at most %d", closed, mostClosed)
		}
		over("survey.ties", len(s.Ties), "ties", len(s.Corners), "corners", mostTieCorners)
	}
	return len(r.faults) == before
}

// joistsIn is how many joists a run has, as far as it says.
func joistsIn(j job.Joists) int { return max(min(max(j.Count, 0), 1000), len(j.At), len(j.Gaps)+1) }
