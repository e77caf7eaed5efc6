package site

import (
	"fmt"

	"homalos/internal/framing"
)

// setPosts looks whether the posts of half walls find their joists, once both are
// placed.
func (r *resolver) setPosts() {
	if len(r.faults) > 0 {
		return // what they would stand beside may have faults of its own
	}
	for i, w := range r.Doc.Walls {
		wall := r.wallOf[w.ID]
		if wall == nil {
			continue
		}
		path := fmt.Sprintf("walls[%d]", i)
		for _, p := range wall.AllParts() {
			if p.Posts == nil {
				continue
			}
			at := path
			for k, s := range w.Stretches {
				if from, err := s.From.In(r.Doc.Units); err == nil && from == p.From {
					at = fmt.Sprintf("%s.stretches[%d]", path, k)
				}
			}
			r.posts(at+".posts.joists", wall, p)
		}
	}
}

func (r *resolver) posts(path string, wall *framing.Wall, p framing.Part) {
	of := ""
	if r.Doc.Survey != nil {
		for _, j := range r.Doc.Survey.Joists {
			if j.ID == p.Posts.Joists {
				of = j.Of
			}
		}
	}
	switch {
	case of == "":
		r.faults.Add(path, "%q is no run of joists: read them first, or name one that is", p.Posts.Joists)
	case of != "floor":
		r.faults.Add(path, "%q is a run of the ceiling: a half wall's posts stand beside floor joists",
			p.Posts.Joists)
	case len(wall.PostPlaces(p, r.JoistList)) == 0:
		r.faults.Add(path, "no joist of %q lies where a post could stand in it: name the run under it, move the wall, or read its joists again", p.Posts.Joists)
	}
}
