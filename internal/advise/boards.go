package advise

import (
	"fmt"
	"slices"

	"homalos/internal/boring"
	"homalos/internal/job"
	"homalos/internal/words"
)

// runs offers a clear place to a planned pipe that meets a stud.
func (a *adviser) runs() {
	for _, f := range a.w.Findings {
		all := a.Runs[a.w.Wall.ID]
		if f.Code != "run-in-stud" || f.Run > len(all) {
			continue
		}
		to, ok := boring.Free(a.w.Framed, a.Rules, a.Bore, all[f.Run-1])
		if !ok {
			continue
		}
		offer, wall := &Advice{}, a.w.Wall.ID
		a.offerAll(offer, fmt.Sprintf("move-run-%d", f.Run), a.Rules.Tell(words.MoveTheRunTo, to), func(d *job.Document) {
			if w := job.WallIn(d, wall); w != nil && f.Run <= len(w.Runs) {
				w.Runs = slices.Clone(w.Runs)
				w.Runs[f.Run-1].At = job.Exactly(to, a.Rules.Units)
			}
		})
		a.cures[cured(wall, f)] = append(a.cures[cured(wall, f)], offer.Fixes...)
	}
}

// ForLeft are the fixes that cure what is left to do in a wall, by its place in the
// list.
func (a *Advised) ForLeft(wall string, i int) []Fix {
	return a.cures[[3]string{wall, "left", fmt.Sprint(i)}]
}

// left offers the piece that cures each thing that boards would find without wood.
func (a *adviser) left() {
	u, tell := a.Rules.Units, a.Rules.Tell
	for i, x := range a.w.Left {
		to, wall, p := &Advice{}, a.w.Wall.ID, x.Piece
		offer := func(id, text string, do func(w *job.Wall)) {
			a.offerAll(to, id, text, func(d *job.Document) {
				if w := job.WallIn(d, wall); w != nil {
					do(w)
				}
			})
		}
		switch p.What {
		case "stud":
			if !a.w.TakesExtra(p.At, a.Rules) {
				break // an opening or other wood is in its way
			}
			offer("stud-for-edge", tell(words.TakeThatStud, p.At), func(w *job.Wall) {
				w.Studs = append(slices.Clone(w.Studs), job.ExtraStud{At: job.Exactly(p.At, u), What: tell(words.ForABoardsEdge)})
			})
		case "row":
			offer("row-at-seam", tell(words.TakeThatRow, p.Height), func(w *job.Wall) {
				n := job.Noggings{}
				if w.Noggings != nil {
					n = *w.Noggings
				}
				n.Rows = append(slices.Clone(n.Rows), job.NoggingRow{Height: job.Exactly(p.Height, u)})
				w.Noggings = &n
			})
		case "backing":
			offer("block-under", tell(words.TakeThatBacking, p.For), func(w *job.Wall) {
				w.Backing = append(slices.Clone(w.Backing), job.Backing{What: p.For, From: job.Exactly(x.From, u), To: job.Exactly(x.To, u), Height: job.Exactly(p.Height, u)})
			})
		}
		if to.Fixes != nil {
			a.cures[[3]string{wall, "left", fmt.Sprint(i)}] = to.Fixes
		}
	}
}
