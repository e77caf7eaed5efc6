package plan

import (
	"homalos/internal/remedy"
	"homalos/internal/words"
)

// Remedy is what becomes of a piece that was cut and isn't what it should be.
type Remedy struct {
	Member string `json:"member"`
	Wall   string `json:"wall,omitempty" doc:"Left out: the piece is gone."`
	Lumber string `json:"lumber"`
	Was    string `json:"was" doc:"What it was cut to, or came out at."`
	Now    string `json:"now,omitempty" doc:"What it should be; left out where no such piece is there any more."`
	Do     string `json:"do" enum:"fits,trim,shim,reuse,recut,spare"`
	By     string `json:"by,omitempty" doc:"Their difference, without a sign; of reuse, from what it becomes."`
	As     string `json:"as,omitempty" doc:"Of reuse: the piece that it becomes."`
	Stands bool   `json:"stands,omitempty" doc:"It stands in its wall."`
	Text   string `json:"text"`
}

// writeRemedies writes what becomes of pieces that were cut.
func (s *writer) writeRemedies(p *Plan) {
	p.Remedies, p.Fixable = []Remedy{}, nil
	u, tell := s.Rules.Units, s.Rules.Tell
	for _, r := range remedy.Of(s.Result, p.Saw, remedy.Limits{Accept: s.Accept, Shim: s.Site.Shim, Over: s.Site.Alike}) {
		if r.Do == remedy.Fits && r.By == 0 {
			continue
		}
		p.Fixable = append(p.Fixable, r)
		one := Remedy{Member: r.Member, Wall: r.Wall, Lumber: r.Lumber, Was: u.Write(r.Was), Do: string(r.Do), As: r.As, Stands: r.Stands}
		if r.Now > 0 {
			one.Now = u.Write(r.Now)
		}
		if r.By > 0 {
			one.By = u.Write(r.By)
		}
		code := map[remedy.Do]words.Code{
			remedy.Fits: words.StillFits, remedy.Trim: words.TrimIt, remedy.Shim: words.ShimIt, remedy.Reuse: words.ReuseIt, remedy.Recut: words.RecutIt, remedy.Spare: words.SpareIt,
		}[r.Do]
		one.Text = tell(code, words.Fine(r.Was), words.Fine(r.Now), words.Fine(r.By))
		if r.Do == remedy.Reuse {
			one.Text = tell(code, words.Fine(r.Was), r.As)
		}
		p.Remedies = append(p.Remedies, one)
	}
}
