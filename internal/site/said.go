package site

import (
	"homalos/internal/measure"
)

// Say is a length as it is read out, to the mark.
func (s *Site) Say(l measure.Length) string { return s.Rules.Units.Say(l, s.Rules.Mark) }

// SayMM is a length in millimetres as it is read out, to half a mark.
func (s *Site) SayMM(mm float64) string {
	return s.Rules.Units.Say(s.Rules.Units.Estimate(mm), s.Rules.Mark/2)
}

// WriteMM is a length in millimetres as it is written, to half a mark.
func (s *Site) WriteMM(mm float64) string {
	return s.Rules.Units.Write(s.Rules.Units.Estimate(mm).Nearest(s.Rules.Mark / 2))
}
