package plan

import (
	"homalos/internal/advise"
	"homalos/internal/measure"
	"homalos/internal/work"
)

// Open is something that is left to do in a wall before its boards go on.
type Open struct {
	Kind    string       `json:"kind" enum:"waits,corner,edge,seam,ceiling,backing,scrap,plates,later" doc:"Wood that isn't there yet; a board's edge beside a wall that butts, between two boards, at a level seam, of the ceiling, without wood; what is fixed to the wall without wood; scraps to put in; steel plates to nail; pieces left out until a sheet is on."`
	From    string       `json:"from" doc:"Station."`
	To      string       `json:"to"`
	Height  string       `json:"height,omitempty" doc:"Over the floor; left out: all of it."`
	Text    string       `json:"text"`
	Do      string       `json:"do"`
	Members []string     `json:"members,omitempty" nullable:"false" doc:"That it is about."`
	Piece   *CuringPiece `json:"piece,omitempty"`
	Serves  string       `json:"serves,omitempty" doc:"What serves for it already."`
	Fixes   []advise.Fix `json:"fixes,omitempty" nullable:"false"`
}

// CuringPiece is the wood that cures something left to do.
type CuringPiece struct {
	Lumber string `json:"lumber"`
	Length string `json:"length,omitempty" doc:"About; left out where it isn't known."`
	Scrap  bool   `json:"scrap,omitempty" doc:"A rest of the sticks on the list is long enough."`
}

func (s *writer) writeOpen(out *Wall, w *work.Wall) {
	u := s.Rules.Units
	given := func(l measure.Length) string {
		if l <= 0 {
			return ""
		}
		return u.Write(l)
	}
	for i, x := range w.Left {
		one := Open{Kind: string(x.Kind), From: u.Write(x.From), To: u.Write(x.To), Height: given(x.Height), Text: x.Text, Do: x.Do, Members: x.Members, Serves: x.Serves, Fixes: s.advised.ForLeft(w.Wall.ID, i)}
		if p := x.Piece; p.Lumber != nil {
			one.Piece = &CuringPiece{p.Lumber.ID, given(p.Length), p.Scrap}
		}
		out.Open = append(out.Open, one)
	}
}
