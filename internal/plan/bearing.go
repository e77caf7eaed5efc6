package plan

import (
	"homalos/internal/measure"
	"homalos/internal/words"
	"homalos/internal/work"
)

// writeBearing writes what follows from what engineers named.
func (s *writer) writeBearing(out *Wall, w *work.Wall) {
	u, tell := s.Rules.Units, s.Rules.Tell
	for _, b := range w.Bears {
		one := Bears{Opening: b.Opening, Length: u.Write(b.Long), Path: []Link{}}
		e := b.Entry
		switch {
		case e.Steel != "":
			one.Header = tell(words.SteelNamed, e.Steel, b.Height)
		case e.Lumber != nil:
			one.Header = tell(words.PliesNamed, e.Plies, e.Lumber.ID, b.Height)
		default:
			one.Header = tell(words.DepthNamed, e.Plies, b.Height)
		}
		if b.Packing > 0 {
			one.Packing = u.Write(b.Packing)
		}
		switch {
		case !b.Known:
			one.Plates = tell(words.PlatesNotKnown)
		case b.Room >= w.Wall.Lumber.Thickness:
			one.Plates = tell(words.PlatesRunOver, b.Room)
		case b.Room > -measure.Millimetre/10:
			one.Plates = tell(words.PlatesLieOn, max(b.Room, 0))
		default:
			one.Plates = tell(words.LowestPlateStops, -b.Room)
		}
		for _, l := range b.Path {
			one.Path = append(one.Path, Link{l.Key, l.What, l.There})
		}
		out.Bearing = append(out.Bearing, one)
	}
}
