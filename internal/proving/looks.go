package proving

import (
	"fmt"

	"slices"
	"strings"

	"homalos/internal/framing"
	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// looks asks for what is looked at, counted and photographed.
func (a *asker) looks() {
	w := a.w.Wall
	for k, free := range a.free() {
		if free {
			at := []measure.Length{0, w.Length}[k]
			a.ask(Ask{At: at, High: 1, Text: a.tell(words.AskShakeFree, a.end(k == 1))}, Shake, Look,
				[]string{"start", "end"}[k])
		}
	}
	for k, p := range w.AllParts() {
		if p.Free() {
			a.ask(Ask{At: p.From + (p.To-p.From)/2, High: 1, Text: a.tell(words.AskShakeTop)}, Shake, Look,
				fmt.Sprintf("top%d", k+1))
		}
		if p.Posts != nil && len(a.w.Slots) > 0 {
			a.ask(Ask{At: p.From, To: p.To, First: true,
				Text: a.tell(words.AskPosts, len(a.w.Slots),
					p.Posts.Lap)}, Fixings, Look, fmt.Sprintf("posts%d", k+1))
		}
	}
	for _, m := range a.w.Meetings {
		if e := m.Existing; e != nil && (e.Material == "masonry" || e.Material == "unknown") {
			a.ask(Ask{At: m.Station(), High: .6, Text: a.tell(words.AskShakeOld, a.end(m.Stop), e.ID)}, Shake,
				Look, m.End())
		}
	}
	n := 0
	for _, x := range a.w.Members {
		if x.Known {
			n++
		}
	}
	a.ask(Ask{Count: n, At: w.Length / 2, High: .2, Text: a.tell(words.AskCount)}, Count, Number, "")
	for _, e := range []struct {
		end  framing.End
		at   measure.Length
		name string
	}{{w.Start, 0, "start"}, {w.Stop, w.Length, "end"}} {
		if e.end.Blocks && e.end.Bevel != 0 {
			a.ask(Ask{At: e.at, High: .5, First: true,
				Text: a.tell(words.AskTestCut, a.end(e.name == "end"), e.end.Bevel)}, Flush, Look, "test-cut."+e.name)
		}
	}
	if b := w.Behind; b != nil && len(a.w.TiedBack) > 0 {
		a.ask(Ask{At: 0, To: w.Length, High: .5, First: true,
			Text: a.tell(words.AskTies, len(a.w.TiedBack), b.Of)}, Fixings, Look, "ties")
	}
	for _, b := range w.Beams {
		a.ask(Ask{At: b.From, To: b.To, High: .95, First: true, Text: a.tell(words.AskBeam, b.ID, b.Entry.By)},
			Bearing, Look, "beam."+b.ID)
		a.ask(Ask{At: b.From, High: .9, First: true, Text: a.tell(words.AskPhotoBeam, b.ID)}, Hidden, Photo,
			"beam."+b.ID)
	}
	if w.Hung != nil {
		a.ask(Ask{At: w.Length / 4, To: w.Length * 3 / 4, First: true,
			Text: a.tell(words.AskFixingsAbove, a.w.Against[survey.Ceiling].Count)}, Fixings, Look, "")
	} else if len(a.w.Against) == 2 {
		a.ask(Ask{At: w.Length / 4, To: w.Length * 3 / 4, First: true,
			Text: a.tell(words.AskFixings, a.w.Against[survey.Floor].Count,
				a.w.Against[survey.Ceiling].Count)}, Fixings, Look, "")
	}
	a.backing()
	a.hidden()
	a.inspector()
}

// free says of each end whether nothing stands there.
func (a *asker) free() (out [2]bool) {
	if a.w.Wall.Gauged != nil {
		return out // its pocket holds it at both sides
	}
	out = [2]bool{true, true}
	for _, m := range a.w.Meetings {
		if m.Stop {
			out[1] = false
		} else {
			out[0] = false
		}
	}
	for _, j := range a.w.Joined {
		switch a.w.Wall.Corner(j.Join, a.r.Rules) {
		case -1:
			out[0] = false
		case 1:
			out[1] = false
		}
	}
	return out
}

// backing asks for wood behind every edge of the boards, as they are laid out.
func (a *asker) backing() {
	u := a.r.Rules.Units
	for _, f := range a.w.Faces {
		name, face := "left", words.FaceSnapped
		if f.Back {
			name, face = "back", words.FaceBack
		}
		var edges, seams []measure.Length
		for _, p := range f.Pieces {
			edges = append(edges, p.From, p.To)
			if p.Row > 0 {
				seams = append(seams, p.Low)
			}
		}
		for _, at := range distinct(edges) {
			a.ask(Ask{At: at, High: .5, First: true, Text: a.tell(words.AskEdge, a.tell(face), at)}, Backing,
				Look, name+"."+about(u, at))
		}
		for _, up := range distinct(seams) {
			high := .5
			if gap, known := a.gap(a.w.Wall.Length / 2); known && gap > 0 {
				high = min(1, up.Millimetres()/gap.Millimetres())
			}
			a.ask(Ask{At: 0, To: a.w.Wall.Length, High: high, First: true,
				Text: a.tell(words.AskSeam, a.tell(face), up)}, Backing, Look, name+".seam."+about(u, up))
		}
	}
}

// about names a place by its inch, or its 25 mm: what moves by a hair keeps its name, and
// what was said of it.
func about(u measure.System, at measure.Length) string {
	return u.Write(at.Nearest(u.Pick(measure.Inch, 25*measure.Millimetre)))
}

func distinct(all []measure.Length) []measure.Length {
	slices.Sort(all)
	return slices.Compact(all)
}

// hidden asks for a photo of what boards will hide.
func (a *asker) hidden() {
	w := a.w.Wall
	a.ask(Ask{At: w.Length / 2, High: .5, First: true, Text: a.tell(words.AskPhotoOpen)}, Hidden, Photo, "")
	for _, c := range a.w.Crossed {
		a.ask(Ask{At: c.At, High: .9, First: true, Text: a.tell(words.AskPhotoThrough, c.At,
			strings.Join(c.Things, ", "))}, Hidden, Photo, "through."+c.Thing)
	}
	for _, at := range a.holes() {
		a.ask(Ask{At: at, High: .4, First: true, Text: a.tell(words.AskPhotoBored, at)}, Hidden, Photo,
			"bored."+about(a.r.Rules.Units, at))
	}
	for _, b := range a.w.Bears {
		for _, o := range w.Openings {
			if o.ID == b.Opening {
				a.ask(Ask{At: o.Left(), To: o.Right(), High: .9, First: true,
					Text: a.tell(words.AskBearing, o.ID, b.Entry.By, b.Entry.Paper)}, Bearing, Look, o.ID)
				a.ask(Ask{At: o.Centre, High: .9, First: true, Text: a.tell(words.AskPhotoBearing, o.ID)},
					Hidden, Photo, "bearing."+o.ID)
			}
		}
	}
}

// holes are where wood is bored, one for each run of them: about a bay apart.
func (a *asker) holes() (out []measure.Length) {
	var all []measure.Length
	for _, h := range a.w.Bored.Holes {
		if m, _ := a.r.Member(h.Member); m != nil {
			all = append(all, m.From+(m.To-m.From)/2)
		}
	}
	for _, at := range distinct(all) {
		if n := len(out); n == 0 || at-out[n-1] > a.r.Spacing*3/2 {
			out = append(out, at)
		}
	}
	return out
}

// inspector asks for the word of who must see a wall open: where one is waited for, or
// where something carries or closes against fire.
func (a *asker) inspector() {
	who, asked := a.tell(words.TheInspector), false
	for _, x := range a.r.Schedule.Waits {
		if x.For == "inspection" && (x.Wall == "" || x.Wall == a.w.Wall.ID) {
			asked = true
			if x.Who != "" {
				who = x.Who
			}
		}
	}
	sees := []string{}
	for _, b := range a.w.Bears {
		sees = append(sees, a.tell(words.SeesBearing, b.Opening, b.Entry.By))
	}
	if slices.ContainsFunc(a.w.Members, func(m framing.Member) bool { return m.Kind == wood.FireBlock }) {
		sees = append(sees, a.tell(words.SeesFire))
	}
	if !asked && len(sees) == 0 {
		return
	}
	if len(a.w.Bored.Holes) > 0 {
		sees = append(sees, a.tell(words.SeesBored))
	}
	sees = append(sees, a.tell(words.SeesFastened))
	a.ask(Ask{At: a.w.Wall.Length / 2, High: .6, First: true,
		Text: a.tell(words.AskInspector, who, strings.Join(sees, ", "))}, Inspector, Look, "")
}
