package framing

import (
	"math"
	"slices"
	"sort"

	"homalos/internal/measure"
	"homalos/internal/survey"
	"homalos/internal/wood"
	"homalos/internal/words"
)

// halfWall is a half wall: short studs on the plate, posts down through slots in the
// floor beside joists, a cap. Source: the work, step 6.
type halfWall struct{}

// UsualPosts is how far apart a half wall's posts stand at most: usual, 4 ft (1200 mm).
func UsualPosts(u measure.System) measure.Length {
	return u.Pick(4*measure.Foot, 1200*measure.Millimetre)
}

// UsualLap is how far a post goes down beside its joist, UsualDeck how thick the floor is
// that it goes through, where nothing else is said. Usual: 7 in (180 mm), 3/4 in (20 mm).
func UsualLap(u measure.System) measure.Length {
	return u.Pick(7*measure.Inch, 180*measure.Millimetre)
}

// UsualDeck is the thickness of a floor where nothing else is said.
func UsualDeck(u measure.System) measure.Length {
	return u.Pick(3*measure.Inch/4, 20*measure.Millimetre)
}

// PostPlaces are where the posts of a part stand: each against the side of a joist of
// its run, one by each end and no two farther apart than they may be. None: the run
// has no joist there.
func (w *Wall) PostPlaces(p Part, joists []survey.Joist) [][2]measure.Length {
	var run []survey.Joist
	for _, j := range joists {
		if j.Run == p.Posts.Joists && j.Of == survey.Floor {
			run = append(run, j)
		}
	}
	var sides [][2][2]measure.Length // of each joist: the places on its two sides
	t := w.Lumber.Thickness
	for _, c := range survey.Crossed(run, survey.Floor, w.At(0), w.At(w.Length)) {
		low, high := measure.FromMillimetres(c.Station-c.Half), measure.FromMillimetres(c.Station+c.Half)
		sides = append(sides, [2][2]measure.Length{{low - t, low}, {high, high + t}})
	}
	if len(sides) == 0 {
		return w.postsAlong(p, run)
	}
	slot := 3 * t / 2
	room := func(beside measure.Length) bool { return beside == 0 || beside == t || beside >= t+slot }
	fits := func(s [2]measure.Length) bool { // at the very end, or clear of the end stud
		return room(s[0]-p.From) && room(p.To-s[1]) && w.freeOfOpenings(s)
	}
	var out [][2]measure.Length
	for i := 0; i < len(sides); i++ {
		// towards the start at first, so that the end has its post; then towards the end
		one, other := sides[i][1], sides[i][0]
		if len(out) == 0 {
			one, other = other, one
		}
		if !fits(one) {
			one = other
		}
		if !fits(one) {
			continue
		}
		next := i + 1
		for next < len(sides) && !fits(sides[next][0]) && !fits(sides[next][1]) {
			next++
		}
		if n := len(out); n == 0 || next >= len(sides) || sides[next][1][0]-out[n-1][0] > p.Posts.Every {
			out = append(out, one)
		}
	}
	return out
}

func (w *Wall) freeOfOpenings(s [2]measure.Length) bool {
	return !slices.ContainsFunc(w.Openings, func(o Opening) bool {
		left, right := w.Outer(o)
		return s[0] < right && s[1] > left
	})
}

// postsAlong are the posts of a wall that runs beside a joist: against its side, the
// floor between sawn.
func (w *Wall) postsAlong(p Part, run []survey.Joist) [][2]measure.Length {
	const packed = 13.0 // mm that may be packed between post and joist
	half := w.Lumber.Depth.Millimetres() / 2
	beside := false
	for _, j := range w.slants(run, survey.Floor) {
		near := math.Inf(1)
		for _, s := range []measure.Length{p.From, p.To} {
			off := math.Abs(j.at(s.Millimetres())) - j.half - half
			near = math.Min(near, off)
			if off > packed {
				near = math.Inf(-1)
			}
		}
		beside = beside || near >= -1
	}
	if !beside {
		return nil
	}
	t := w.Lumber.Thickness
	var out [][2]measure.Length
	for _, c := range Spread(p.From, p.To, t/2, p.Posts.Every) {
		if s := [2]measure.Length{c - t/2, c - t/2 + t}; w.freeOfOpenings(s) {
			out = append(out, s)
		}
	}
	return out
}

// Slot is what is sawn out of the floor for a post.
type Slot struct {
	Post     string
	From, To measure.Length // stations
	Deep     measure.Length // across the wall
}

func (halfWall) stand(f *Laid, p Part, found Found) {
	if p.Posts == nil {
		return
	}
	for _, s := range f.Wall.PostPlaces(p, found.Joists) {
		f.standing = slices.DeleteFunc(f.standing, func(u upright) bool {
			if u.kind != wood.Stud {
				return false
			}
			near := u.why == "" && u.from < s[1]+f.rules.slot() && u.to > s[0]-f.rules.slot()
			return near || u.from < s[1] && u.to > s[0]
		})
		f.standing = append(f.standing, stands(wood.Post, s[0], s[1],
			f.rules.Tell(words.BesideAJoist, p.Posts.Joists), -1))
	}
	sortUprights(f.standing)
}

// cutAtPosts takes out of a bottom plate's runs what posts go through.
func (f *Laid) cutAtPosts(runs []piece) []piece {
	for _, u := range f.standing {
		if u.kind != wood.Post {
			continue
		}
		var out []piece
		for _, r := range runs {
			for _, one := range []piece{{r.from, min(r.to, u.from)}, {max(r.from, u.to), r.to}} {
				if one.to > one.from {
					out = append(out, one)
				}
			}
		}
		runs = out
	}
	return runs
}

// downLines add what a post has below the floor.
func (f *framer) downLines(m *Member, p Part) {
	m.Down = p.Posts.Deck + p.Posts.Lap
	m.Sum = append(m.Sum, Line{What: f.rules.Tell(words.ThroughTheDeck), Value: p.Posts.Deck},
		Line{What: f.rules.Tell(words.LapBesideTheJoist, p.Posts.Joists), Value: p.Posts.Lap})
	m.Base -= (m.Down + stack(f.Wall.Bottom)).Millimetres()
}

func (halfWall) lie(*framer, Part, Found) {}

func (halfWall) check(f *framer, p Part, found Found) {
	f.checkOwnHeight(p)
	if p.Cross != 0 {
		f.find(Note, "cap-falls", p.From+(p.To-p.From)/2, nil,
			f.rules.Tell(words.CapFalls, Degrees(p.Cross), p.Falls()), f.rules.Tell(words.CapFallsWhere))
	}
	if p.Posts == nil {
		f.find(Warn, "half-wall-without-posts", p.From+(p.To-p.From)/2, nil,
			f.rules.Tell(words.NothingHoldsItUpright), f.rules.Tell(words.GiveItPosts))
		return
	}
	var posts []*Member
	for i := range f.Members {
		if m := &f.Members[i]; m.Kind == wood.Post && m.From >= p.From && m.To <= p.To {
			posts = append(posts, m)
		}
	}
	sort.SliceStable(posts, func(i, k int) bool { return posts[i].From < posts[k].From })
	if len(posts) == 0 {
		f.find(Stop, "no-joist-for-post", p.From, f.hangOnTop(p),
			f.rules.Tell(words.NoJoistForAPost, p.Posts.Joists), f.rules.Tell(words.MovePostsOrNameOthers))
		return
	}
	last := p.From
	for i := 0; i <= len(posts); i++ {
		to := p.To
		if i < len(posts) {
			to = posts[i].From
		}
		if (i == 0 || i == len(posts)) && to-last > p.Posts.Every/2 || to-last > p.Posts.Every+f.Wall.Lumber.Thickness {
			if !f.heldThere(last) && i == 0 || !f.heldThere(to) && i == len(posts) || i > 0 && i < len(posts) {
				f.find(Warn, "posts-far-apart", last+(to-last)/2, nil,
					f.rules.Tell(words.NoPostBetween, last, to), f.rules.Tell(words.LetInABlockForAPost))
			}
		}
		if i < len(posts) {
			last = posts[i].To
		}
	}
	for _, m := range posts {
		f.Slots = append(f.Slots, Slot{Post: m.ID, From: m.From, To: m.To, Deep: f.Wall.Lumber.Depth})
		f.checkSlotInFloor(m, found)
	}
	f.find(Note, "slots-open-the-floor", posts[0].From, idsOf(posts),
		f.rules.Tell(words.SlotsOpenTheFloor, len(posts)), f.rules.Tell(words.CloseRoundThePosts))
}

// heldThere says whether the wall ends at something that holds it there.
func (f *framer) heldThere(at measure.Length) bool {
	return at == 0 && f.Wall.Start.Name != "" || at == f.Wall.Length && f.Wall.Stop.Name != ""
}

// checkSlotInFloor: nothing is sawn where something is hidden in the floor.
func (f *framer) checkSlotInFloor(m *Member, found Found) {
	for _, h := range found.Hidden {
		if h.In != "floor" {
			continue
		}
		o := Obstruction{ID: h.ID, Kind: h.Kind, From: h.From, To: h.To, Width: h.Band, Rises: true}
		if from, to, ok := f.Wall.meets(o); ok && from < m.To && to > m.From {
			f.find(Stop, "slot-over-find", m.From, []string{m.ID},
				f.rules.Tell(words.SlotOverAFind, m.ID, o.name()), f.rules.Tell(words.MovePostsOrIsolate))
		}
	}
}

func idsOf(all []*Member) (out []string) {
	for _, m := range all {
		out = append(out, m.ID)
	}
	return out
}
