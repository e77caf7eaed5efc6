package exchange

import (
	"bytes"
	"cmp"
	"fmt"
	"io"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"github.com/go-pdf/fpdf"

	"homalos/internal/job"
	"homalos/internal/picture"
	"homalos/internal/plan"
)

// Report is what the report says beside the plan.
type Report struct {
	Job      job.Document
	Revision int64
	At       time.Time
	Paper    Paper
	Room     picture.Room
	Photos   []ReportPhoto
	Left     int // photos that there is no room for
}

// ReportPhoto is a photo with what it shows; no JPEG: it isn't kept here.
type ReportPhoto struct {
	job.Photo
	JPEG []byte
}

// WriteReport writes the report for the client and the inspector as a PDF: the plan, each
// wall as built with its checks, decisions by name, photos, what is open, cautions.
func WriteReport(w io.Writer, p plan.Plan, of Report) error {
	s := newSheets(Paper{of.Paper.Name, of.Paper.High, of.Paper.Wide}, "Report: "+of.Job.Name, of.At)
	s.AliasNbPages("{all}")
	x := &reporter{&woodPage{sheets: s, of: WoodPages{Job: of.Job.Name, Revision: of.Revision, At: of.At, Paper: of.Paper}, wide: of.Paper.High - 2*margin, high: of.Paper.Wide - 2*margin}, p, of}
	x.front()
	for _, wall := range p.Walls {
		x.wall(wall)
	}
	x.decisions()
	x.open()
	x.cautions()
	x.photos()
	return s.write(w)
}

type reporter struct {
	*woodPage
	p      plan.Plan
	report Report
}

// front is the plan, and how each wall stands in a line.
func (x *reporter) front() {
	x.begin("Report", nil)
	x.plan(120)
	x.heading("The walls")
	x.row([]float64{0, 56, 84, 120, 144}, "B", "Wall", "Length", "Pieces", "Checks", "")
	for _, w := range x.p.Proved {
		i := slices.IndexFunc(x.p.Walls, func(one plan.Wall) bool { return one.ID == w.Wall })
		state := "open"
		if w.Closed {
			state = strings.TrimSpace("closed " + day(w.ClosedAt) + " " + w.ClosedBy)
		}
		done := 0
		all := 0
		for _, c := range x.p.Checks {
			if c.Wall == w.Wall {
				all++
				if c.State == "pass" || c.State == "accepted" {
					done++
				}
			}
		}
		x.row([]float64{0, 56, 84, 120, 144}, "", x.named(w.Wall), x.p.Walls[i].Said, fmt.Sprintf("%d of %d stand", w.Stood, w.Worked), fmt.Sprintf("%d of %d", done, all), state)
	}
}

// part begins a part of the report: on a page of its own where little is left of this one.
func (x *reporter) part(title string) {
	x.title = title
	if x.y > margin+x.high*0.55 || x.page == 0 {
		x.begin(title, nil)
		return
	}
	x.y += 5
	x.para(0, 15, "B", title)
}

// named is a wall's id and name.
func (x *reporter) named(id string) string {
	for _, w := range x.report.Job.Walls {
		if w.ID == id && w.Name != "" {
			return id + ", " + strings.ToLower(w.Name)
		}
	}
	return id
}

// row writes cells beside each other, each at its place across and in as many lines as it
// takes; the last takes what is left.
func (x *reporter) row(at []float64, style string, cells ...string) {
	const step = 4.6
	x.font(style, 10)
	lines, most := make([][]string, len(cells)), 1
	for i, text := range cells {
		wide := x.wide - at[i]
		if i+1 < len(at) {
			wide = at[i+1] - at[i] - 2
		}
		if text != "" {
			lines[i] = x.SplitText(text, wide)
		}
		most = max(most, len(lines[i]))
	}
	x.room(step*float64(most) + 2)
	x.font(style, 10)
	for i := range cells {
		for k, line := range lines[i] {
			x.say(margin+at[i], x.y+4+step*float64(k), "L", line)
		}
	}
	x.y += step*float64(most) + 1
	x.SetDrawColor(215, 215, 215)
	x.Line(margin, x.y-0.6, margin+x.wide, x.y-0.6)
	x.SetDrawColor(0, 0, 0)
}

func day(at string) string {
	if t, err := time.Parse(time.RFC3339, at); err == nil {
		return t.Format("2006-01-02")
	}
	return at
}

// reportLayers are those of the drawing that a report shows.
var reportLayers = []string{layerRoom, layerThere, layerStairs, layerThings, layerWalls, layerRoomDims, layerWallDims, layerLabels}

// plan draws the room from above, as high as it may be.
func (x *reporter) plan(high float64) {
	s := drawn(x.report.Room, Title{Job: x.report.Job.Name, System: x.p.Units})
	low, top := picture.Dot{X: math.Inf(1), Y: math.Inf(1)}, picture.Dot{X: math.Inf(-1), Y: math.Inf(-1)}
	grow := func(at picture.Dot, r float64) {
		low.X, low.Y = min(low.X, at.X-r), min(low.Y, at.Y-r)
		top.X, top.Y = max(top.X, at.X+r), max(top.Y, at.Y+r)
	}
	for _, one := range s.shapes {
		if slices.Contains([]string{layerRoom, layerWalls, layerThere}, one.layer) {
			for _, at := range one.at {
				grow(at, 400)
			}
		}
	}
	if math.IsInf(low.X, 1) {
		x.para(0, 11, "", "The room isn't taped, and no wall is placed: there is no plan to draw.")
		return
	}
	scale := min(x.wide/(top.X-low.X), high/(top.Y-low.Y))
	left := margin + (x.wide-scale*(top.X-low.X))/2
	to := func(at picture.Dot) (float64, float64) {
		return left + (at.X-low.X)*scale, x.y + (top.Y-at.Y)*scale
	}
	foot := x.y + scale*(top.Y-low.Y)
	x.ClipRect(margin, x.y, x.wide, foot-x.y, false)
	for _, one := range s.shapes {
		if !slices.Contains(reportLayers, one.layer) || one.like != "" {
			continue
		}
		x.SetLineWidth(max(0.15, kindOf(one.layer).width*scale))
		var points []fpdf.PointType
		for _, at := range one.at {
			a, b := to(at)
			points = append(points, fpdf.PointType{X: a, Y: b})
		}
		if one.closed && len(points) > 2 {
			x.Polygon(points, "D")
			continue
		}
		for i := 1; i < len(points); i++ {
			x.Line(points[i-1].X, points[i-1].Y, points[i].X, points[i].Y)
		}
	}
	x.SetLineWidth(0.25)
	for _, t := range s.texts {
		if !slices.Contains(reportLayers, t.layer) {
			continue
		}
		a, b := to(t.spot)
		x.font("", min(10, max(6, t.height()*scale*72/25.4)))
		wide := x.GetStringWidth(t.text)
		x.TransformBegin()
		x.TransformRotate(t.turn, a, b)
		if t.left {
			x.Text(a, b+1, t.text)
		} else {
			x.Text(a-wide/2, b+1, t.text)
		}
		x.TransformEnd()
	}
	x.ClipEnd()
	x.y = foot + 2
}

// wall is a wall as built: its dimensions as planned and as measured, then its checks.
func (x *reporter) wall(w plan.Wall) {
	x.begin("Wall "+x.named(w.ID), nil)
	i := slices.IndexFunc(x.p.Proved, func(one plan.Proved) bool { return one.Wall == w.ID })
	stands := x.p.Proved[i]
	x.heading("As built")
	doc := x.report.Job.Walls[slices.IndexFunc(x.report.Job.Walls, func(one job.Wall) bool { return one.ID == w.ID })]
	cells := []float64{0, 104, 146}
	x.row(cells, "B", "", "planned", "measured")
	x.row(cells, "", "Length, "+w.Ends[0]+" to "+w.Ends[1], w.Said, "")
	for _, c := range x.p.Checks {
		if c.Wall == w.ID && (c.Kind == "height" || c.Kind == "depth" || c.Kind == "opening-width" || c.Kind == "diagonal") {
			x.row(cells, "", short(c), c.Should, c.Value)
		}
	}
	x.row(cells, "", "Studs of", doc.Lumber, "")
	x.row(cells, "", "Pieces", strconv.Itoa(stands.Worked), fmt.Sprintf("%d cut, %d stand", stands.Cut, stands.Stood))
	for _, o := range doc.Openings {
		size := ""
		if o.Leaf != nil {
			size = "leaf " + o.Leaf.Width.Said(x.p.Units) + " × " + o.Leaf.Height.Said(x.p.Units)
		}
		x.row(cells, "", o.ID+", "+o.Kind, size, "")
	}
	x.heading("Checks")
	left := 0
	for _, c := range x.p.Checks {
		if c.Wall != w.ID {
			continue
		}
		if c.State == "to-do" {
			left++
			continue
		}
		x.check(c)
	}
	if left > 0 {
		x.para(0, 10, "", fmt.Sprintf("%d more checks of this wall aren't made.", left))
	}
	for _, why := range stands.Why {
		if !stands.Closed {
			x.para(0, 10, "", "Before it is closed: "+why)
		}
	}
}

// short is a check's text without its closing full stop.
func short(c plan.Check) string { return strings.TrimSuffix(c.Text, ".") }

// check is a line: what was checked, what was measured, what it should be, what came of it.
func (x *reporter) check(c plan.Check) {
	said := map[string]string{"pass": "as it should be", "mend": "NOT AS IT SHOULD BE", "accepted": "stays, accepted by " + c.By}[c.State]
	var figures []string
	if c.Value != "" {
		figures = append(figures, c.Value)
	}
	if c.Should != "" {
		figures = append(figures, "should be "+c.Should)
	}
	if c.Counted != nil && c.Count != nil {
		figures = append(figures, fmt.Sprintf("%d of %d", *c.Counted, *c.Count))
	}
	if c.Off != "" && c.State != "pass" {
		figures = append(figures, "off "+c.Off)
	}
	if len(c.Photos) > 0 {
		figures = append(figures, fmt.Sprintf("%d %s", len(c.Photos), map[bool]string{true: "photo", false: "photos"}[len(c.Photos) == 1]))
	}
	style := ""
	if c.State != "pass" {
		style = "B"
	}
	x.row([]float64{0, 98, 146}, style, short(c), strings.Join(figures, ", "), said)
	line := strings.TrimSpace(strings.Join([]string{c.Why, day(c.When), map[bool]string{true: c.By}[c.State != "accepted"]}, " "))
	if c.State == "mend" {
		line = strings.TrimSpace(c.Do + " " + line)
	}
	if line != "" && (c.State != "pass" || c.Why != "") {
		x.para(4, 8.5, "", line)
	}
}

// decisions are what was decided by name: licensed people, inspectors, who accepted what.
func (x *reporter) decisions() {
	var all []string
	if a := x.report.Job.Assess; a != nil {
		for _, d := range a.Decisions {
			said := map[string]string{"may-go": "may go", "may-be-opened": "may be opened", "must-stay": "must stay"}[d.Says]
			all = append(all, fmt.Sprintf("Wall that is there, %s: %s. %s, %s, %s.", d.Wall, said, d.Who, d.When, d.Paper))
		}
		for _, s := range a.Supports {
			if s.AskedBy != "" {
				all = append(all, fmt.Sprintf("Temporary support of %s, asked for by %s.", s.Wall, s.AskedBy))
			}
		}
	}
	for _, w := range x.report.Job.Walls {
		for _, o := range w.Openings {
			if b := o.Bearing; b != nil {
				all = append(all, fmt.Sprintf("What carries over %s in wall %s: %s, %s, %s.", o.ID, w.ID, b.By, b.When, b.Paper))
			}
		}
	}
	if s := x.report.Job.Schedule; s != nil {
		for _, c := range s.Consents {
			if c.On != "" {
				all = append(all, fmt.Sprintf("%s agreed to %s on %s.", c.Who, c.What, c.On))
			}
		}
	}
	for _, c := range x.p.Checks {
		switch {
		case c.State == "accepted":
			all = append(all, fmt.Sprintf("%s: %s It stays as it is, accepted by %s, %s. %s", c.Wall, c.Text, c.By, day(c.When), c.Why))
		case c.Kind == "inspector" && c.State == "pass":
			all = append(all, fmt.Sprintf("%s: %s Passed, %s, %s. %s", c.Wall, c.Text, cmp.Or(c.By, "nobody named"), day(c.When), c.Why))
		}
	}
	x.part("Decisions")
	if len(all) == 0 {
		x.para(0, 11, "", "None is written down.")
	}
	x.list(all, false)
}

// open is the open list: what is open first, then what was built otherwise than designed,
// then what was settled.
func (x *reporter) open() {
	var open, built, settled []string
	for _, o := range x.p.OpenList {
		said := o.What
		if o.Wall != "" && !strings.Contains(said, o.Wall) {
			said = o.Wall + ": " + said
		}
		if o.Who != "" {
			said += " (" + o.Who + ")"
		}
		if o.Due != "" {
			said += " By " + o.Due + "."
		}
		switch {
		case o.Settled != nil:
			settled = append(settled, said+" Settled: "+strings.TrimSpace(o.Settled.Line+" "+day(o.Settled.At)+" "+o.Settled.By))
		default:
			open = append(open, said)
		}
		if o.Kind == "substitution" {
			built = append(built, fmt.Sprintf("%s: designed %s; built %s.", o.What, o.Designed, o.Built))
		}
	}
	x.part("Open")
	if len(open) == 0 {
		x.para(0, 11, "", "Nothing is open.")
	}
	x.list(open, true)
	if len(built) > 0 {
		x.heading("Built otherwise than designed")
		x.list(built, false)
	}
	if len(settled) > 0 {
		x.heading("Settled")
		x.list(settled, false)
	}
}

// photos are two across, each with what it shows.
func (x *reporter) photos() {
	if len(x.report.Photos) == 0 {
		return
	}
	x.begin("Photos", nil)
	if x.report.Left > 0 {
		x.para(0, 10, "", fmt.Sprintf("The last %d; %d earlier ones are kept with the job.", len(x.report.Photos), x.report.Left))
	}
	wide, high := (x.wide-6)/2, 72.0
	for i, f := range x.report.Photos {
		if i%2 == 0 {
			x.room(high + 14)
		}
		at := margin + float64(i%2)*(wide+6)
		if err := x.photo(f, at, wide, high); err != nil {
			x.Rect(at, x.y, wide, high, "D")
			x.fitted(at+3, x.y+high/2, wide-6, "L", "", 9, "This photo isn't kept here.")
		}
		what := strings.Join(slices.DeleteFunc([]string{f.Wall, f.Member, f.What}, func(t string) bool { return t == "" }), ", ")
		x.fitted(at, x.y+high+4.5, wide, "L", "B", 9, what)
		x.fitted(at, x.y+high+8.5, wide, "L", "", 8, strings.TrimSpace(day(f.At)+" "+f.By))
		if i%2 == 1 || i == len(x.report.Photos)-1 {
			x.y += high + 12
		}
	}
}

func (x *reporter) photo(f ReportPhoto, at, wide, high float64) error {
	if f.JPEG == nil {
		return io.EOF
	}
	how := fpdf.ImageOptions{ImageType: "JPG"}
	info := x.RegisterImageOptionsReader(f.Sum, how, bytes.NewReader(f.JPEG))
	if info == nil || x.Err() {
		x.ClearError()
		return io.ErrUnexpectedEOF
	}
	scale := min(wide/info.Width(), high/info.Height())
	w, h := info.Width()*scale, info.Height()*scale
	x.ImageOptions(f.Sum, at+(wide-w)/2, x.y+(high-h)/2, w, h, false, how, 0, "")
	return nil
}

func (x *reporter) cautions() {
	x.part("Heed")
	x.list([]string{
		"This report says what was measured and entered. It is no word that a wall is safe, nor that it may be taken out.",
		"What carries is for a licensed engineer to name; no header that carries was sized here.",
		"The inspector and the local code decide over every line here, and over what boards hide.",
		"What is listed as open is not done.",
	}, false)
	stops := 0
	for _, w := range x.p.Walls {
		for _, f := range w.Findings {
			if f.Level == "stop" {
				stops++
				x.list([]string{w.ID + ": " + f.Text + " " + f.Fix}, false)
			}
		}
	}
	if stops == 0 {
		x.para(0, 10, "", "No stop stands against a wall of this job, as far as it was read.")
	}
}
