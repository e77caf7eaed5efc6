package plan

import (
	"homalos/internal/advise"
)

// Since is what became of a job's wood from one plan to another: of its list, its sticks
// and what is ordered.
type Since struct {
	Pieces []advise.PieceChange `json:"pieces" nullable:"false" doc:"Pieces that are cut to another length, or from other lumber, came or went; those that are cut already first."`
	Cut    int                  `json:"cut" doc:"How many of them are cut already."`
	Sticks []StickChange        `json:"sticks" nullable:"false" doc:"Of each lumber that changed: how many sticks are taken."`
	Order  []OrderChange        `json:"order" nullable:"false" doc:"Rows of the yard list that changed."`
	Was    float64              `json:"was" doc:"What is ordered cost before, tax and all."`
	Now    float64              `json:"now"`
}

// StickChange is how many sticks of a lumber are taken.
type StickChange struct {
	Lumber string `json:"lumber"`
	Was    int    `json:"was"`
	Now    int    `json:"now"`
}

// OrderChange is how many of something are ordered.
type OrderChange struct {
	Said string  `json:"said"`
	Unit string  `json:"unit"`
	Was  float64 `json:"was"`
	Now  float64 `json:"now"`
}

// Between says what became of the wood; cut says which pieces are cut already.
func Between(was, now Plan, cut func(member string) bool) Since {
	c := advise.Changed(was.Result, now.Result, cut)
	out := Since{Pieces: append(c.Cut, c.Open...), Cut: len(c.Cut), Sticks: []StickChange{}, Order: []OrderChange{}, Was: was.Yard.Total, Now: now.Yard.Total}
	count := func(p Plan) (names []string, n map[string]int) {
		n = map[string]int{}
		for _, s := range p.Sticks {
			if n[s.Lumber] == 0 {
				names = append(names, s.Lumber)
			}
			n[s.Lumber]++
		}
		return names, n
	}
	before, a := count(was)
	after, b := count(now)
	for _, lumber := range union(before, after) {
		if a[lumber] != b[lumber] {
			out.Sticks = append(out.Sticks, StickChange{lumber, a[lumber], b[lumber]})
		}
	}
	ordered := func(p Plan) (names []string, rows map[string]YardRow) {
		rows = map[string]YardRow{}
		for _, r := range p.Yard.Rows {
			names, rows[r.Said] = append(names, r.Said), r
		}
		return names, rows
	}
	before, x := ordered(was)
	after, y := ordered(now)
	for _, said := range union(before, after) {
		if x[said].Order != y[said].Order {
			unit := y[said].Unit
			if unit == "" {
				unit = x[said].Unit
			}
			out.Order = append(out.Order, OrderChange{said, unit, x[said].Order, y[said].Order})
		}
	}
	return out
}

// union is all of one list, then what only the other has.
func union(a, b []string) []string {
	seen := map[string]bool{}
	var out []string
	for _, s := range append(append([]string(nil), a...), b...) {
		if !seen[s] {
			seen[s] = true
			out = append(out, s)
		}
	}
	return out
}
