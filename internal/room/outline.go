package room

import (
	"math"

	"homalos/internal/geo"
)

// inSight says whether one can tape straight from corner to corner.
func inSight(at []geo.Point, from, to int) bool {
	n := len(at)
	for i := range n {
		j := (i + 1) % n
		if i != from && j != from && i != to && j != to && geo.Cross(at[from], at[to], at[i], at[j]) {
			return false
		}
	}
	a, b := at[from], at[to]
	return geo.Area(at) <= 0 || geo.Within(at, geo.Point{X: (a.X + b.X) / 2, Y: (a.Y + b.Y) / 2})
}

// settleBest tries several first guesses at the room and keeps the one that
// suits the ties and the corners' turns best.
func settleBest(corners []Corner, ties []Tie) []geo.Point {
	var best []geo.Point
	least := math.Inf(1)
	for _, start := range starts(corners, ties) {
		at, cost := settleFrom(ties, start)
		robust := 0.0
		for _, t := range ties {
			m := t.misfit(at) / t.Sigma
			robust += math.Min(m*m, 30)
		}
		robust += 1e-9 * cost
		robust += 500 * float64(len(geo.Crossings(at)))
		if len(at) > 2 {
			robust += against90(corners, at)
		}
		if robust < least-1e-9 {
			best, least = at, robust
		}
		if least < float64(len(ties))/4 && len(at) < 4 {
			break
		}
	}
	return best
}

// resettle starts from a solution that was found with one tie more; when that
// doesn't lead to a good one it starts afresh.
func resettle(corners []Corner, ties []Tie, near []geo.Point) []geo.Point {
	at, cost := settleFrom(ties, near)
	if cost < 4*float64(len(ties))+20 && len(geo.Crossings(at)) == 0 {
		return at
	}
	return settleBest(corners, ties)
}

// against90 charges a solution whose corners turn the wrong way, or which has
// the room on the wrong side; and, a very little, corners far from square, so
// that of two mirror images the likelier is taken.
func against90(corners []Corner, at []geo.Point) float64 {
	n := len(at)
	total := 0.0
	if geo.Area(at) < 0 {
		total += 2000
	}
	for i, c := range corners {
		inside, _ := Tie{Kind: AngleTie, At: i, From: (i + n - 1) % n, To: (i + 1) % n}.foretell(at)
		usual := 90.0
		if c.Out {
			usual = 270
		}
		if (inside > 180) != c.Out {
			total += 200
		}
		total += 1e-4 * math.Abs(inside-usual)
		if c.Drawn != nil && corners[0].Drawn != nil {
			total += 1e-3 * math.Abs(corners[0].Drawn.Distance(*c.Drawn)-at[0].Distance(at[i]))
		}
	}
	return total
}

// starts are first guesses: round by the taped sides with square corners, what
// is left to turn spread over all, over one, or over two that follow each
// other; and as drawn.
func starts(corners []Corner, ties []Tie) [][]geo.Point {
	n := len(corners)
	long, turn, known := make([]float64, n), make([]float64, n), make([]bool, n)
	for i := range corners {
		turn[i] = 90
		if corners[i].Out {
			turn[i] = 270
		}
	}
	sum, count := 0.0, 0
	for _, t := range ties {
		switch {
		case t.Kind == LengthTie && (t.From+1)%n == t.To:
			long[t.From] = t.Value
		case t.Kind == LengthTie && (t.To+1)%n == t.From:
			long[t.To] = t.Value
		case t.Kind == AngleTie && (t.From+1)%n == t.At && (t.At+1)%n == t.To:
			turn[t.At], known[t.At] = t.Value, true
		}
		if t.Kind == LengthTie {
			sum, count = sum+t.Value, count+1
		}
	}
	usual := 3000.0
	if count > 0 {
		usual = sum / float64(count)
	}
	for i := range long {
		if long[i] == 0 {
			long[i] = usual
		}
	}
	var out [][]geo.Point
	if drawn := asDrawn(corners); drawn != nil {
		out = append(out, drawn)
	}
	if n < 3 {
		return append(out, walk(long, turn))
	}
	left := float64(n-2) * 180
	free := 0
	for i := range turn {
		left -= turn[i]
		if !known[i] {
			free++
		}
	}
	give := func(to ...int) {
		t := append([]float64(nil), turn...)
		for _, i := range to {
			if known[i] {
				return
			}
			t[i] += left / float64(len(to))
		}
		out = append(out, walk(long, t))
	}
	var all []int
	for i := range n {
		if !known[i] {
			all = append(all, i)
		}
	}
	give(all...)
	if math.Abs(left) > 1 && n <= 12 {
		for i := range n {
			give(i, (i+1)%n)
			give(i)
		}
	}
	return out
}

func walk(long, inside []float64) []geo.Point {
	at := make([]geo.Point, len(long))
	heading := 0.0
	for i := 1; i < len(at); i++ {
		at[i] = geo.Point{X: at[i-1].X + long[i-1]*math.Cos(heading), Y: at[i-1].Y + long[i-1]*math.Sin(heading)}
		heading += (180 - inside[i]) * math.Pi / 180
	}
	return at
}

// asDrawn turns the drawing into the solution's frame, or nil when not every
// corner is drawn.
func asDrawn(corners []Corner) []geo.Point {
	for _, c := range corners {
		if c.Drawn == nil {
			return nil
		}
	}
	a := *corners[0].Drawn
	b := bearing(a, *corners[1].Drawn)
	sin, cos := math.Sincos(-b)
	var out []geo.Point
	for _, c := range corners {
		x, y := c.Drawn.X-a.X, c.Drawn.Y-a.Y
		out = append(out, geo.Point{X: x*cos - y*sin, Y: x*sin + y*cos})
	}
	return out
}
