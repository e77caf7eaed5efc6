package site

import (
	"errors"

	"homalos/internal/line"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/words"
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

// linesWrong are the words of why a line can't be.
var linesWrong = [line.Whys]words.Code{
	line.MarksAreOne: words.MarksAreOne, line.NoLength: words.FaceHasNoLength, line.NoSuchWay: words.NoWayToPlaceALine,
	line.DontFace: words.DontFaceEachOther, line.OpenAway: words.OpenAwayFromEachOther, line.NotInRoom: words.NoPartInsideTheRoom,
	line.StopBeforeStart: words.LiesBeyondAlongIt, line.TooLong: words.LongerThanTheRoom, line.NothingLeft: words.NothingLeftBetweenEnds,
	line.LeavesAtStart: words.LeavesRoomAtStart, line.LeavesAtEnd: words.LeavesRoomAtEnd, line.RunsAlong: words.RunsAlongNeverMeets,
}

// WrongSaid is why a line can't be, as one would say it.
func (s *Site) WrongSaid(err error) string {
	var w line.Wrong
	if !errors.As(err, &w) {
		return err.Error()
	}
	switch w.Why {
	case line.TooLong:
		return s.Rules.Tell(linesWrong[w.Why], words.MM(w.By))
	default:
		return s.Rules.Tell(linesWrong[w.Why], w.Of, w.And, w.By)
	}
}

// slips are the words of how a reading was likely misread.
var slips = [survey.Misreadings]words.Code{
	survey.BurntInch: words.SlipBurntInch, survey.BurntTen: words.SlipBurntTen, survey.FootMisread: words.SlipFoot,
	survey.BurntCentimetre: words.SlipBurntCentimetre, survey.HundredMisread: words.SlipHundred, survey.MetreMisread: words.SlipMetre,
	survey.WrongSign: words.SlipSign, survey.SixForNine: words.SlipSixForNine, survey.DigitsSwapped: words.SlipDigitsSwapped,
	survey.BevelsOtherLeg: words.SlipOtherLeg, survey.Complement: words.SlipComplement, survey.OtherSide: words.SlipOtherSide,
	survey.TenDegrees: words.SlipTenDegrees,
}

// SlipSaid is how a reading was likely misread, as one would say it.
func (s *Site) SlipSaid(k survey.Misreading) string { return s.Rules.Tell(slips[k]) }
