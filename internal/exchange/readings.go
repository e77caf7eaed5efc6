// Package exchange reads and writes open formats: readings as CSV, a room's
// outline as DXF and SVG. It reads in bounded memory and names the line at
// fault; what it doesn't know it keeps.
package exchange

import (
	"encoding/csv"
	"fmt"
	"io"
	"strings"
	"unicode/utf8"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// MostBytes is the largest file that is read.
const MostBytes = 8 << 20

// mostRows is how many readings one file may hold.
const mostRows = 4000

// documented is a column with what it holds of a reading: text, or a length.
type documented struct {
	name   string
	text   func(*job.Reading) *string
	length func(*job.Reading) *job.Length
}

// written is what stands in the column; a length without its unit, which the
// header has.
func (c documented) written(r *job.Reading, system measure.System) (string, error) {
	if c.length == nil {
		return *c.text(r), nil
	}
	given := c.length(r)
	if !given.Given() {
		return "", nil
	}
	l, err := given.In(system)
	return strings.TrimSuffix(system.Write(l), " "+unitOf(system)), err
}

// columns are the documented ones, in the order written. Those that hold a
// length carry their unit in the header: "value [in]".
var columns = []documented{
	{name: "id", text: func(r *job.Reading) *string { return &r.ID }},
	{name: "kind", text: func(r *job.Reading) *string { return &r.Kind }},
	{name: "basis", text: func(r *job.Reading) *string { return &r.Basis }},
	{name: "wall", text: func(r *job.Reading) *string { return &r.Place.Wall }},
	{name: "station", length: func(r *job.Reading) *job.Length { return &r.Place.Station }},
	{name: "x", length: func(r *job.Reading) *job.Length { return &r.Place.X }},
	{name: "y", length: func(r *job.Reading) *job.Length { return &r.Place.Y }},
	{name: "value", length: func(r *job.Reading) *job.Length { return &r.Value }},
	{name: "to wall", text: func(r *job.Reading) *string { return &r.To.Wall }},
	{name: "to station", length: func(r *job.Reading) *job.Length { return &r.To.Station }},
	{name: "to x", length: func(r *job.Reading) *job.Length { return &r.To.X }},
	{name: "to y", length: func(r *job.Reading) *job.Length { return &r.To.Y }},
	{name: "instrument", text: func(r *job.Reading) *string { return &r.Instrument }},
	{name: "by", text: func(r *job.Reading) *string { return &r.By }},
	{name: "taken", text: func(r *job.Reading) *string { return &r.Taken }},
	{name: "stood on", text: func(r *job.Reading) *string { return &r.Stood.What }},
	{name: "stood thick", length: func(r *job.Reading) *job.Length { return &r.Stood.Thick }},
	{name: "stopped at", text: func(r *job.Reading) *string { return &r.Stopped.What }},
	{name: "stopped thick", length: func(r *job.Reading) *job.Length { return &r.Stopped.Thick }},
	{name: "replaces", text: func(r *job.Reading) *string { return &r.Replaces }},
}

// units that a header may name, and what a number in them is written with.
var units = map[string]string{"in": "in", "inch": "in", "inches": "in", "mm": "mm", "cm": "cm", "m": "m", "ft": "ft"}

// unitOf is the unit that lengths of a system are written in.
func unitOf(u measure.System) string { return u.Words("in", "mm") }

// WriteReadings writes readings as CSV, with the unit in the header.
func WriteReadings(w io.Writer, readings []job.Reading, system measure.System) error {
	out := csv.NewWriter(w)
	var extra []string
	seen := map[string]bool{}
	for _, r := range readings {
		for _, x := range r.Extra {
			if !seen[x.Column] {
				seen[x.Column] = true
				extra = append(extra, x.Column)
			}
		}
	}
	unit := unitOf(system)
	var head []string
	for _, c := range columns {
		if c.length != nil {
			head = append(head, c.name+" ["+unit+"]")
		} else {
			head = append(head, c.name)
		}
	}
	head = append(head, "void")
	for _, name := range extra {
		head = append(head, guarded(name))
	}
	if err := out.Write(head); err != nil {
		return err
	}
	for _, r := range readings {
		r = filled(r)
		var row []string
		for _, c := range columns {
			text, err := c.written(&r, system)
			if err != nil {
				return fmt.Errorf("reading %s, %s: %w", r.ID, c.name, err)
			}
			if c.length == nil {
				text = guarded(text)
			}
			row = append(row, text)
		}
		void := ""
		if r.Void {
			void = "yes"
		}
		row = append(row, void)
		for _, name := range extra {
			text := ""
			for _, x := range r.Extra {
				if x.Column == name {
					text = x.Value
				}
			}
			row = append(row, guarded(text))
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

// guarded keeps a spreadsheet from taking free text for a formula: it gets an
// apostrophe before it, which bare takes off again. Lengths are numbers, and
// stay as they are.
func guarded(text string) string {
	if text != "" && strings.ContainsRune("=+-@'\t\r", rune(text[0])) {
		return "'" + text
	}
	return text
}

func bare(text string) string { return strings.TrimPrefix(text, "'") }

// SameReading says whether a line of a list says what a reading of the job says:
// its kind, value, place and what it corrects.
func SameReading(a, b job.Reading, system measure.System) bool {
	a, b = filled(a), filled(b)
	alike := func(x, y job.Length) bool {
		p, err1 := x.In(system)
		q, err2 := y.In(system)
		return x.Given() == y.Given() && (!x.Given() || err1 == nil && err2 == nil && max(p-q, q-p) < measure.Millimetre/1000)
	}
	basis := func(r job.Reading) string {
		if r.Kind == "gap" && r.Basis == "" {
			return "open"
		}
		return r.Basis
	}
	if a.Kind != b.Kind || basis(a) != basis(b) || a.Void != b.Void || a.Replaces != b.Replaces || a.Place.Wall != b.Place.Wall || a.To.Wall != b.To.Wall {
		return false
	}
	return alike(a.Value, b.Value) && alike(a.Place.Station, b.Place.Station) && alike(a.Place.X, b.Place.X) && alike(a.Place.Y, b.Place.Y) &&
		alike(a.To.Station, b.To.Station) && alike(a.To.X, b.To.X) && alike(a.To.Y, b.To.Y)
}

func filled(r job.Reading) job.Reading {
	place, to, stood, stopped := job.Place{}, job.Place{}, job.Stood{}, job.Stood{}
	if r.Place != nil {
		place = *r.Place
	}
	if r.Kind == "level" { // a level's begin and rise stand where others have place and value
		if r.From != nil {
			place = *r.From
		}
		if r.To != nil {
			to = *r.To
		}
		r.Value = r.Rise
	}
	r.To = &to
	if r.Stood != nil {
		stood = *r.Stood
	}
	if r.Stopped != nil {
		stopped = *r.Stopped
	}
	r.Place, r.Stood, r.Stopped = &place, &stood, &stopped
	return r
}

// column is what one column of a list holds.
type column struct {
	at   int // in columns, -1 for one that is kept as it is, -2 for void
	name string
	unit string
}

// ReadReadings reads a list of readings. Commas, semicolons and tabs part its
// columns; unknown columns are kept. Every fault names its line; with faults
// nothing is returned. next gives an id to a line that has none.
func ReadReadings(r io.Reader, system measure.System, next func() string) ([]job.Reading, job.Faults) {
	var faults job.Faults
	var out []job.Reading
	var known []column
	eachRow(r, "kind, wall, station [in], value [in], …", mostRows, "readings", &faults, func(names []string) {
		known = heads(names, system, &faults)
	}, func(line string, row []string) bool {
		one, ok := readRow(row, known, line, &faults)
		if ok {
			if one.ID == "" {
				one.ID = next()
			}
			out = append(out, one)
		}
		return ok
	})
	if len(faults) == 0 && len(out) == 0 {
		faults.Add("line 2", "no reading follows the names of the columns")
	}
	if len(faults) > 0 {
		return nil, faults
	}
	return out, nil
}

// heads finds what each column holds.
func heads(names []string, system measure.System, faults *job.Faults) []column {
	var out []column
	seen := map[string]bool{}
	for i, raw := range names {
		if !utf8.ValidString(raw) {
			faults.Add("line 1", "column %d isn't UTF-8: save the file as CSV, UTF-8", i+1)
			return nil
		}
		name, unit := strings.TrimSpace(raw), ""
		if a, b, ok := strings.Cut(name, "["); ok && strings.HasSuffix(b, "]") {
			name, unit = strings.TrimSpace(a), strings.ToLower(strings.TrimSuffix(b, "]"))
		}
		c := column{-1, bare(strings.TrimSpace(raw)), unitOf(system)}
		for k, known := range columns {
			if !strings.EqualFold(known.name, name) {
				continue
			}
			c.at = k
			if unit != "" && known.length != nil {
				if units[unit] == "" {
					faults.Add("line 1", "%q: the unit %q isn't known: write in, ft, mm, cm or m", raw, unit)
				}
				c.unit = units[unit]
			}
			if seen[known.name] {
				faults.Add("line 1", "the column %q stands twice", known.name)
			}
			seen[known.name] = true
		}
		if strings.EqualFold(name, "void") {
			c.at = -2
		}
		out = append(out, c)
	}
	for _, must := range []string{"kind", "value"} {
		if !seen[must] {
			faults.Add("line 1", "no column %q: the names of the columns stand in the first line", must)
		}
	}
	if !seen["station"] && !seen["x"] {
		faults.Add("line 1", "no column \"station\" (with \"wall\"), and none \"x\" (with \"y\"): where was it read?")
	}
	return out
}

func readRow(row []string, known []column, line string, faults *job.Faults) (job.Reading, bool) {
	one := filled(job.Reading{})
	blank := true
	for i, text := range row {
		text = strings.TrimSpace(text)
		if text == "" {
			continue
		}
		blank = false
		if !utf8.ValidString(text) {
			faults.Add(line, "column %d isn't UTF-8: save the file as CSV, UTF-8", i+1)
			return one, false
		}
		if i >= len(known) {
			faults.Add(line, "%d columns, the first line names %d", len(row), len(known))
			return one, false
		}
		c := known[i]
		switch {
		case c.at == -2:
			one.Void = !strings.EqualFold(text, "no")
		case c.at == -1:
			if c.name != "" && len(one.Extra) < 40 {
				one.Extra = append(one.Extra, job.Extra{Column: c.name, Value: bare(text)})
			}
		case columns[c.at].length != nil:
			spelled, err := inUnit(text, c.unit)
			if err != nil {
				faults.Add(line, "%s: %s", columns[c.at].name, err)
				return one, false
			}
			*columns[c.at].length(&one) = job.L(spelled)
		default:
			*columns[c.at].text(&one) = bare(text)
		}
	}
	if blank {
		return one, false
	}
	if *one.Place == (job.Place{}) {
		one.Place = nil
	}
	if *one.To == (job.Place{}) {
		one.To = nil
	}
	if one.Kind == "level" {
		one.From, one.Place = one.Place, nil
		one.Rise, one.Value = one.Value, job.Length{}
	}
	if *one.Stood == (job.Stood{}) {
		one.Stood = nil
	}
	if *one.Stopped == (job.Stood{}) {
		one.Stopped = nil
	}
	return one, true
}

// inUnit puts a bare number's unit to it; one that brings its own keeps it. A
// decimal comma is read as a point.
func inUnit(text, unit string) (string, error) {
	system := measure.Imperial
	if unit == "mm" || unit == "cm" || unit == "m" {
		system = measure.Metric
		if strings.Count(text, ",") == 1 && !strings.Contains(text, ".") {
			text = strings.Replace(text, ",", ".", 1)
		}
	}
	spelled := text
	if strings.IndexFunc(text, func(r rune) bool { return r >= 'a' && r <= 'z' || r == '"' || r == '\'' || r == '″' || r == '′' }) < 0 {
		spelled = text + " " + unit
	}
	l, err := measure.Read(spelled, system)
	if err != nil {
		return "", err
	}
	return system.Write(l), nil
}
