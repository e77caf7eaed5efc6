package picture

import (
	"homalos/internal/framing"
	"homalos/internal/survey"
	"homalos/internal/words"
)

// tops draws what of a wall isn't plain: its stretches, and the joists that posts stand
// beside.
func (s *drawer) tops(f *framing.Framed, d *Drawing) {
	w := f.Wall
	in, out, _ := w.LayLayers()
	for _, l := range in {
		d.Layers = append(d.Layers, DrawnLayer{l.What, -l.To.Millimetres(), -l.From.Millimetres()})
	}
	for _, l := range out {
		d.Layers = append(d.Layers, DrawnLayer{l.What, (w.Lumber.Depth + l.From).Millimetres(), (w.Lumber.Depth + l.To).Millimetres()})
	}
	if !w.Special() {
		return
	}
	tell := s.Rules.Tell
	for _, p := range w.AllParts() {
		one := DrawnTop{From: p.From.Millimetres(), To: p.To.Millimetres(), Kind: string(p.Kind), Free: p.Free()}
		switch {
		case p.Kind == framing.Half:
			one.Said = tell(words.HalfWallSaid, p.Height)
		case p.Kind == framing.Infill:
			one.Said = tell(words.InfillSaid, p.Height)
		case p.Kind == framing.Raked:
			one.Said = tell(words.RakedSaid, framing.Degrees(p.Rise))
		case p.Kind == framing.FreeTop:
			one.Said = tell(words.FreeTopSaid)
		case p.OwnHeight():
			one.Said = tell(words.OwnHeightSaid, p.Height)
		default:
			one.Said = tell(words.ToTheCeilingSaid)
		}
		d.Tops = append(d.Tops, one)
	}
	if len(f.Slots) == 0 {
		return
	}
	for _, c := range survey.Crossed(s.JoistList, survey.Floor, w.At(0), w.At(w.Length)) {
		d.Crossed = append(d.Crossed, CrossedJoist{Of: "floor", From: c.Station - c.Half, To: c.Station + c.Half})
	}
}
