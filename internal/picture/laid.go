package picture

import (
	"homalos/internal/job"
	"homalos/internal/site"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Laid is where a wall would lie, before it is placed.
type Laid struct {
	RoomLine
	Said   string `json:"said" doc:"How it is placed."`
	Length string `json:"length" doc:"As it is read out."`
	XSide  string `json:"xSide" doc:"Which side its framing stands on, seen from which end."`
}

// LaidIn lays one wall of a document. The error is a job.Faults.
func LaidIn(m *work.Memory, d job.Document, wall string) (Laid, error) {
	s, faults := m.Of(site.Bare(d))
	if faults != nil {
		return Laid{}, faults
	}
	for _, w := range s.Walls {
		if w.ID != wall {
			continue
		}
		side := "left"
		if w.Right {
			side = "right"
		}
		out := Laid{RoomLine: lineOf(w), Said: s.Rules.Tell(words.ByItsTwoEnds), Length: s.Rules.Units.Say(w.Length, s.Rules.Mark/2), XSide: s.Rules.Tell(words.XOnTheSide, side, w.EndName(false))}
		if l := s.Lines[wall]; l != nil {
			out.Said = s.RelationSaid(*l.Doc.Line)
		}
		return out, nil
	}
	return Laid{}, job.Faults{{Path: "walls", Text: "it can't be placed"}}
}
