package advise

import (
	"fmt"
	"slices"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/words"
)

// ForFinding are the fixes that a finding of a wall is cured by at a touch.
func (a *Advised) ForFinding(wall string, f framing.Finding) []Fix {
	return a.cures[cured(wall, f)]
}

// cured is what the fixes of a finding are kept by.
func cured(wall string, f framing.Finding) [3]string {
	if f.Run > 0 {
		return [3]string{wall, f.Code, fmt.Sprint("run ", f.Run)}
	}
	return [3]string{wall, f.Code, f.Opening}
}

// cure offers a fix of a finding; it stands with the finding.
func (a *adviser) cure(f framing.Finding, id, text string, do func(o *job.Opening)) {
	to, wall := &Advice{}, a.w.Wall.ID
	a.offerAll(to, id+"-"+f.Opening, text, func(d *job.Document) {
		if o := openingIn(d, wall, f.Opening); o != nil {
			do(o)
		}
	})
	key := cured(a.w.Wall.ID, f)
	a.cures[key] = append(a.cures[key], to.Fixes...)
}

// openingIn finds an opening of a new wall; or one that is cut into a wall that is
// there, which goes by its own name.
func openingIn(d *job.Document, wall, opening string) *job.Opening {
	if w := job.WallIn(d, wall); w != nil {
		for i := range w.Openings {
			if w.Openings[i].ID == opening {
				return &w.Openings[i]
			}
		}
	}
	if d.Survey == nil || wall != opening {
		return nil
	}
	for _, e := range d.Survey.Walls {
		for i := range e.Cuts {
			if e.Cuts[i].Opening.ID == opening {
				return &e.Cuts[i].Opening
			}
		}
	}
	return nil
}

// openings offers what cures the findings of its openings: only what does.
func (a *adviser) openings() {
	u, tell := a.Rules.Units, a.Rules.Tell
	for _, f := range a.w.Findings {
		i := slices.IndexFunc(a.w.Wall.Openings, func(o framing.Opening) bool { return o.ID == f.Opening })
		if f.Opening == "" || i < 0 {
			continue
		}
		o := a.w.Wall.Openings[i]
		switch f.Code {
		case "too-narrow", "jacks-in-width":
			other := o
			other.Width = o.Usual
			if a.fits(other, o.Centre) {
				a.cure(f, "usual-width", tell(words.TakeTheUsualWidth, o.Usual), func(o *job.Opening) {
					rough := job.Size{}
					if o.Rough != nil {
						rough = *o.Rough
					}
					rough.Width = job.Exactly(other.Width, u)
					o.Rough = &rough
				})
			}
		case "bearing-short":
			t := a.w.Wall.Lumber.Thickness
			need := int((o.Engineer.Each + t - 1) / t)
			other := o
			other.Jacks = need
			if need <= 3 && a.fits(other, o.Centre) {
				a.cure(f, "jacks", tell(words.TakeSoManyJacks, need), func(o *job.Opening) { o.Jacks = need })
			}
		case "mismatch":
			a.lineUp(f, o)
		case "swing-hits", "knob-hits":
			a.rehang(f, o)
		case "slider-no-room":
			a.slideOtherWay(f, o)
		case "casing-at-corner", "casing-at-far-corner":
			a.offCorner(f, o, f.Code != "casing-at-corner")
		}
	}
}

// lineUp offers the sides and the underside of the opening that one is to line up
// with.
func (a *adviser) lineUp(f framing.Finding, o framing.Opening) {
	for _, m := range a.w.Matched {
		other := o
		other.Width = m.Width
		if m.Of != o.ID || m.Width <= 0 || m.Height <= 0 || !a.fits(other, m.Centre) {
			continue
		}
		u := a.Rules.Units
		a.cure(f, "line-up", a.Rules.Tell(words.TakeItsSides, m.Opening, m.Best), func(o *job.Opening) {
			o.Centre = job.Exactly(m.Centre, u)
			o.Rough = &job.Size{Width: job.Exactly(m.Width, u), Height: job.Exactly(m.Height, u)}
		})
	}
}

// rehang offers each other way of hanging a leaf that opens it all the way.
func (a *adviser) rehang(f framing.Finding, o framing.Opening) {
	names := map[string]words.Code{"left": words.HingesAtLeft, "right": words.HingesAtRight}
	ways := map[string]words.Code{"in": words.SwingsIn, "out": words.SwingsOut}
	for _, hand := range []string{"left", "right"} {
		for _, swing := range []string{"in", "out"} {
			if o.Kind == framing.Double && hand != "left" || hand == o.Hand && swing == o.Swing {
				continue
			}
			if s, ok := a.Swings(a.w.Wall, o, hand, swing); !ok || s.Degrees < 90 {
				continue
			}
			text := a.Rules.Tell(words.HangIt, a.Rules.Tell(names[hand]), a.Rules.Tell(ways[swing]))
			if o.Kind == framing.Double {
				text = a.Rules.Tell(words.LetThemSwing, a.Rules.Tell(ways[swing]))
			}
			a.cure(f, "hang-"+hand+"-"+swing, text, func(o *job.Opening) { o.Hand, o.Swing = hand, swing })
		}
	}
}

// slideOtherWay offers the other side to a top-hung leaf, where it has room there.
func (a *adviser) slideOtherWay(f framing.Finding, o framing.Opening) {
	low, high := a.w.FreeBeside(o)
	for hand, room := range map[string]measure.Length{"left": o.Left() - low, "right": high - o.Right()} {
		if hand != o.Hand && room >= o.Leaf {
			a.cure(f, "slide-"+hand, a.Rules.Tell(words.LetItGo, hand), func(o *job.Opening) { o.Hand = hand })
		}
	}
}

// offCorner offers to move an opening as far as its casing wants.
func (a *adviser) offCorner(f framing.Finding, o framing.Opening, far bool) {
	by := a.w.CasingWants(a.Rules, o, far)
	if far {
		by = -by
	}
	centre := o.Centre + by
	other := o
	other.Centre = centre
	if a.fits(o, centre) && a.w.CasingWants(a.Rules, other, false) == 0 && a.w.CasingWants(a.Rules, other, true) == 0 {
		a.cure(f, "off-corner", a.Rules.Tell(words.MoveItBy, o.ID, by.Abs(), a.w.Wall.EndName(by > 0)), func(o *job.Opening) { o.Centre = job.Exactly(centre, a.Rules.Units) })
	}
}
