package server

import (
	"bytes"
	"context"
	"fmt"
	"math"
	"net/http"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/daybook"
	"homalos/internal/exchange"
	"homalos/internal/figures"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
	"homalos/internal/store"
)

// proofRoutes hand out photos, the log as one list, what it says of the work, and the
// report.
func (s *Server) proofRoutes(api huma.API) {
	s.photoRoutes(api)
	huma.Register(api, huma.Operation{OperationID: "get-daybook", Method: http.MethodGet, Path: "/api/jobs/{id}/daybook", Summary: "The log as one list, the last line first: what was read, chosen, cut, checked, decided, by whom"}, s.getDaybook)
	huma.Register(api, huma.Operation{OperationID: "export-daybook", Method: http.MethodGet, Path: "/api/jobs/{id}/daybook.csv", Summary: "The same as CSV, the first line first"}, s.exportDaybook)
	huma.Register(api, huma.Operation{OperationID: "get-changes", Method: http.MethodGet, Path: "/api/jobs/{id}/changes", Summary: "What differs in the job between two of its revisions"}, s.changes)
	huma.Register(api, huma.Operation{OperationID: "get-figures", Method: http.MethodGet, Path: "/api/jobs/{id}/figures", Summary: "What the record says of the work: each figure with how many it is of"}, s.getFigures)
	huma.Register(api, huma.Operation{OperationID: "print-report", Method: http.MethodGet, Path: "/api/jobs/{id}/report.pdf", Summary: "The report for the client and the inspector"}, s.printReport)
}

// BookFilter is what of the book is wanted.
type BookFilter struct {
	Text string `query:"text" maxLength:"200" doc:"Every word of it stands in the line."`
	Wall string `query:"wall" maxLength:"64"`
	By   string `query:"by" maxLength:"100" doc:"Who."`
	Kind string `query:"kind" maxLength:"200" doc:"Kinds, with commas between. Left out: all."`
	From string `query:"from" maxLength:"10" doc:"The first day, as 2026-11-30."`
	To   string `query:"to" maxLength:"10" doc:"The last day."`
}

// BookLine is one line of the book.
type BookLine struct {
	Revision int64     `json:"revision"`
	Kind     string    `json:"kind" enum:"read,chosen,cut,recut,stood,checked,decided,substituted,settled,photo,hours"`
	Wall     string    `json:"wall,omitempty"`
	Member   string    `json:"member,omitempty"`
	By       string    `json:"by,omitempty"`
	With     string    `json:"with,omitempty" doc:"The instrument, or the stick."`
	At       time.Time `json:"at"`
	Said     string    `json:"said"`
	Why      string    `json:"why,omitempty"`
	Back     bool      `json:"back,omitempty" doc:"It takes something back."`
	Stands   bool      `json:"stands" doc:"It wasn't taken back since."`
}

// BookBody is a page of the book.
type BookBody struct {
	Revision int64      `json:"revision" doc:"The job's."`
	Lines    []BookLine `json:"lines" nullable:"false"`
	Before   int64      `json:"before,omitempty" doc:"There is more: ask for what is before this revision."`
	People   []string   `json:"people" nullable:"false" doc:"Who stands in the lines that were looked through."`
	Kinds    []string   `json:"kinds" nullable:"false"`
}

// mostLooked is how many steps of the log one request looks through.
const mostLooked = 5000

func (f BookFilter) read() (out daybook.Filter, err error) {
	out = daybook.Filter{Text: f.Text, Wall: f.Wall, By: f.By}
	wrong := func(name string, value any, message string) error {
		return huma.Error422UnprocessableEntity("the log can't be looked through like that", &huma.ErrorDetail{Message: message, Location: "query." + name, Value: value})
	}
	for _, k := range strings.Split(f.Kind, ",") {
		if k == "" {
			continue
		}
		if !slices.Contains(daybook.Kinds, daybook.Kind(k)) {
			return out, wrong("kind", k, fmt.Sprintf("write one of %v", daybook.Kinds))
		}
		out.Kind = append(out.Kind, daybook.Kind(k))
	}
	for _, d := range []struct {
		name, text string
		to         *time.Time
		add        int
	}{{"from", f.From, &out.From, 0}, {"to", f.To, &out.To, 1}} {
		if d.text == "" {
			continue
		}
		at, err := time.ParseInLocation(time.DateOnly, d.text, time.Local)
		if err != nil {
			return out, wrong(d.name, d.text, "write a day, as 2026-11-30")
		}
		*d.to = at.AddDate(0, 0, d.add)
	}
	return out, nil
}

// looked goes back through a job's log from before a revision, 0 for its end, and gives
// each line, the last first, until enough says so or it has looked far enough; more is
// where to go on.
func (s *Server) looked(ctx context.Context, j store.Job, before int64, each func(daybook.Line) (enough bool)) (more int64, err error) {
	stands := map[int64]bool{}
	upTo := j.Revision
	if before > 0 {
		upTo = min(upTo, before-1)
		after, err := s.store.Between(ctx, j.ID, upTo, j.Revision) // what of it was taken back since
		if err != nil {
			return 0, err
		}
		standing(after, stands)
	}
	for n := 0; upTo > 0; {
		steps, err := s.store.Between(ctx, j.ID, max(0, upTo-250), upTo)
		if err != nil || len(steps) == 0 {
			return 0, err
		}
		standing(steps, stands)
		for i := len(steps) - 1; i >= 0; i-- {
			x := steps[i]
			gone, said := stands[x.Revision]
			lines := daybook.Of(bookStep(x, !said || gone), j.Document.Units)
			enough := false
			for k := len(lines) - 1; k >= 0; k-- {
				enough = each(lines[k]) || enough
			}
			if n++; (enough || n >= mostLooked) && x.Revision > 1 {
				return x.Revision, nil
			}
		}
		upTo = steps[0].Revision - 1
	}
	return 0, nil
}

// standing notes which steps were taken back, or made again: what was said last counts.
func standing(steps []store.Step, out map[int64]bool) {
	for i := len(steps) - 1; i >= 0; i-- {
		x := steps[i]
		if _, known := out[x.Undoes]; x.Undoes != 0 && !known {
			out[x.Undoes] = false
		}
		if _, known := out[x.Redoes]; x.Redoes != 0 && !known {
			out[x.Redoes] = true
		}
	}
}

func bookStep(x store.Step, stands bool) daybook.Step {
	out := daybook.Step{Revision: x.Revision, By: x.Name, At: x.At, Said: x.Said, Stands: stands, Undoes: x.Undoes != 0 || x.Redoes != 0}
	for _, l := range x.Lines {
		out.Edits, out.Inverse = append(out.Edits, l.Edit), append(out.Inverse, l.Inverse)
	}
	return out
}

func bookLine(l daybook.Line) BookLine {
	return BookLine{l.Revision, string(l.Kind), l.Wall, l.Member, l.By, l.With, l.At, l.Said, l.Why, l.Back, l.Stands}
}

func (s *Server) getDaybook(ctx context.Context, in *struct {
	JobID
	BookFilter
	Before int64 `query:"before" minimum:"0" doc:"Only what is before this revision."`
	Most   int   `query:"most" minimum:"1" maximum:"1000" default:"200"`
}) (*struct{ Body BookBody }, error) {
	filter, err := in.read()
	if err != nil {
		return nil, err
	}
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	out := BookBody{Revision: j.Revision, Lines: []BookLine{}, People: []string{}, Kinds: []string{}}
	for _, k := range daybook.Kinds {
		out.Kinds = append(out.Kinds, string(k))
	}
	out.Before, err = s.looked(ctx, j, in.Before, func(l daybook.Line) bool {
		if l.By != "" && !slices.Contains(out.People, l.By) && len(out.People) < 200 {
			out.People = append(out.People, l.By)
		}
		if filter.Takes(l) {
			out.Lines = append(out.Lines, bookLine(l))
		}
		return len(out.Lines) >= in.Most
	})
	slices.Sort(out.People)
	return &struct{ Body BookBody }{out}, problem(ctx, err)
}

// mostExported bounds a list that is handed out whole.
const mostExported = 100_000

func (s *Server) exportDaybook(ctx context.Context, in *struct {
	JobID
	BookFilter
}) (*documentAnswer, error) {
	filter, err := in.read()
	if err != nil {
		return nil, err
	}
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	var all []daybook.Line
	for before := int64(0); ; {
		before, err = s.looked(ctx, j, before, func(l daybook.Line) bool {
			if filter.Takes(l) {
				all = append(all, l)
			}
			return len(all) >= mostExported
		})
		if err != nil {
			return nil, problem(ctx, err)
		}
		if before == 0 || len(all) >= mostExported {
			break
		}
	}
	slices.Reverse(all)
	var out bytes.Buffer
	if err := exchange.WriteDaybook(&out, all); err != nil {
		return nil, problem(ctx, err)
	}
	return &documentAnswer{Disposition: `attachment; filename="log.csv"`, Type: "text/csv; charset=utf-8", Body: out.Bytes()}, nil
}

// ChangesBody is what differs between two revisions of a job.
type ChangesBody struct {
	From    int64        `json:"from"`
	To      int64        `json:"to"`
	Changes []job.Change `json:"changes" nullable:"false"`
}

func (s *Server) changes(ctx context.Context, in *struct {
	JobID
	From int64 `query:"from" minimum:"1" required:"true" doc:"The earlier revision."`
	To   int64 `query:"to" minimum:"0" doc:"The later one. Left out: the job as it is."`
}) (*struct{ Body ChangesBody }, error) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	for _, r := range []int64{in.From, in.To} {
		if ahead := notAhead(j, r); ahead != nil {
			return nil, ahead
		}
	}
	to := in.To
	if to == 0 {
		to = j.Revision
	}
	was, err := s.store.At(ctx, in.ID, in.From)
	if err != nil {
		return nil, problem(ctx, err)
	}
	now := j.Document
	if to != j.Revision {
		if now, err = s.store.At(ctx, in.ID, to); err != nil {
			return nil, problem(ctx, err)
		}
	}
	out := ChangesBody{From: in.From, To: to, Changes: job.Diff(was, now)}
	if out.Changes == nil {
		out.Changes = []job.Change{}
	}
	return &struct{ Body ChangesBody }{out}, nil
}

// FigureSpread is how far off something usually is.
type FigureSpread struct {
	Name    string  `json:"name,omitempty" doc:"Left out: of all together. ?: it wasn't said."`
	Of      int     `json:"of" doc:"How many it is of."`
	Mean    string  `json:"mean" doc:"Too much, or with a sign too little."`
	Sigma   string  `json:"sigma,omitempty" doc:"How much single ones scatter about it: the standard deviation. Left out of fewer than two."`
	MeanMM  float64 `json:"meanMM" doc:"For drawing."`
	SigmaMM float64 `json:"sigmaMM"`
}

// FigureShare is how many of so many.
type FigureShare struct {
	Name string `json:"name,omitempty"`
	Did  int    `json:"did"`
	Of   int    `json:"of"`
}

// FigureTape is an instrument by its readings of a known length.
type FigureTape struct {
	FigureSpread
	Takes   string `json:"takes,omitempty" doc:"What is taken off its readings now."`
	Wrong   bool   `json:"wrong,omitempty" doc:"They are off by more than its noise explains, beside what is taken off."`
	Correct string `json:"correct,omitempty" doc:"With wrong: what its offset would have to be."`
}

// FigurePace is what one of what is counted of a task took, in minutes of one person.
type FigurePace struct {
	Kind    string  `json:"kind"`
	Said    string  `json:"said"`
	Minutes float64 `json:"minutes"`
	Of      int     `json:"of"`
	Planned float64 `json:"planned" doc:"What the plan of days goes by."`
}

// FiguresBody is what a job's record says of the work.
type FiguresBody struct {
	Revision int64          `json:"revision"`
	First    FigureShare    `json:"first" doc:"Pieces that fitted first time, of those cut."`
	Cutting  []FigureSpread `json:"cutting" nullable:"false" doc:"What came off the saw less what was called, by who cut; the first of all."`
	ByTape   []FigureSpread `json:"byTape" nullable:"false" doc:"Readings less what the others foretell, by instrument; the first of all."`
	ByPerson []FigureSpread `json:"byPerson" nullable:"false" doc:"The same by who read."`
	Tapes    []FigureTape   `json:"tapes" nullable:"false" doc:"By readings of a known length."`
	Slips    []FigureShare  `json:"slips" nullable:"false" doc:"By kind, the commonest first."`
	Checks   []FigureShare  `json:"checks" nullable:"false" doc:"By kind: right when first looked at."`
	Paces    []FigurePace   `json:"paces" nullable:"false"`
	Heights  FigureSpread   `json:"heights" doc:"Corner heights as measured less as foretold."`
	Tried    FigureSpread   `json:"tried" doc:"First pieces of walls, tried: how much too long they were."`
}

func (s *Server) getFigures(ctx context.Context, in *JobID) (*struct{ Body FiguresBody }, error) {
	j, p, err := s.current(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	var f figures.Figures
	if busy := s.plans.desk.at(ctx, crewOf(ctx), func() { f = figures.Of(p.Result, p.ToCheck, j.Document) }); busy != nil {
		return nil, problem(ctx, busy)
	}
	return &struct{ Body FiguresBody }{figuresBody(j, p, f)}, nil
}

func figuresBody(j store.Job, p plan.Plan, f figures.Figures) FiguresBody {
	u := p.Units
	say := func(mm float64) string {
		return u.Say(measure.FromMillimetres(mm), u.Pick(measure.Inch64, measure.Millimetre/10))
	}
	spread := func(x figures.Spread) FigureSpread {
		out := FigureSpread{Name: x.Name, Of: x.N, Mean: say(x.Mean), MeanMM: hundredth(x.Mean), SigmaMM: hundredth(x.Sigma)}
		if x.N > 1 {
			out.Sigma = say(x.Sigma)
		}
		return out
	}
	spreads := func(all []figures.Spread) []FigureSpread {
		out := []FigureSpread{}
		for _, x := range all {
			out = append(out, spread(x))
		}
		return out
	}
	shares := func(all []figures.Share) []FigureShare {
		out := []FigureShare{}
		for _, x := range all {
			out = append(out, FigureShare{x.Name, x.Did, x.Of})
		}
		return out
	}
	out := FiguresBody{
		Revision: j.Revision, First: FigureShare{"", f.First.Did, f.First.Of}, Cutting: spreads(f.Cutting), ByTape: spreads(f.ByTape), ByPerson: spreads(f.ByPerson),
		Tapes: []FigureTape{}, Slips: shares(f.Slips), Checks: shares(f.Checks), Paces: []FigurePace{}, Heights: spread(f.Heights), Tried: spread(f.Tried),
	}
	for _, t := range f.Tapes {
		one := FigureTape{FigureSpread: spread(t.Spread), Wrong: t.Wrong}
		if t.Takes != 0 {
			one.Takes = say(t.Takes.Millimetres())
		}
		if t.Wrong {
			one.Correct = u.Write(t.Correct)
		}
		out.Tapes = append(out.Tapes, one)
	}
	for _, pace := range f.Paces {
		one := FigurePace{Kind: pace.Task, Minutes: math.Round(pace.Hours*600) / 10, Of: pace.Of}
		for _, x := range p.Paces {
			if x.Kind == pace.Task {
				one.Said, one.Planned = x.Said, x.Minutes
			}
		}
		out.Paces = append(out.Paces, one)
	}
	return out
}

func hundredth(v float64) float64 { return math.Round(v*100) / 100 }

// mostReportPhotos bounds how many photos a report shows.
const mostReportPhotos = 60

func (s *Server) printReport(ctx context.Context, in *struct {
	JobID
	Paper string `query:"paper" enum:"letter,a4"`
}) (*documentAnswer, error) {
	j, p, err := s.current(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	of := exchange.Report{Job: j.Document, Revision: j.Revision, At: time.Now(), Paper: exchange.PaperOf(in.Paper, j.Document.Units)}
	if j.Document.Record != nil {
		all := j.Document.Record.Photos
		of.Left = max(0, len(all)-mostReportPhotos)
		for _, f := range all[of.Left:] {
			data, err := s.store.Photo(ctx, j.ID, f.Sum)
			if err != nil {
				data = nil // the report says that it isn't there
			}
			of.Photos = append(of.Photos, exchange.ReportPhoto{Photo: f, JPEG: data})
		}
	}
	room, err := s.plans.room(ctx, j.Document)
	if err != nil {
		return nil, problem(ctx, err)
	}
	of.Room = room
	return pdf(ctx, "report.pdf", func(out *bytes.Buffer) error { return exchange.WriteReport(out, p, of) })
}
