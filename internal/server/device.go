package server

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"net/url"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"

	"homalos/internal/job"
	"homalos/internal/site"
	"homalos/internal/store"
)

// Aim is what a measuring device is asked to shoot: a place, or corners.
type Aim struct {
	Kind  string     `json:"kind" enum:"gap,floor,ceiling,length,angle,offset,along,known"`
	Check string     `json:"check,omitempty" maxLength:"160" doc:"With known: the check that is made. The simulated frames stand as planned: what is read is what it should be, with the device's own error."`
	Place *job.Place `json:"place,omitempty"`
	At    string     `json:"at,omitempty"`
	From  string     `json:"from,omitempty"`
	To    string     `json:"to,omitempty"`
}

var deviceClient = &http.Client{Timeout: 10 * time.Second}

// deviceRoutes pass an aim on to the devices. What they read comes back in
// their stream, as from a device of one's own.
func (s *Server) deviceRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "shoot", Method: http.MethodPost, Path: "/api/jobs/{id}/device/shoot", Summary: "Point a measuring device and shoot; the reading comes in the stream", DefaultStatus: http.StatusAccepted},
		func(ctx context.Context, in *struct {
			JobID
			Body Aim
		}) (*struct{}, error) {
			if s.devices == "" {
				return nil, huma.Error404NotFound("no measuring device is connected: start the demo, or type what the tape says")
			}
			j, err := s.store.Job(ctx, in.ID)
			if err != nil {
				return nil, problem(ctx, err)
			}
			aim := map[string]any{"kind": in.Body.Kind, "units": j.Document.Units, "at": in.Body.At, "from": in.Body.From, "to": in.Body.To}
			if in.Body.Check != "" {
				should, err := s.shouldBe(ctx, j, in.Body.Check)
				if err != nil {
					return nil, err
				}
				aim["known"] = should
			}
			if in.Body.Place != nil {
				x, y, err := site.PlaceOf(j.Document, *in.Body.Place)
				if err != nil {
					return nil, problem(ctx, err)
				}
				aim["x"], aim["y"] = x, y
			}
			sent, err := json.Marshal(aim)
			if err != nil {
				return nil, err
			}
			answer, err := deviceClient.Post(s.devices+"/shoot?job="+in.ID, "application/json", bytes.NewReader(sent))
			if err != nil {
				return nil, huma.Error502BadGateway("the measuring device doesn't answer: switch it on, or type what the tape says")
			}
			defer func() { _ = answer.Body.Close() }()
			if answer.StatusCode >= 300 {
				why, _ := io.ReadAll(io.LimitReader(answer.Body, 1000))
				return nil, huma.Error422UnprocessableEntity(string(why))
			}
			return nil, nil
		})
}

// shouldBe is what a check that is measured should give, mm.
func (s *Server) shouldBe(ctx context.Context, j store.Job, check string) (float64, error) {
	p, err := s.plans.of(ctx, j.Document)
	if err != nil {
		return 0, problem(ctx, err)
	}
	for _, a := range p.ToCheck {
		if a.ID == check {
			return a.Should.Millimetres(), nil
		}
	}
	return 0, huma.Error422UnprocessableEntity("no check is called " + check + " now")
}

// deviceStream hands the devices' stream of readings on, for programs; pages
// hear of them in the events.
func (s *Server) deviceStream(engine *gin.Engine) {
	engine.GET("/api/jobs/:id/device/stream", func(c *gin.Context) {
		if s.devices == "" {
			c.String(http.StatusNotFound, "no measuring device is connected")
			return
		}
		streams.Inc()
		defer streams.Dec()
		c.Header("Content-Type", "text/event-stream")
		c.Header("Cache-Control", "no-cache")
		out := http.NewResponseController(c.Writer)
		began := false
		err := s.shots(c.Request.Context(), c.Param("id"), func(line []byte) error {
			began = true
			_ = out.SetWriteDeadline(time.Now().Add(writeTime))
			if _, err := c.Writer.Write(line); err != nil {
				return err
			}
			return out.Flush()
		})
		if err != nil && !began {
			c.String(http.StatusBadGateway, "the measuring device doesn't answer")
		}
	})
}

// listen tells what a job's devices read, for as long as somebody hears it. A
// device that breaks off is asked again.
func (s *Server) listen(ctx context.Context, id string, tell func(what string, event any) error) {
	for ctx.Err() == nil {
		there := false
		_ = s.shots(ctx, id, func(line []byte) error {
			if !there {
				there = true
				if err := tell("devices", map[string]bool{"there": true}); err != nil {
					return err
				}
			}
			if text, ok := bytes.CutPrefix(bytes.TrimSpace(line), []byte("data: ")); ok && json.Valid(text) {
				return tell("shot", json.RawMessage(text))
			}
			return nil
		})
		if tell("devices", map[string]bool{"there": false}) != nil {
			return
		}
		select {
		case <-ctx.Done():
		case <-s.closing:
			return
		case <-time.After(2 * time.Second):
		}
	}
}

// shots reads a job's devices line by line, until they or those who listen end
// it, or the server is to stop.
func (s *Server) shots(ctx context.Context, id string, hear func(line []byte) error) error {
	ctx, stop := context.WithCancel(ctx)
	defer stop()
	go func() {
		select {
		case <-s.closing:
			stop()
		case <-ctx.Done():
		}
	}()
	ask, err := http.NewRequestWithContext(ctx, http.MethodGet, s.devices+"/stream?job="+url.QueryEscape(id), nil)
	if err != nil {
		return err
	}
	answer, err := http.DefaultClient.Do(ask)
	if err != nil {
		return err
	}
	defer func() { _ = answer.Body.Close() }()
	lines := bufio.NewReaderSize(answer.Body, 4096)
	for {
		line, err := lines.ReadSlice('\n')
		if err != nil {
			return err
		}
		if err := hear(line); err != nil {
			return err
		}
	}
}
