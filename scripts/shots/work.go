package main

import (
	"bytes"
	"encoding/json"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"io"
	"net/http"
	"strings"

	"github.com/google/uuid"
)

type said map[string]any

func call(method, at, kind string, body []byte, to any) error {
	request, err := http.NewRequest(method, at, bytes.NewReader(body))
	if err != nil {
		return err
	}
	request.Header.Set("Content-Type", kind)
	response, err := http.DefaultClient.Do(request)
	if err != nil {
		return err
	}
	defer func() { _ = response.Body.Close() }()
	raw, err := io.ReadAll(response.Body)
	if err == nil && response.StatusCode >= 300 {
		err = fmt.Errorf("%s %s: %s", method, at, raw)
	}
	if err == nil && to != nil {
		err = json.Unmarshal(raw, to)
	}
	return err
}

// inches reads a plan's length, such as 93 1/16 in.
func inches(text string) (out float64) {
	for _, part := range strings.Fields(strings.TrimSuffix(text, " in")) {
		over, under := 0.0, 1.0
		_, _ = fmt.Sscanf(part, "%f/%f", &over, &under) // a whole number has no second one
		out += over / under
	}
	return out
}

// framed is a made-up photo: studs between two plates.
func framed() []byte {
	out := image.NewRGBA(image.Rect(0, 0, 900, 600))
	for y := range 600 {
		for x := range 900 {
			c := color.RGBA{205, 200, 190, 255}
			if x%190 < 26 || y < 40 || y > 556 {
				c = color.RGBA{uint8(214 - x%9), uint8(178 - y%7), 122, 255}
			}
			out.Set(x, y, c)
		}
	}
	var raw bytes.Buffer
	_ = jpeg.Encode(&raw, out, nil) // into memory: it never fails
	return raw.Bytes()
}

// prove does some made-up work on the demo job, so that there is something to prove.
func prove(base string) error {
	job := base + "/api" + bindery
	by := "Ines"
	send := func(edits ...said) error {
		var now struct{ Revision int64 }
		if err := call("GET", job, "", nil, &now); err != nil {
			return err
		}
		for _, e := range edits {
			e["id"] = uuid.Must(uuid.NewV7()).String()
		}
		raw, err := json.Marshal(said{"revision": now.Revision, "by": by, "device": by, "edits": edits})
		if err != nil {
			return err
		}
		return call("POST", job+"/edits", "application/json", raw, nil)
	}
	note := func(part string, line said) said { return said{"do": "note", "part": part, "line": line} }
	check := func(id string, more said) said {
		more["check"] = id
		return note("checks", more)
	}
	var plan struct {
		Saw []struct {
			State, Length string
			Pieces        []struct {
				Member string
				Cut    bool
			}
		}
	}
	if err := call("GET", job+"/plan", "", nil, &plan); err != nil {
		return err
	}
	n := 0
	for _, c := range plan.Saw {
		for _, p := range c.Pieces {
			if c.State != "ready" || p.Cut || n >= 26 {
				continue
			}
			n++
			by = []string{"Tomas", "Ines"}[n%2]
			cut := said{"member": p.Member, "length": c.Length}
			switch {
			case n%9 == 4:
				if err := send(said{"do": "cut", "cut": said{"member": p.Member, "length": c.Length, "came": "40 in", "miscut": true, "why": []string{"burnt inch", "the stop had moved"}[n%2]}}); err != nil {
					return err
				}
			case n%3 == 0:
				cut["came"] = fmt.Sprintf("%.5f in", inches(c.Length)+[]float64{1, -1, 0, 2}[n/3%4]/32)
			}
			if err := send(said{"do": "cut", "cut": cut}); err != nil {
				return err
			}
		}
	}
	var kept said
	if err := call("POST", job+"/photos", "image/jpeg", framed(), &kept); err != nil {
		return err
	}
	kept["check"], kept["what"] = "B.hidden", "wall B, open, from the hall"
	for _, some := range [][]said{
		{check("B.marks.bottom", said{"value": "143 1/4 in"}), check("B.marks.top", said{"value": "143 1/4 in"}), check("B.depth", said{"value": "3 1/2 in"})},
		{check("B.plumb-across.start", said{"value": "1/32 in"}), check("B.plumb-across.middle", said{"value": "0"}), check("B.plumb-across.end", said{"value": "1/8 in"})},
		{check("B.plumb-along.start", said{"value": "0"}), check("B.straight.bottom", said{"value": "1/16 in"}), check("B.height.start", said{"value": "97 1/16 in"}), check("B.light", said{"value": "1/8 in"})},
		{check("B.light", said{"accepted": true, "by": "the bindery's owner", "why": "skirting covers it"}), check("B.fixings", said{"is": "yes"}), note("photos", kept)},
		{note("items", said{"kind": "substitution", "what": "Header over D2", "wall": "B", "designed": "one 2x4 on edge", "built": "two, flat", "who": "Ines", "due": "2026-12-09"})},
		{note("items", said{"kind": "closure", "what": "Sheet over the hall's doorway", "wall": "B", "who": "Tomas", "due": "2026-12-11"})},
		{note("settled", said{"item": "brace.D.1", "line": "taken off, the wall is fixed"})},
		{said{"do": "worked", "worked": said{"task": "B.mark", "hours": 1.25, "people": 1, "on": "2026-12-02"}}, said{"do": "worked", "worked": said{"task": "B.cut", "hours": 2, "people": 1, "on": "2026-12-02"}}},
	} {
		by = "Ines"
		if err := send(some...); err != nil {
			return err
		}
	}
	return nil
}
