package exchange

import (
	"fmt"
	"io"
	"math"
	"slices"
	"strings"
	"time"

	"homalos/internal/plan"
)

// WoodPages is what pages of the wood say besides their lists.
type WoodPages struct {
	Job      string
	Revision int64
	At       time.Time
	Paper    Paper
	Lists    []string // of saw, sticks, yard and boards: those that are printed, in this order
}

// woodPage is upright sheets with a head and a foot.
type woodPage struct {
	*sheets
	of         WoodPages
	wide, high float64
	y          float64
	title      string
	every      func() // what stands at the head of each page of the list
	page       int
}

// WriteWood writes lists of a plan's wood as a PDF: the saw list to tick, the sticks as
// boards with their marks, the yard list, the sheet plan of each face.
func WriteWood(w io.Writer, p plan.Plan, of WoodPages) error {
	s := newSheets(Paper{of.Paper.Name, of.Paper.High, of.Paper.Wide}, "Wood of "+of.Job, of.At)
	s.AliasNbPages("{all}")
	x := &woodPage{sheets: s, of: of, wide: of.Paper.High - 2*margin, high: of.Paper.Wide - 2*margin}
	for _, list := range of.Lists {
		switch list {
		case "saw":
			x.sawList(p)
		case "sticks":
			x.stickList(p)
		case "yard":
			x.yardList(p)
		case "boards":
			x.sheetPlan(p)
		}
	}
	return s.write(w)
}

// begin opens the first page of a list.
func (x *woodPage) begin(title string, every func()) {
	x.title, x.every = title, every
	x.next()
}

func (x *woodPage) next() {
	x.AddPage()
	x.page++
	x.font("B", 17)
	x.say(margin, margin+6, "L", x.title)
	x.fitted(margin+x.wide, margin+6, x.wide*0.55, "R", "", 10, x.of.Job)
	x.font("", 8)
	x.say(margin, margin+x.high, "L", fmt.Sprintf("As of revision %d, %s.", x.of.Revision, x.of.At.Format("2006-01-02 15:04")))
	x.say(margin+x.wide, margin+x.high, "R", fmt.Sprintf("page %d of {all}", x.page))
	x.y = margin + 12
	if x.every != nil {
		x.every()
	}
}

// room sees that so much is left on the page.
func (x *woodPage) room(high float64) {
	if x.y+high > margin+x.high-5 {
		x.next()
	}
}

func (x *woodPage) sawList(p plan.Plan) {
	x.begin("Saw list", func() {
		x.font("", 9)
		x.SetTextColor(90, 90, 90)
		x.say(margin+36, x.y+3, "R", "length")
		x.say(margin+40, x.y+3, "L", "lumber")
		x.say(margin+74, x.y+3, "L", "pieces, each with a box to tick")
		x.SetTextColor(0, 0, 0)
		x.y += 5
	})
	for _, c := range plan.CallList(p) {
		lines := x.ticks(c, false)
		x.room(lines*6.4 + 2.4)
		ready := c.State == "ready"
		style := "B"
		if !ready {
			style = ""
		}
		x.fitted(margin+36, x.y+5.4, 36, "R", style, 16, c.Said)
		x.fitted(margin+40, x.y+5, 32, "L", "", 10, fmt.Sprintf("%s × %d", c.Lumber, len(c.Pieces)))
		if !ready {
			x.fitted(margin+40, x.y+9, 32, "L", "B", 8, map[string]string{"blocked": "stopped"}[c.State]+map[string]string{"measure-first": "tape first"}[c.State])
		}
		x.ticks(c, true)
		x.y += max(lines*6.4, 9) + 1.2
		x.SetDrawColor(200, 200, 200)
		x.Line(margin, x.y-0.6, margin+x.wide, x.y-0.6)
		x.SetDrawColor(0, 0, 0)
	}
}

// ticks lays a line's pieces out, each with a box, and says how many lines that takes.
func (x *woodPage) ticks(c plan.Call, draw bool) (lines float64) {
	x.font("", 10.5)
	at, n := margin+74.0, 1
	for _, p := range c.Pieces {
		text := p.Member
		if p.Bevel != "" {
			text += " (" + p.Bevel + ")"
		}
		if p.CutAt != "" {
			text += " was cut " + p.CutAt
		}
		wide := x.GetStringWidth(text) + 8
		if at+wide > margin+x.wide && at > margin+74 {
			at, n = margin+74, n+1
		}
		if draw {
			top := x.y + 1.6 + float64(n-1)*6.4
			x.Rect(at, top, 3.4, 3.4, "D")
			if p.Cut {
				x.Line(at, top+3.4, at+3.4, top)
			}
			x.fitted(at+4.6, top+3.2, x.wide-79, "L", "", 10.5, text)
		}
		at += wide
	}
	return float64(n)
}

func (x *woodPage) stickList(p plan.Plan) {
	x.begin("Sticks", nil)
	const name, left = 34.0, 22.0
	board := x.wide - name - left
	for _, s := range p.Sticks {
		x.room(14)
		x.fitted(margin, x.y+5, name-2, "L", "B", 11, s.ID)
		where := bareLength(s.Stock)
		if s.There != "" {
			where += ", " + strings.Trim(s.There+" "+s.Place+" "+s.Label, " ")
		}
		if s.Is != "" {
			where += ", " + s.Is
		}
		x.fitted(margin, x.y+9.5, name-2, "L", "", 8.5, where)
		wide := board * s.Share
		x.Rect(margin+name, x.y, wide, 10, "D")
		end := 0.0
		for i, c := range s.Cuts {
			from, to := margin+name+wide*c.Begins, margin+name+wide*c.Ends
			if i == 0 && c.Begins > 0 {
				x.hatch(margin+name, x.y, wide*c.Begins, 10)
			}
			x.Line(to, x.y, to, x.y+10)
			if c.Member != "" && to-from > 7 {
				x.fitted(from+1, x.y+4.6, to-from-2, "L", "B", 10, bareLength(c.Length))
				x.fitted(from+1, x.y+8.6, to-from-2, "L", "", 7.5, c.Member)
			}
			if i < s.Cut {
				x.Line(from, x.y+10, to, x.y)
			}
			end = c.Ends
		}
		if end < 0.999 {
			x.hatch(margin+name+wide*end, x.y, wide*(1-end), 10)
		}
		x.fitted(margin+x.wide, x.y+5, left-1, "R", "", 9.5, bareLength(s.Offcut)+" left")
		if s.Kept {
			x.fitted(margin+x.wide, x.y+9, left-1, "R", "", 8, "keep it")
		}
		x.y += 13.5
	}
}

// bareLength is a length without its unit, which is the job's.
func bareLength(text string) string {
	return strings.TrimSuffix(strings.TrimSuffix(text, " in"), " mm")
}

// hatch marks wood that nothing is cut from.
func (x *woodPage) hatch(left, top, wide, high float64) {
	x.SetDrawColor(150, 150, 150)
	for at := -high; at < wide; at += 2.2 {
		from, to := math.Max(at, 0), math.Min(at+high, wide)
		if to > from {
			x.Line(left+from, top+high-(from-at), left+to, top+high-(to-at))
		}
	}
	x.SetDrawColor(0, 0, 0)
	x.Rect(left, top, wide, high, "D")
}

func (x *woodPage) yardList(p plan.Plan) {
	columns := []struct {
		at   float64
		head string
	}{{92, "need"}, {110, "there"}, {130, "to order"}, {160, "price of one"}, {0, "price"}}
	columns[4].at = x.wide
	x.begin("Yard list", func() {
		x.font("", 9)
		x.SetTextColor(90, 90, 90)
		for _, c := range columns {
			x.say(margin+c.at, x.y+3, "R", c.head)
		}
		x.SetTextColor(0, 0, 0)
		x.y += 5
	})
	money := func(v float64) string { return fmt.Sprintf("%.2f", v) }
	count := func(v float64, unit string) string {
		text := cellText(v)
		if unit != "each" {
			text += " " + unit
		}
		return text
	}
	for _, r := range p.Yard.Rows {
		x.room(8)
		x.fitted(margin, x.y+5, 76, "L", "", 11, r.Said)
		order := count(r.Order, r.Unit)
		if r.Packs > 0 {
			order = cellText(r.Packs) + " × " + cellText(r.Pack)
		}
		cells := []string{count(r.Need, r.Unit), "", order, "", ""}
		if r.There > 0 {
			cells[1] = count(r.There, r.Unit)
		}
		if r.Priced {
			cells[3], cells[4] = money(r.Each), money(r.Price)
		}
		for i, c := range columns {
			style := ""
			if i == 2 {
				style = "B"
			}
			x.fitted(margin+c.at, x.y+5, 26, "R", style, 11, cells[i])
		}
		x.y += 7
		x.SetDrawColor(200, 200, 200)
		x.Line(margin, x.y, margin+x.wide, x.y)
		x.SetDrawColor(0, 0, 0)
	}
	x.room(30)
	x.y += 7
	for _, one := range []struct {
		said string
		v    float64
		bold string
	}{{"sum of what has a price", p.Yard.Sum, ""}, {"tax", p.Yard.Tax, ""}, {"total", p.Yard.Total, "B"}} {
		if p.Yard.Sum == 0 || one.v == 0 {
			continue
		}
		x.font(one.bold, 11)
		x.say(margin+130, x.y, "R", one.said)
		x.say(margin+x.wide, x.y, "R", money(one.v))
		x.y += 6
	}
	x.font("", 9)
	if p.Yard.Open > 0 {
		x.say(margin, x.y+2, "L", fmt.Sprintf("Rows without a price, %d of them, are in no sum.", p.Yard.Open))
		x.y += 5
	}
	if len(p.Yard.Unread) > 0 {
		x.say(margin, x.y+2, "L", "Not counted yet, as their height isn't read: boards and insulation of "+strings.Join(p.Yard.Unread, ", ")+".")
		x.y += 5
	}
	x.say(margin, x.y+2, "L", "Fixings are counted by the crew's schedule; the local code and the makers' sheets decide.")
}

// sheetPlan draws each boarded face with its boards, seen from its own side.
func (x *woodPage) sheetPlan(p plan.Plan) {
	x.begin("Sheet plan", nil)
	for _, w := range p.Walls {
		for _, f := range w.Faces {
			if len(f.Boards) > 0 {
				x.face(w, f)
			}
		}
	}
}

func (x *woodPage) face(w plan.Wall, f plan.Face) {
	var long, high float64
	for _, b := range f.Boards {
		long, high = math.Max(long, b.Box[2]), math.Max(high, b.Box[3])
	}
	scale := math.Min(x.wide/long, 100/high)
	var tells []string
	for _, b := range f.Boards {
		for _, text := range b.Tells {
			if !slices.Contains(tells, text) { // alike boards say alike
				tells = append(tells, text)
			}
		}
	}
	x.room(high*scale + 14 + math.Min(float64(len(tells)), 6)*4)
	side := "the face on the line"
	if f.Face == "back" {
		side = "the other face"
	}
	x.font("B", 12)
	x.say(margin, x.y+4, "L", "Wall "+w.ID)
	x.font("", 10)
	x.say(margin+22, x.y+4, "L", side+", boards "+f.Lie)
	top := x.y + 7
	place := func(b [4]float64) (left, upper, wide, tall float64) {
		from, to := b[0], b[2]
		if f.Mirror {
			from, to = long-b[2], long-b[0]
		}
		return margin + from*scale, top + (high-b[3])*scale, (to - from) * scale, (b[3] - b[1]) * scale
	}
	for _, b := range f.Boards {
		l, u, wd, t := place(b.Box)
		x.Rect(l, u, wd, t, "D")
		for _, h := range b.Holes {
			hl, hu, hw, ht := place(h.Box)
			x.hatch(hl, hu, hw, ht)
		}
		if wd > 9 && t > 9 {
			x.fitted(l+1.5, u+5.5, wd-3, "L", "B", 12, fmt.Sprint(b.Board))
			said := b.Said
			if b.Rest {
				said += ", from a rest"
			}
			x.fitted(l+1.5, u+9.5, wd-3, "L", "", 8, said)
		}
	}
	x.y = top + high*scale + 4
	x.font("", 8.5)
	for i, text := range tells {
		if i == 6 {
			x.say(margin, x.y, "L", fmt.Sprintf("and %d more: see the list", len(tells)-6))
			x.y += 4
			break
		}
		x.fitted(margin, x.y, x.wide, "L", "", 8.5, text)
		x.y += 4
	}
	x.y += 4
}
