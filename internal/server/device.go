package server

import (
	"bytes"
	"context"
	"encoding/json"
	"io"
	"net/http"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/gin-gonic/gin"

	"homalos/internal/job"
	"homalos/internal/site"
)

// Aim is what a measuring device is asked to shoot: a place, or corners.
type Aim struct {
	Kind  string     `json:"kind" enum:"gap,floor,ceiling,length,angle,offset,along,known"`
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
				return nil, problem(err)
			}
			aim := map[string]any{"kind": in.Body.Kind, "units": j.Document.Units, "at": in.Body.At, "from": in.Body.From, "to": in.Body.To}
			if in.Body.Place != nil {
				x, y, err := site.PlaceOf(j.Document, *in.Body.Place)
				if err != nil {
					return nil, problem(err)
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

// deviceStream hands the devices' stream of readings on.
func (s *Server) deviceStream(engine *gin.Engine) {
	engine.GET("/api/jobs/:id/device/stream", func(c *gin.Context) {
		if s.devices == "" {
			c.String(http.StatusNotFound, "no measuring device is connected")
			return
		}
		ask, err := http.NewRequestWithContext(c.Request.Context(), http.MethodGet, s.devices+"/stream?job="+c.Param("id"), nil)
		if err != nil {
			c.String(http.StatusBadRequest, "no such device")
			return
		}
		answer, err := http.DefaultClient.Do(ask)
		if err != nil {
			c.String(http.StatusBadGateway, "the measuring device doesn't answer")
			return
		}
		defer func() { _ = answer.Body.Close() }()
		c.Header("Content-Type", "text/event-stream")
		c.Header("Cache-Control", "no-cache")
		c.Status(http.StatusOK)
		c.Writer.Flush()
		buffer := make([]byte, 4096)
		for {
			n, err := answer.Body.Read(buffer)
			if n > 0 {
				if _, err := c.Writer.Write(buffer[:n]); err != nil {
					return
				}
				c.Writer.Flush()
			}
			if err != nil {
				return
			}
		}
	})
}
