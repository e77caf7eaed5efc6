package framing

import (
	"math"
	"slices"
	"testing"

	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

// anyKind is a random wall of any kind, in inches or millimetres, in timber or in steel,
// with a door where one fits, and perhaps a stretch of another kind.
func anyKind(t *rapid.T) (*Wall, Rules, Found) {
	r, lumber, unit, spacing := rules, twoBy4, in/4, 16*in
	isMetric := rapid.Bool().Draw(t, "metric")
	timber := &wood.Lumber{ID: "45", Thickness: 45 * mm, Depth: 95 * mm, Stock: []measure.Length{3600 * mm, 4800 * mm}}
	if isMetric {
		r, lumber, unit, spacing = metric, timber, 5*mm, 600*mm
	}
	u := r.Units
	long := unit * measure.Length(rapid.IntRange(240, 720).Draw(t, "long"))
	w := wall(long, func(w *Wall) {
		w.Lumber, w.Bottom, w.Top, w.Layout.Spacing = lumber, []*wood.Lumber{lumber}, []*wood.Lumber{lumber}, spacing
		w.Layout.FromEnd = rapid.Bool().Draw(t, "from the end")
		w.Layout.Marking = rapid.SampledFrom([]Marking{NearEdges, FirstMark, Centres, BackEdges}).Draw(t, "marking")
	})
	if isMetric && rapid.Bool().Draw(t, "steel") {
		w.Lumber, w.Bottom, w.Top = steelStud, []*wood.Lumber{track}, []*wood.Lumber{track}
		w.Steel = &Steel{Tab: 50 * mm, Overlap: 50 * mm, Screws: 4, Bridge: 1200 * mm, Channel: track, Boxed: true}
	}
	high := u.Pick(42*in, 1070*mm)
	part := func(name string) Part {
		p := Part{Kind: rapid.SampledFrom([]Kind{Plain, Half, Raked, FreeTop}).Draw(t, name), Lumber: w.Lumber, Bottom: w.Bottom, Top: w.Top}
		switch p.Kind {
		case Half:
			p.Height, p.Top = high, []*wood.Lumber{lumber}
			p.Cross = rapid.SampledFrom([]float64{0, 0.035}).Draw(t, "falls")
			p.Posts = &Posts{Joists: "fj", Lap: UsualLap(u), Deck: UsualDeck(u), Every: UsualPosts(u)}
		case Raked:
			p.Height, p.Rise = u.Pick(40*in, 1000*mm), rapid.SampledFrom([]float64{0.2, 0.7, 1}).Draw(t, "rise")
		case FreeTop:
			p.Under = UsualClear(u)
			p.Braces = Braces{Every: UsualBraces(u), Clear: p.Under}
		case Plain:
			if rapid.Bool().Draw(t, "own height") {
				p.Height = u.Pick(80*in, 2000*mm)
			}
		}
		return p
	}
	w.Own = part("kind")
	if w.Own.Kind != Half {
		w.Own.Top = nil
	}
	if w.Own.Kind == Plain && rapid.Bool().Draw(t, "door") {
		wide := unit * measure.Length(rapid.IntRange(80, 140).Draw(t, "wide"))
		h := Header{Lumber: lumber, Plies: 1}
		jacks := 1
		if w.Steel != nil {
			h, jacks = Header{Lumber: track, Plies: 1}, 0
		}
		if room := wide/2 + 4*w.Lumber.Thickness; long > 2*room {
			o := Opening{ID: "D", Kind: Door, Width: wide, Height: u.Pick(70*in, 1800*mm), Jacks: jacks, Header: h}
			o.Centre = room + unit*measure.Length(rapid.IntRange(0, int((long-2*room)/unit)).Draw(t, "centre"))
			w.Openings = []Opening{o}
		}
	}
	if len(w.Openings) == 0 && rapid.Bool().Draw(t, "changes") {
		p := part("kind there")
		p.From = unit * measure.Length(rapid.IntRange(40, 100).Draw(t, "from"))
		p.To = p.From + unit*measure.Length(rapid.IntRange(60, 120).Draw(t, "to"))
		p.Datum = p.From
		w.Parts = []Part{p}
		w.Breaks = []Break{{1, p.From}, {1, p.To}} // of the ceiling
	}
	joists := floorJoists(unit*measure.Length(rapid.IntRange(0, 60).Draw(t, "first")), u.Pick(16*in, 400*mm), 30)
	return w, r, Found{Joists: joists}
}

// The laws of marking hold for every kind: sums close; nothing stands in anything else;
// what stands under a top meets it, at its long side, whatever its slope; every upright
// is marked on what it touches, and its mark lies where it stands; plates go from end to
// end with no more left out than doors and slots take; nothing is cut longer than stock.
func TestTheLawsHoldForEveryKind(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		w, r, found := anyKind(t)
		f := Frame(w, r, level(3000), found)
		closes(t, f)
		w = f.Wall
		marked := map[string]map[string]measure.Length{}
		for _, m := range f.Marks {
			for _, p := range m.Plates {
				if marked[m.Member] == nil {
					marked[m.Member] = map[string]measure.Length{}
				}
				marked[m.Member][p] = m.Tape
			}
		}
		bottom, top := measure.Length(0), measure.Length(0)
		for i, m := range f.Members {
			require.GreaterOrEqual(t, m.From, measure.Length(0), m.ID)
			require.LessOrEqual(t, m.To, w.Length, m.ID)
			p := w.part(m.From + (m.To-m.From)/2)
			switch {
			case m.Kind == wood.BottomPlate:
				bottom += m.To - m.From
			case onTop(m.Kind):
				top += m.To - m.From
				require.False(t, m.From < p.From || m.To > p.To, "%s lies past its stretch", m.ID)
			case m.Kind.Upright():
				for _, plate := range m.Kind.Marks() {
					require.Contains(t, marked[m.ID], plate, m.ID)
				}
				for _, o := range f.Members[:i] {
					require.False(t, o.Kind.Upright() && o.From < m.To && o.To > m.From && o.Opening == m.Opening && o.Kind == m.Kind, "%s stands in %s", m.ID, o.ID)
				}
			}
			if m.Known && m.Kind.UnderTop() && m.State != Blocked {
				reach := 3000.0
				switch {
				case p.OwnHeight():
					reach = p.top(p.measuredAt(m.From, m.To)).Millimetres()
				case p.Under > 0:
					reach -= p.Under.Millimetres()
				}
				fit := measure.Length(0) // a cripple stands on its header: nothing is taken off
				if m.Kind.FullHeight() {
					fit = f.fitOf(r, p)
				}
				head := m.Base + 1000 + (m.Exact + p.stack() + fit).Millimetres()
				require.InDelta(t, reach, head, 0.6, "%s %s under its top", m.ID, m.Kind)
			}
			if m.Slope > 0 && m.Kind.Upright() {
				run := (m.To - m.From).Millimetres()
				if p.Cross != 0 {
					run = p.Lumber.Depth.Millimetres()
				}
				require.InDelta(t, run*math.Tan(m.Slope*math.Pi/180), (m.Exact - m.Short).Millimetres(), 0.01, m.ID)
			}
			if !m.Kind.Row().Plate && m.Cut > m.Lumber.Longest() {
				require.True(t, slices.ContainsFunc(f.Findings, func(x Finding) bool { return x.Level == Stop && x.Touches(m.ID) }), "%s is longer than stock, and that is told", m.ID)
			}
		}
		out := measure.Length(0)
		for _, o := range w.Openings {
			out += o.Width
		}
		for _, s := range f.Slots {
			out += s.To - s.From
		}
		require.Equal(t, w.Length-out, bottom)
		require.Equal(t, w.Length, top)
		for member, on := range marked {
			a, low := on["bottom"]
			if b, high := on["top"]; low && high && !w.raked() {
				require.Equal(t, a, b, member)
			}
		}
	})
}

// fitOf is what is taken off a part's pieces.
func (f *Framed) fitOf(r Rules, p Part) measure.Length {
	return (&Laid{Framed: *f, rules: f.Wall.ruled(r)}).fit(p)
}
