package work

import (
	"context"
	"sync"

	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/recall"
	"homalos/internal/site"
	"homalos/internal/survey"
)

// Memory works jobs out and remembers by what: sites by their documents,
// surfaces by their readings, each wall by all that it was made from. An edit
// of one wall works out that wall, and those it touches. The zero Memory
// remembers nothing. It may be asked by several at once.
type Memory struct {
	site.Reader
	surveys *recall.Kept[*survey.Wary]
	walls   *recall.Kept[framedWall]
	looks   *recall.Kept[[]survey.Estimate] // what lies beside walls, as it was asked for
}

// Bounds on what is remembered: how many of each, and bytes.
const (
	mostSites   = 60
	mostSurveys = 12
	mostWalls   = 1200
	siteBytes   = 18 << 20
	surveyBytes = 18 << 20
	wallBytes   = 32 << 20
	mostLooks   = 400
	lookBytes   = 16 << 20
)

// NewMemory remembers what a crew at work comes back to.
func NewMemory() *Memory {
	return &Memory{
		*site.NewReader(mostSites, siteBytes), recall.Weighing(mostSurveys, surveyBytes, (*survey.Wary).Bytes),
		recall.Weighing(mostWalls, wallBytes, func(w framedWall) int { return 8_000 + 1_500*len(w.framed.Members) + 500*len(w.framed.Findings) }),
		recall.Weighing(mostLooks, lookBytes, func(all []survey.Estimate) int { return 120 * len(all) }),
	}
}

// Bytes are about how many each part holds.
func (m *Memory) Bytes() map[string]int {
	return map[string]int{"sites": m.Reader.Bytes(), "surveys": m.surveys.Bytes(), "walls": m.walls.Bytes(), "looks": m.looks.Bytes()}
}

// Of works a document out. The error is a job.Faults with all that is wrong.
func Of(d job.Document) (*Result, error) { return new(Memory).Result(context.Background(), d) }

// Result works a document out. The error is a job.Faults with all that is
// wrong, or ctx's when that ends first.
func (m *Memory) Result(ctx context.Context, d job.Document) (*Result, error) {
	s, faults := m.Reader.Of(d)
	if faults != nil {
		return nil, faults
	}
	return m.Out(ctx, s)
}

// Out works a site out. The error is ctx's.
func (m *Memory) Out(ctx context.Context, s *site.Site) (*Result, error) {
	if err := ctx.Err(); err != nil {
		return nil, err
	}
	readings, surroundings := SurveyKey(s), recall.Key{}
	if m.walls != nil {
		surroundings = recall.KeyOf(readings, s.Rules, s.Found())
	}
	fitted := m.surveys.Must(readings, func() *survey.Wary { return survey.FitWary(s.Readings, s.Noise, s.Zones, s.Slips) })
	nearTo := func(w *framing.Wall) framing.Heights {
		return along{fitted.Near(w.At(0), w.At(w.Length), NearReadings), fitted}
	}
	r := outIn(ctx, s, fitted, nearTo, func(r *Result, w *framing.Wall) framedWall {
		near := sync.OnceValue(func() framing.Heights { return nearTo(w) })
		if r.leans(w) {
			r.leanEnds(w, near())
		}
		*w = *w.Settled()
		candidates, chosen := s.Candidates(w)
		made := func() framedWall {
			out := frame(s, w, near())
			out.try(ctx, s, w, near(), candidates, chosen)
			return out
		}
		if m.walls == nil {
			return made()
		}
		return m.walls.Must(recall.KeyOf(surroundings, w, candidates), made)
	})
	if r != nil {
		r.near = func(w *framing.Wall, sums [][]survey.Term) []survey.Estimate {
			return m.looks.Must(recall.KeyOf(readings, w.From, w.To, sums), func() []survey.Estimate {
				return fitted.Near(w.From, w.To, NearReadings).EstimateAll(sums)
			})
		}
	}
	return r, ctx.Err()
}

// Near answers sums of floor and ceiling beside a wall, by the readings closest to it.
// What was asked before is remembered. Nothing is known where nothing was read.
func (r *Result) Near(w *framing.Wall, sums [][]survey.Term) []survey.Estimate {
	if r.Heights == nil || r.near == nil {
		return make([]survey.Estimate, len(sums))
	}
	return r.near(w, sums)
}

// along are the heights along one wall: foretold by the readings closest to
// it, but each that bears on it is known.
type along struct {
	*survey.Wary
	all *survey.Wary
}

// Taken are all readings that bear on a wall.
func (a along) Taken(rule survey.Rule) *survey.Taken { return a.all.Taken(rule) }

// SurveyKey tells what surfaces are learned from.
func SurveyKey(s *site.Site) recall.Key {
	raw := make([]job.Length, len(s.Readings))
	for i, r := range s.Readings {
		raw[i] = s.Given[r.ID].Value // what slips are reckoned from
	}
	return recall.KeyOf(s.Readings, raw, s.Noise, s.Zones, s.Rules.Units)
}

// framedWall is a wall framed, and how it lies to the joists: all of it that
// follows from no other wall's lengths.
type framedWall struct {
	framed  framing.Framed
	against [2]framing.Against
	origins []tried
}

func frame(s *site.Site, w *framing.Wall, heights framing.Heights) framedWall {
	found := s.Found()
	f := framing.Frame(w, s.Rules, heights, found)
	return framedWall{framed: *f, against: framing.Lies(f, s.Rules, found)}
}
