package plan

import (
	"strings"

	"homalos/internal/closing"
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Closing is what closes an opening that is there.
type Closing struct {
	ID       string       `json:"id" doc:"The opening's."`
	In       string       `json:"in" doc:"The wall that is there."`
	What     string       `json:"what"`
	Width    string       `json:"width,omitempty" doc:"The smallest that was gauged."`
	Height   string       `json:"height,omitempty" doc:"The smallest, from what its plate stands on."`
	Play     string       `json:"play,omitempty" doc:"The most that is left to pack at its sides."`
	Over     string       `json:"over,omitempty" doc:"The most that is left to pack over it."`
	Strip    *Strip       `json:"strip,omitempty"`
	Members  []Member     `json:"members" nullable:"false"`
	Findings []Finding    `json:"findings" nullable:"false"`
	Edges    []EdgeChoice `json:"edges" nullable:"false" doc:"Both ways of backing the boards' edges; none before it is gauged."`
	Steps    []string     `json:"steps" nullable:"false" doc:"The order of the work."`
}

// Strip is the floor finish that is cut out under a closing's plate.
type Strip struct {
	Long string `json:"long"`
	Wide string `json:"wide"`
	Deep string `json:"deep"`
}

// EdgeChoice is one way of backing a closing's board edges, and what it leaves for
// the insulation.
type EdgeChoice struct {
	Edges   string   `json:"edges" enum:"nailers,blocks"`
	Chosen  bool     `json:"chosen"`
	Bays    []string `json:"bays" nullable:"false" doc:"Clear widths, from its first side."`
	Common  int      `json:"common" doc:"Bays as wide as a common one: the insulation goes in as it comes."`
	ByHand  int      `json:"byHand" doc:"Bays whose insulation is cut to width."`
	Notched int      `json:"notched" doc:"Blocks that the insulation is notched round."`
	Wood    string   `json:"wood" doc:"Of its pieces, end to end."`
	Said    string   `json:"said"`
}

func (s *writer) writeClosing(c *work.Closing) Closing {
	u, f := s.Rules.Units, c.Filled
	out := Closing{ID: c.ID, In: c.In.ID, What: c.In.Openings[c.Which].What, Members: []Member{}, Findings: []Finding{}, Edges: []EdgeChoice{}, Steps: c.Steps}
	given := func(to *string, l measure.Length) {
		if l > 0 {
			*to = u.Write(l)
		}
	}
	given(&out.Width, f.Width)
	given(&out.Height, f.Height)
	if f.Width > 0 {
		given(&out.Play, f.Play)
	}
	given(&out.Over, f.Over)
	if c.Strip > 0 && f.Width > 0 {
		out.Strip = &Strip{u.Write(f.Width), u.Write(c.Lumber.Depth), u.Write(c.Strip)}
	}
	for _, m := range c.Members {
		out.Members = append(out.Members, s.writeMember(c.Wall, m))
	}
	for _, x := range c.Findings {
		one := s.writeFinding(x)
		one.Wall = c.ID
		out.Findings = append(out.Findings, one)
	}
	for _, x := range f.Choices {
		out.Edges = append(out.Edges, s.writeEdges(x, c.Edges))
	}
	return out
}

// writeEdges writes one way of backing the edges, and says what it leaves.
func (s *writer) writeEdges(c closing.Choice, chosen closing.Edges) EdgeChoice {
	out := EdgeChoice{Edges: string(c.Edges), Chosen: c.Edges == chosen, Bays: []string{}, Common: c.Common, ByHand: c.CutByHand(), Notched: c.Notched, Wood: s.Rules.Units.Write(c.Wood)}
	var said []string
	for _, b := range c.Bays {
		out.Bays = append(out.Bays, s.Rules.Units.Write(b))
		said = append(said, s.Say(b))
	}
	code := words.NailersLeave
	if c.Edges == closing.Blocks {
		code = words.BlocksLeave
	}
	out.Said = s.Rules.Tell(code, strings.Join(said, ", "), c.Common, c.CutByHand(), c.Notched)
	return out
}
