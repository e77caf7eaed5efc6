// Package servertest works at a running application as devices of a crew do,
// for tests.
package servertest

import (
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net/http"
	"reflect"
	"time"

	"homalos/internal/job"
	"homalos/internal/job/jobtest"
)

// Device is one that edits a job over HTTP. What was sent and not answered is
// sent again until it is.
type Device struct {
	At   func() string // address of the application now: it may come back at another
	Job  string
	Crew *jobtest.Crew
	Undo bool // it takes back what it did, now and then

	Made     []string // ids of edits that the application has acknowledged
	Refused  int      // requests that could not be made
	Conflict int
}

var client = &http.Client{Timeout: 30 * time.Second}

// Call asks the application, and decodes what it answers into to.
func Call(ctx context.Context, method, url string, body, to any) (status int, err error) {
	raw, err := json.Marshal(body)
	if err != nil {
		return 0, err
	}
	request, err := http.NewRequestWithContext(ctx, method, url, bytes.NewReader(raw))
	if err != nil {
		return 0, err
	}
	request.Header.Set("Content-Type", "application/json")
	response, err := client.Do(request)
	if err != nil {
		return 0, err
	}
	defer func() { _ = response.Body.Close() }()
	said, err := io.ReadAll(response.Body)
	if err == nil && to != nil && response.StatusCode == http.StatusOK {
		// decoding into what is there would change edits that were made of it
		reflect.ValueOf(to).Elem().SetZero()
		err = json.Unmarshal(said, to)
	} else if err == nil && response.StatusCode >= 400 {
		err = &Refusal{response.StatusCode, string(said)}
	}
	return response.StatusCode, err
}

// Refusal is an answer that says no.
type Refusal struct {
	Status int
	Said   string
}

func (r *Refusal) Error() string { return fmt.Sprintf("%d: %.1500s", r.Status, r.Said) }

// Answer is as much of an answer as a device goes by.
type Answer struct {
	Revision int
	Document job.Document
	Undo     *struct{ Edit string }
}

// Work edits the job until the context ends.
func (d *Device) Work(ctx context.Context) error {
	var now Answer
	sent := context.WithoutCancel(ctx) // what was sent is answered, when it leaves off too
	for ctx.Err() == nil {
		if d.Crew.IntN(3) == 0 || now.Revision == 0 { // else on an old page
			if status, err := Call(sent, "GET", d.At()+"/api/jobs/"+d.Job, nil, &now); err != nil || status != http.StatusOK {
				pause(ctx)
				continue
			}
		}
		edits := []job.Edit{d.Crew.Edit(now.Document)}
		if d.Crew.IntN(5) == 0 {
			edits = append(edits, d.Crew.Edit(now.Document))
		}
		if d.Undo && now.Undo != nil && d.Crew.IntN(4) == 0 {
			edits = []job.Edit{{ID: d.Crew.ID(), Act: &job.Undo{Edit: now.Undo.Edit}}}
		}
		request := job.Request{Revision: now.Revision, By: d.Crew.Name, Device: d.Crew.Name, Edits: edits}
		if err := d.send(ctx, request, &now); err != nil {
			return err
		}
	}
	return nil
}

// send sends a request until it is answered, and now and then once more.
func (d *Device) send(ctx context.Context, r job.Request, now *Answer) error {
	sent := context.WithoutCancel(ctx)
	for ctx.Err() == nil {
		status, _ := Call(sent, "POST", d.At()+"/api/jobs/"+d.Job+"/edits", r, now)
		if status == 0 || status >= 500 {
			if status == http.StatusInternalServerError {
				return fmt.Errorf("%s: the application failed", d.Crew.Name)
			}
			pause(ctx) // the line is down: it may have arrived all the same
			continue
		}
		switch status {
		case http.StatusOK:
			for _, e := range r.Edits {
				d.Made = append(d.Made, e.ID)
			}
			if d.Crew.IntN(6) == 0 { // the answer was lost on the way
				again, err := Call(sent, "POST", d.At()+"/api/jobs/"+d.Job+"/edits", r, nil)
				if again != 0 && again != http.StatusOK && again < 500 {
					text, _ := json.Marshal(r)
					return fmt.Errorf("%s: sent again, %s: %w", d.Crew.Name, text, err)
				}
			}
		case http.StatusConflict:
			d.Conflict++
			now.Revision = 0 // look again
		default:
			d.Refused++
			now.Revision = 0
		}
		return nil
	}
	return nil
}

func pause(ctx context.Context) {
	select {
	case <-ctx.Done():
	case <-time.After(50 * time.Millisecond):
	}
}

// Step is as much of a line of the log as a check goes by.
type Step struct {
	Revision int
	Edit     string
	Undoes   int
	Redoes   int
	Edits    []struct{ ID string }
}

// TakeAllBack goes the whole log back, newest first: what was done is taken
// back, what was taken back is made again.
func TakeAllBack(ctx context.Context, at, id string, steps []Step, last int) error {
	edit := map[int]string{}
	for _, s := range steps {
		edit[s.Revision] = s.Edit
	}
	for i := len(steps) - 1; i > 0; i-- { // the first one began the job
		s := steps[i]
		var turn job.Act = &job.Undo{Edit: s.Edit}
		if s.Undoes != 0 {
			turn = &job.Redo{Edit: edit[s.Undoes]}
		} else if s.Redoes != 0 {
			turn = &job.Undo{Edit: edit[s.Redoes]}
		}
		request := job.Request{Revision: last, Edits: []job.Edit{{ID: fmt.Sprint("back-", s.Revision), Act: turn}}}
		var now Answer
		if _, err := Call(ctx, "POST", at+"/api/jobs/"+id+"/edits", request, &now); err != nil {
			return fmt.Errorf("taking revision %d back: %w", s.Revision, err)
		}
		last = now.Revision
	}
	return nil
}
