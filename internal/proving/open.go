package proving

import (
	"cmp"
	"fmt"
	"slices"
	"strings"

	"homalos/internal/boards"
	"homalos/internal/days"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/raising"
	"homalos/internal/wood"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Item is something that is open until somebody settles it.
type Item struct {
	job.Noted
	Planned bool         // the plan finds it; else somebody wrote it down
	Settled *job.Settled // the line that closed it; nil: it is open
}

// lister lists what the plan itself leaves open.
type lister struct {
	r   *work.Result
	out []Item
}

func (l *lister) add(kind, wall, place, member string, code words.Code, args ...any) *Item {
	id := kind + "." + wall
	if place != "" {
		id += "." + place
	}
	return l.put(job.Noted{Item: id, Kind: kind, Wall: wall, Member: member, What: l.r.Rules.Tell(code, args...)})
}

// put lists an item, under a name of its own.
func (l *lister) put(n job.Noted) *Item {
	for k, id := 2, n.Item; slices.ContainsFunc(l.out, func(x Item) bool { return x.Item == n.Item }); k++ {
		n.Item = fmt.Sprintf("%s.%d", id, k)
	}
	l.out = append(l.out, Item{Noted: n, Planned: true})
	return &l.out[len(l.out)-1]
}

// Temporary is what the plan leaves open: what is put up to be taken down, what is left
// out for later, what isn't there yet, and what is waited for.
func Temporary(r *work.Result, raised []raising.Raising, p *days.Plan) []Item {
	l := &lister{r: r}
	for i := range raised {
		l.wall(&raised[i])
	}
	for _, c := range r.CutIns {
		for _, b := range c.Bears {
			l.add("prop", c.Framed.Wall.ID, b.Opening, "", words.OpenProp, b.Opening)
		}
	}
	l.edges()
	if p != nil {
		for _, t := range p.Tasks {
			if t.Kind == days.Waits {
				one := l.put(job.Noted{Item: t.ID, Kind: "wait", Wall: t.Wall, What: l.r.Rules.Tell(words.OpenWait, t.Why)})
				if t.Wait >= 0 {
					w := r.Schedule.Waits[t.Wait]
					one.Who, one.Due = w.Who, r.Schedule.Waits[t.Wait].Wait.On
				}
			}
		}
	}
	for _, c := range r.Schedule.Consents {
		if c.On == "" {
			l.add("wait", "", "consent "+c.Who+" "+c.What, "", words.OpenConsent, c.Who, c.What).Who = c.Who
		}
	}
	return l.out
}

func (l *lister) wall(of *raising.Raising) {
	w, u := of.Wall, l.r.Rules.Units
	id := w.Wall.ID
	for i, at := range of.Braces {
		l.add("brace", id, fmt.Sprint(i+1), "", words.OpenBrace, at)
	}
	for _, part := range of.Later {
		said := map[string]words.Term{raising.TopPlate: words.Term(wood.TopPlate), raising.Header: words.Term(wood.HeaderPly), raising.Between: words.Term(wood.Nogging)}[part]
		l.add("later", id, part, "", words.OpenLater, said)
	}
	if l.r.Rules.Whole {
		for _, o := range w.Wall.Openings {
			if o.CutsPlate() {
				l.add("saw-out", id, o.ID, "", words.OpenSawOut, o.ID)
			}
		}
	}
	waiting := map[string]bool{}
	for _, m := range w.Members {
		if m.Pending != "" && !waiting[m.ID] {
			waiting[m.ID] = true
			l.add("pending", id, m.ID, m.ID, words.OpenPending, m.ID, m.Pending)
		}
	}
	for _, x := range w.Left {
		kind := map[boards.Kind]string{boards.Waits: "pending", boards.Later: "left-out", boards.Scrap: "left-out"}[x.Kind]
		if x.Serves != "" || x.Kind == boards.Waits && pendingOnly(x, waiting) {
			continue
		}
		one := l.put(job.Noted{
			Item: fmt.Sprintf("left.%s.%s.%s.%s", id, x.Kind, about(u, x.From), about(u, x.Height)), Kind: cmp.Or(kind, "other"), Wall: id, What: x.Text + " " + x.Do,
		})
		if len(x.Members) > 0 {
			one.Member = x.Members[0]
		}
	}
}

// pendingOnly says whether all pieces of an item are listed one by one already.
func pendingOnly(x boards.Item, listed map[string]bool) bool {
	return len(x.Members) > 0 && !slices.ContainsFunc(x.Members, func(m string) bool { return !listed[m] })
}

// edges are what one could fall off.
func (l *lister) edges() {
	for _, e := range l.r.ExistingWalls {
		if e.Kind == "edge" {
			l.add("guard", "", e.ID, "", words.OpenEdgeGuard, e.ID)
		}
	}
	if s := l.r.Doc.Survey; s != nil {
		for _, x := range s.Stairs {
			l.add("guard", "", x.ID, "", words.OpenStairGuard, x.ID)
		}
	}
}

// Open is the open list of a job: what the plan leaves open, what was written down, each
// with the line that closed it. What somebody once said something of, or closed, stays
// although the plan doesn't make it any more.
func Open(planned []Item, d job.Document) []Item {
	out := slices.Clone(planned)
	at := map[string]int{}
	for i, x := range out {
		at[x.Item] = i
	}
	record := job.Record{}
	if d.Record != nil {
		record = *d.Record
	}
	for _, n := range record.Items {
		n.Item = n.Called()
		if i, known := at[n.Item]; known {
			kept := out[i]
			kept.Noted = n
			out[i] = kept
			continue
		}
		at[n.Item] = len(out)
		out = append(out, Item{Noted: n})
	}
	settled := d.SettledNow()
	for _, s := range record.Settled { // of what nobody wrote down, and the plan no longer makes
		if _, known := at[s.Item]; !known && s.What != "" {
			at[s.Item] = len(out)
			out = append(out, Item{Noted: job.Noted{Item: s.Item, Kind: "other", What: s.What}})
		}
	}
	for i := range out {
		if s, closed := settled[out[i].Item]; closed {
			out[i].Settled = &s
		}
	}
	return out
}

// Closing is what keeps a wall from being closed: items on its list that are open, and
// checks that come before, or weren't as they should be.
type Closing struct {
	Items  []Item
	Checks []Result
	Said   []string
}

// MayClose says what keeps a wall from being closed; nothing: it may be.
func MayClose(wall string, items []Item, checks []Result, rules framing.Rules) Closing {
	out := Closing{}
	for _, x := range items {
		if x.Wall == wall && x.Settled == nil {
			out.Items = append(out.Items, x)
		}
	}
	for _, c := range checks {
		first := c.First && (c.Kind == Hidden || c.Kind == Inspector || c.Kind == Bearing) && c.State == ToDo
		if c.Wall == wall && (c.State == Mend || first) {
			out.Checks = append(out.Checks, c)
		}
	}
	if n := len(out.Items); n > 0 {
		out.Said = append(out.Said, rules.Tell(words.MayNotItems, n, strings.TrimSuffix(out.Items[0].What, ".")))
	}
	if n := len(out.Checks); n > 0 {
		out.Said = append(out.Said, rules.Tell(words.MayNotChecks, n, strings.TrimSuffix(out.Checks[0].Text, ".")))
	}
	return out
}
