package server

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"net/http"
	"net/url"
	"slices"
	"strings"
	"time"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/exchange"
	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/picture"
	"homalos/internal/plan"
	"homalos/internal/store"
	"homalos/internal/words"
	"homalos/internal/work"
)

// Printed asks for a wall's plates on paper.
type Printed struct {
	JobID
	Wall  string `path:"wall"`
	Paper string `query:"paper" enum:"letter,a4" doc:"Default letter in a job in inches, a4 in one in millimetres."`
	host  string
}

// Resolve notes the address that was asked: a card's code opens the wall there.
func (p *Printed) Resolve(ctx huma.Context) []error {
	p.host = ctx.Host()
	return nil
}

// strip asks for a plate at true scale.
type strip struct {
	Printed
	Plate string `query:"plate" enum:"bottom,top" default:"bottom"`
}

func (s *Server) plateRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "print-labels", Method: http.MethodGet, Path: "/api/jobs/{id}/labels.pdf", Summary: "A label for each piece that is ready, on sheets of stickers, with a code that opens the piece"}, s.labels)
	huma.Register(api, huma.Operation{OperationID: "print-card", Method: http.MethodGet, Path: "/api/jobs/{id}/walls/{wall}/card.pdf", Summary: "A wall's plate card: one page with its marks, lengths and a code that opens the wall"},
		func(ctx context.Context, in *Printed) (*documentAnswer, error) {
			j, w, d, err := s.toPrint(ctx, in)
			if err != nil {
				return nil, problem(ctx, err)
			}
			speech := words.Speech{Units: j.Document.Units, Set: words.Set(setOf(j.Document))}
			c := exchange.Card{
				Job: j.Document.Name, Wall: w.ID, Name: w.Name, Length: d.Said, Lumber: w.Lumber, Hook: hookSaid(d.Drawing), Open: s.opens(in.host, in.ID, in.Wall), Revision: j.Revision, At: time.Now(),
				Paper: exchange.PaperOf(in.Paper, j.Document.Units), Word: func(kind string) string { return speech.Fill("<" + kind + ">") },
			}
			return pdf(ctx, "wall "+w.ID+" card.pdf", func(out *bytes.Buffer) error { return exchange.WriteCard(out, d.Drawing, c) })
		})
	huma.Register(api, huma.Operation{OperationID: "print-strip", Method: http.MethodGet, Path: "/api/jobs/{id}/walls/{wall}/strip.pdf", Summary: "A plate's marks at true scale, in sheets to tape together and lay on it"},
		func(ctx context.Context, in *strip) (*documentAnswer, error) {
			j, w, d, err := s.toPrint(ctx, &in.Printed)
			if err != nil {
				return nil, problem(ctx, err)
			}
			u := j.Document.Units
			x := exchange.Strip{
				Job: j.Document.Name, Wall: w.ID, Plate: in.Plate, System: u, At: time.Now(), Paper: exchange.PaperOf(in.Paper, u),
				Say: func(l measure.Length) string { return u.Say(l, u.Pick(measure.Inch/16, measure.Millimetre)) },
			}
			return pdf(ctx, "wall "+w.ID+" "+in.Plate+" strip.pdf", func(out *bytes.Buffer) error { return exchange.WriteStrip(out, d.Drawing, x) })
		})
}

// labels asks for a label to each piece that is ready.
type labels struct {
	JobID
	Wall  string `query:"wall" doc:"Of one wall; of all where it is left out."`
	Of    string `query:"of" enum:"pieces,offcuts" default:"pieces" doc:"What is ready to be cut; or what is left over of sticks and worth keeping, with what came out wrong."`
	Paper string `query:"paper" enum:"letter,a4"`
	Wide  string `query:"wide" maxLength:"40" doc:"Of one label: a length. Default 2 5/8 in or 66 mm."`
	High  string `query:"high" maxLength:"40" doc:"Default 1 1/3 in or 34 mm."`
	Gap   string `query:"gap" maxLength:"40" doc:"Between two. Default 1/16 in or 2 mm."`
	host  string
}

// Resolve notes the address that was asked.
func (l *labels) Resolve(ctx huma.Context) []error {
	l.host = ctx.Host()
	return nil
}

func (s *Server) labels(ctx context.Context, in *labels) (*documentAnswer, error) {
	j, err := s.store.Job(ctx, in.ID)
	if err != nil {
		return nil, problem(ctx, err)
	}
	p, err := s.plans.of(ctx, j.Document)
	if err != nil {
		return nil, problem(ctx, err)
	}
	u := j.Document.Units
	speech := words.Speech{Units: u, Set: words.Set(setOf(j.Document))}
	var all []exchange.Sticker
	if in.Of == "offcuts" {
		for _, w := range plan.Leftovers(p, j.Document.Name) {
			all = append(all, exchange.Sticker{Piece: w.Label, Kind: "offcut", Wall: w.Condition, Length: p.Said(w.Length), Lumber: w.Lumber, Open: s.opensAt(in.host, in.ID, "cut?view=sticks")})
		}
	}
	for _, w := range p.Result.Lists() {
		if in.Of == "offcuts" {
			break
		}
		if in.Wall != "" && w.Wall.ID != in.Wall {
			continue
		}
		name := ""
		for _, x := range j.Document.Walls {
			if x.ID == w.Wall.ID {
				name = x.Name
			}
		}
		for _, m := range w.Members {
			if work.MayCut(&m) && m.Cut > 0 {
				all = append(all, exchange.Sticker{
					Piece: m.ID, Kind: speech.Fill("<" + string(m.Kind) + ">"), Wall: name, Length: u.Say(m.Cut, p.Result.Rules.Mark), Lumber: m.Lumber.ID,
					Open: s.opens(in.host, in.ID, w.Wall.ID) + "&piece=" + url.QueryEscape(m.ID),
				})
			}
		}
	}
	if len(all) == 0 && in.Of == "offcuts" {
		return nil, huma.Error422UnprocessableEntity("nothing that is worth keeping is left over yet: an offcut is labelled once its stick is cut up")
	}
	x := exchange.Stickers{Job: j.Document.Name, At: time.Now(), Paper: exchange.PaperOf(in.Paper, u)}
	for _, f := range []struct {
		name, given string
		usual       measure.Length
		to          *float64
	}{
		{"wide", in.Wide, u.Pick(21*measure.Inch/8, 66*measure.Millimetre), &x.Wide},
		{"high", in.High, u.Pick(4*measure.Inch/3, 34*measure.Millimetre), &x.High},
		{"gap", in.Gap, u.Pick(measure.Inch/16, 2*measure.Millimetre), &x.Gap},
	} {
		long := f.usual
		if f.given != "" {
			if long, err = job.L(f.given).In(u); err != nil || long < 0 || long > measure.Metre {
				return nil, huma.Error422UnprocessableEntity("the labels' size can't be read", &huma.ErrorDetail{Message: "give a length, such as 2 5/8 in or 66 mm", Location: "query." + f.name, Value: f.given})
			}
		}
		*f.to = long.Millimetres()
	}
	return pdf(ctx, "labels.pdf", func(out *bytes.Buffer) error { return exchange.WriteStickers(out, all, x) })
}

// drawnWall is a wall's picture, and its length in words.
type drawnWall struct {
	picture.Drawing
	Said string
}

// toPrint finds a wall of a job, planned.
func (s *Server) toPrint(ctx context.Context, in *Printed) (j store.Job, w job.Wall, d drawnWall, err error) {
	if j, err = s.store.Job(ctx, in.ID); err != nil {
		return j, w, d, err
	}
	var p plan.Plan
	if p, err = s.plans.of(ctx, j.Document); err != nil {
		return j, w, d, err
	}
	i := slices.IndexFunc(p.Walls, func(x plan.Wall) bool { return x.ID == in.Wall })
	k := slices.IndexFunc(j.Document.Walls, func(x job.Wall) bool { return x.ID == in.Wall })
	if i < 0 || k < 0 {
		return j, w, d, huma.Error404NotFound("this job has no such wall", &huma.ErrorDetail{Message: "no wall of that name", Location: "path.wall", Value: in.Wall})
	}
	d = drawnWall{p.Drawings[i], p.Walls[i].Said}
	if d.Maps == nil {
		d.Maps = picture.MapsOf(p.Result, i)
	}
	return j, j.Document.Walls[k], d, nil
}

// opens is the address that opens a wall: the one that people use, else the one that
// was asked.
func (s *Server) opens(host, id, wall string) string {
	return s.opensAt(host, id, "mark?wall="+url.QueryEscape(wall))
}

// opensAt is the address that opens a job somewhere.
func (s *Server) opensAt(host, id, where string) string {
	at := "http://" + host
	if len(s.at) > 0 {
		at = strings.TrimRight(s.at[0], "/")
	}
	return fmt.Sprintf("%s/jobs/%s/%s", at, id, where)
}

func setOf(d job.Document) string {
	if d.Rules == nil {
		return ""
	}
	return d.Rules.Words
}

// hookSaid is where the tape hooks, and where wood lies by a mark.
func hookSaid(d picture.Drawing) string {
	end := d.Ends[0]
	if d.Hook == "end" {
		end = d.Ends[1]
	}
	side, first := "wood ahead of every mark", ""
	for _, p := range d.Pieces {
		switch {
		case p.Hook != "":
			first = ", then on the mark of " + p.Hook
		case p.Set == "centre":
			side = "every mark is a centre"
		case p.Set == "back":
			side = "wood behind every mark"
		}
	}
	return "Hook the tape on the " + end + first + "; " + side + "."
}

// pdf answers with a Printed page.
func pdf(ctx context.Context, name string, write func(*bytes.Buffer) error) (*documentAnswer, error) {
	var out bytes.Buffer
	err := write(&out)
	var long *exchange.TooLong
	var none *exchange.NoSticker
	if errors.As(err, &long) || errors.As(err, &none) {
		return nil, huma.Error422UnprocessableEntity(err.Error())
	}
	if err != nil {
		return nil, problem(ctx, err)
	}
	return &documentAnswer{Disposition: fmt.Sprintf("inline; filename=%q", name), Type: "application/pdf", Body: out.Bytes()}, nil
}
