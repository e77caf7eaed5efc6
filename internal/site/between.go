package site

import (
	"fmt"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// between reads what lies between a wall's studs: rows of noggings, and backing for
// what is fixed to it.
func (r *resolver) between(path string, w job.Wall, wall *framing.Wall) {
	most := 10 * measure.Metre
	for i, e := range w.Studs {
		at := fmt.Sprintf("%s.studs[%d]", path, i)
		where, ok := r.must(at+".at", e.At)
		switch {
		case e.What == "":
			r.faults.Add(at+".what", "missing: say what it is for")
		case ok && where < 0:
			r.faults.Add(at+".at", "%s is off the wall", r.write(where))
		case ok:
			wall.Extra = append(wall.Extra, framing.Extra{At: where, What: e.What})
		}
	}
	if n := w.Noggings; n != nil {
		wall.Staggered = n.Lie == "staggered"
		wall.Noggings = r.nogged(path+".noggings", n, wall.Lumber.Thickness)
	}
	for i, b := range w.Backing {
		at := fmt.Sprintf("%s.backing[%d]", path, i)
		from, ok1 := r.must(at+".from", b.From)
		to, ok2 := r.must(at+".to", b.To)
		height, ok3 := r.must(at+".height", b.Height)
		out := framing.Backing{What: b.What, From: from, To: to, Height: height, Lumber: wall.Lumber}
		if b.Lumber != "" {
			if out.Lumber = r.wood(at+".lumber", b.Lumber); out.Lumber == nil {
				continue
			}
		}
		switch {
		case b.What == "":
			r.faults.Add(at+".what", "missing: say what it is for")
		case !ok1 || !ok2 || !ok3:
		case to <= from:
			r.faults.Add(at+".to", "%s isn't past %s, where it begins", r.write(to), r.write(from))
		case from < 0:
			r.faults.Add(at+".from", "%s is off the wall", r.write(from))
		case height <= 0 || height > most:
			r.faults.Add(at+".height", "%s is no height over the floor: give up to %s", r.write(height), r.write(most))
		default: // past the wall, as it was shortened since: it is told
			wall.Backing = append(wall.Backing, out)
		}
	}
}

// nogged reads rows of noggings of so thick wood.
func (r *resolver) nogged(path string, n *job.Noggings, thick measure.Length) (out []framing.NoggingRow) {
	most := 10 * measure.Metre
	for i, row := range n.Rows {
		at := fmt.Sprintf("%s.rows[%d]", path, i)
		one := framing.NoggingRow{
			Mid: row.Mid, Height: r.optional(at+".height", row.Height, thick, most),
			FromBottom: r.optional(at+".fromBottom", row.FromBottom, thick/2, most), FromTop: r.optional(at+".fromTop", row.FromTop, thick/2, most),
		}
		ways := 0
		for _, given := range []bool{row.Mid, row.Height.Given(), row.FromBottom.Given(), row.FromTop.Given()} {
			if given {
				ways++
			}
		}
		if ways != 1 {
			r.faults.Add(at, "say where it lies in one way: mid, height, fromBottom or fromTop")
			continue
		}
		out = append(out, one)
	}
	return out
}
