package advise

import (
	"homalos/internal/framing"
	"homalos/internal/work"
)

// PieceChange is a piece that was cut and that the plan now wants otherwise.
type PieceChange struct {
	Member string `json:"member"`
	Was    string `json:"was,omitempty" doc:"The length the plan gave before; left out for a piece that is new."`
	Now    string `json:"now,omitempty" doc:"The length it gives now; left out when the piece is gone."`
}

// Changes are what an edit does to pieces: those already cut, one by one, and
// how many others.
type Changes struct {
	Cut    []PieceChange `json:"cut" nullable:"false" doc:"Pieces already cut that change, or go."`
	Others int           `json:"others" doc:"Pieces not cut yet that change, come or go."`
	Open   []PieceChange `json:"open" nullable:"false" doc:"Those, one by one."`
}

// Changed compares two results piece by piece; cut says which have been cut.
func Changed(before, after *work.Result, cut func(member string) bool) Changes {
	out := Changes{Cut: []PieceChange{}, Open: []PieceChange{}}
	now := map[string]string{}
	for _, w := range after.Walls {
		for _, m := range w.Members {
			now[m.ID] = cutOf(after, m)
		}
	}
	for _, w := range before.Walls {
		for _, m := range w.Members {
			was := cutOf(before, m)
			length, there := now[m.ID]
			delete(now, m.ID)
			switch {
			case there && length == was:
			case cut(m.ID):
				out.Cut = append(out.Cut, PieceChange{m.ID, was, length})
			default:
				out.Open = append(out.Open, PieceChange{m.ID, was, length})
			}
		}
	}
	for _, w := range after.Walls {
		for _, m := range w.Members {
			if length, fresh := now[m.ID]; fresh {
				out.Open = append(out.Open, PieceChange{Member: m.ID, Now: length})
			}
		}
	}
	out.Others = len(out.Open)
	return out
}

// cutOf is what a piece is cut to, as it is written; nothing where that isn't known.
func cutOf(s *work.Result, m framing.Member) string {
	if !m.Known {
		return ""
	}
	return s.Rules.Units.Write(m.Cut)
}
