package job

import (
	"net/url"
	"reflect"
	"slices"
)

// part writes the parts of a job as a path; ids may hold any letter.
func part(names ...string) []string {
	out := ""
	for i, n := range names {
		if i > 0 {
			out += "/"
		}
		out += url.PathEscape(n)
	}
	return []string{out}
}

func unescaped(name string) string {
	if plain, err := url.PathUnescape(name); err == nil {
		return plain
	}
	return name
}

// put gives the entry of this id anew, or adds it at its place or as the last.
func put[T any](list *[]T, id func(*T) *string, one T, at *int) (was *T, index int) {
	i := find(*list, id, *id(&one))
	if i >= 0 {
		old := (*list)[i]
		(*list)[i] = one
		return &old, i
	}
	i = len(*list)
	if at != nil {
		i = min(max(*at, 0), i)
	}
	*list = slices.Insert(*list, i, one)
	return nil, i
}

func find[T any](list []T, id func(*T) *string, key string) int {
	for i := range list {
		if *id(&list[i]) == key {
			return i
		}
	}
	return -1
}

// take takes the entry of this id out; at is where it stood.
func take[T any](list *[]T, id func(*T) *string, key string) (was *T, at *int) {
	i := find(*list, id, key)
	if i < 0 {
		return nil, nil
	}
	old := (*list)[i]
	if *list = slices.Delete(*list, i, i+1); len(*list) == 0 {
		*list = nil
	}
	return &old, &i
}

func missing(faults *Faults, path, what, id string) Act {
	faults.Add(path, "no %s is called %q: it may have been taken out meanwhile", what, shorten(id))
	return nil
}

func wallID(w *Wall) *string       { return &w.ID }
func openingID(o *Opening) *string { return &o.ID }
func lumberID(l *Lumber) *string   { return &l.ID }
func readingID(r *Reading) *string { return &r.ID }
func tieID(t *Tie) *string         { return &t.ID }
func cutID(c *Cut) *string         { return &c.ID }
func cullID(c *Cull) *string       { return &c.ID }
func stoodID(s *Stand) *string     { return &s.ID }

// added adds a line, once: the very same again changes nothing, another of
// its id is a fault.
func added[T any](list *[]T, id func(*T) *string, one T, at *int, path, what string, faults *Faults) bool {
	key := *id(&one)
	if i := find(*list, id, key); i >= 0 {
		if !Equal((*list)[i], one) {
			faults.Add(path+".id", "there is another %s called %q: %ss are only added, so correct it with a new one that names it", what, shorten(key), what)
		}
		return false
	}
	put(list, id, one, at)
	return true
}

// surveyIn sees that there is a survey, and says whether there was none.
func surveyIn(d *Document) (lone bool) {
	if d.Survey == nil {
		d.Survey, lone = &Survey{}, true
	}
	return lone
}

func dropSurvey(d *Document, lone bool) {
	if lone && reflect.ValueOf(*d.Survey).IsZero() {
		d.Survey = nil
	}
}
