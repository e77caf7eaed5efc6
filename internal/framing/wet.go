package framing

import (
	"homalos/internal/measure"
	"homalos/internal/words"
)

// Wet is what a wall behind a shower or a bath wants.
type Wet struct {
	Is     bool
	Valve  measure.Length // station of the valve's middle; 0: none
	Window string         // none, covered, stays; "": not answered
}

// UsualWet is how far apart studs stand behind tiles: usual, 12 in (300 mm); the bay of
// its valve is as wide.
func UsualWet(u measure.System) measure.Length {
	return u.Pick(12*measure.Inch, 300*measure.Millimetre)
}

// wetWall is a wall behind a shower or a bath, whatever its kind. Source: the work,
// step 6.
type wetWall struct{}

func (wetWall) stand(*Laid, Part, Found) {}

func (wetWall) lie(*framer, Part, Found) {}

func (wetWall) check(f *framer, _ Part, _ Found) {
	w, tell := f.Wall, f.rules.Tell
	if w.Wet.Window == "" {
		f.find(Warn, "window-asked", w.Length/2, nil, tell(words.IsThereAWindowBehind), tell(words.AnswerTheWindow))
	}
	if w.Wet.Window == "covered" {
		f.find(Note, "window-covered", w.Length/2, nil, tell(words.WindowIsCovered), tell(words.HowAWindowIsCovered))
	}
	if most := UsualWet(f.rules.Units); w.Layout.Spacing > most && !w.Layout.Equal {
		f.find(Note, "wet-spacing", w.Length/2, nil, tell(words.StudsFarForTiles, w.Layout.Spacing, most), tell(words.CloserOrStifferBoard))
	}
	for _, h := range f.Hang(f.rules) {
		if len(h.Misses) > 0 {
			lie := words.SheetsStanding
			if h.Lying {
				lie = words.SheetsLying
			}
			f.find(Note, "wet-sheets", h.Misses[0], nil, tell(words.SheetEdgesMissWood, tell(lie), len(h.Misses), h.Misses[0]), tell(words.HangThemTheOtherWay))
		}
	}
}
