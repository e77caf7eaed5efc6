package exchange

import (
	"encoding/csv"
	"io"
	"strconv"
	"strings"

	"github.com/xuri/excelize/v2"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
)

// Table is one list of a plan's wood: lengths and counts are numbers, lengths of the
// job's unit, which the head names; all else is text, and runs nothing.
type Table struct {
	Name string // of its file, or its sheet
	Said string
	Head []string
	Rows [][]any // string, float64 or int
}

// number is a plan's length as a spreadsheet adds it up; nothing for none.
func number(text string, u measure.System) any {
	l, err := job.L(text).In(u)
	if err != nil || text == "" {
		return ""
	}
	if u == measure.Imperial {
		return l.Inches()
	}
	return l.Millimetres()
}

// List is one of a plan's lists of wood.
type List struct {
	Name, Said string
	of         func(plan.Plan) Table
}

// Lists are all there are.
var Lists = []List{
	{"saw", "Saw list", sawTable}, {"sticks", "Sticks", stickTable}, {"yard", "Yard list", yardTable}, {"boards", "Sheet plan", boardTable},
	{"insulation", "Insulation by bay", bayTable},
}

// Of is the list of a plan.
func (l List) Of(p plan.Plan) Table {
	t := l.of(p)
	t.Name, t.Said = l.Name, l.Said
	return t
}

// Tables are all lists of a plan's wood.
func Tables(p plan.Plan) (out []Table) {
	for _, l := range Lists {
		out = append(out, l.Of(p))
	}
	return out
}

// sawTable is the pieces as they are called: one row each.
func sawTable(p plan.Plan) Table {
	unit := " [" + unitOf(p.Units) + "]"
	t := Table{Head: []string{"piece", "wall", "kind", "lumber", "length" + unit, "said", "state", "cut by", "cut at", "stick", "ends"}}
	for _, c := range plan.CallList(p) {
		for _, x := range c.Pieces {
			state := x.Life
			if c.State == "blocked" && !x.Cut {
				state = c.State
			}
			t.Rows = append(t.Rows, []any{x.Member, x.Wall, x.Kind, c.Lumber, number(c.Length, p.Units), c.Said, state, x.By, x.At, x.Stick, x.Bevel})
		}
	}
	return t
}

// stickTable is the sticks: one row each, with what is cut from it in order.
func stickTable(p plan.Plan) Table {
	unit := " [" + unitOf(p.Units) + "]"
	t := Table{Head: []string{"stick", "lumber", "length" + unit, "from", "place", "is", "pieces", "of them cut", "cut from it", "left" + unit, "kept"}}
	for _, s := range p.Sticks {
		var cuts []string
		for _, c := range s.Cuts {
			cuts = append(cuts, c.Member+" "+c.Length)
		}
		from, kept := s.There, ""
		if from == "" {
			from = "bought"
		}
		if s.Kept {
			kept = "yes"
		}
		place := strings.Trim(s.Place+", "+s.Label, ", ")
		t.Rows = append(t.Rows, []any{s.ID, s.Lumber, number(s.Stock, p.Units), from, place, s.Is, len(s.Cuts), s.Cut, strings.Join(cuts, "; "), number(s.Offcut, p.Units), kept})
	}
	return t
}

// yardTable is what is bought, with what it costs where that is known.
func yardTable(p plan.Plan) Table {
	t := Table{Head: []string{"what", "lumber", "length [" + unitOf(p.Units) + "]", "unit", "need", "there", "to order", "of that for culls", "packs", "price of one", "price"}}
	for _, r := range p.Yard.Rows {
		packs, each, price := any(""), any(""), any("")
		if r.Packs > 0 {
			packs = r.Packs
		}
		if r.Priced {
			each, price = r.Each, r.Price
		}
		t.Rows = append(t.Rows, []any{r.Said, r.Lumber, number(r.Stock, p.Units), r.Unit, r.Need, r.There, r.Order, r.Cull, packs, each, price})
	}
	if p.Yard.Sum > 0 {
		blank := func(what string, v float64) []any { return []any{what, "", "", "", "", "", "", "", "", "", v} }
		t.Rows = append(t.Rows, blank("sum of what has a price", p.Yard.Sum))
		if p.Yard.Tax > 0 {
			t.Rows = append(t.Rows, blank("tax", p.Yard.Tax))
		}
		t.Rows = append(t.Rows, blank("total", p.Yard.Total))
	}
	return t
}

// boardTable is the sheet plan: one row for each board as it hangs.
func boardTable(p plan.Plan) Table {
	unit := " [" + unitOf(p.Units) + "]"
	t := Table{Head: []string{"wall", "face", "row", "from" + unit, "to" + unit, "low" + unit, "high" + unit, "cut as", "board", "from a rest", "cut out", "note"}}
	for _, w := range p.Walls {
		for _, f := range w.Faces {
			for _, b := range f.Boards {
				var holes []string
				for _, h := range b.Holes {
					holes = append(holes, h.What+" "+h.From+" to "+h.To+", "+h.Low+" to "+h.High+" up")
				}
				rest := ""
				if b.Rest {
					rest = "yes"
				}
				t.Rows = append(t.Rows, []any{
					w.ID, f.Face, b.Row, number(b.From, p.Units), number(b.To, p.Units), number(b.Low, p.Units), number(b.High, p.Units), b.Said, b.Board, rest,
					strings.Join(holes, "; "), strings.Join(b.Tells, "; "),
				})
			}
		}
	}
	return t
}

// bayTable is the insulation by bay.
func bayTable(p plan.Plan) Table {
	unit := " [" + unitOf(p.Units) + "]"
	t := Table{Head: []string{"wall", "from" + unit, "to" + unit, "cut wide" + unit, "cut high" + unit, "side by side"}}
	for _, b := range p.Yard.Bays {
		t.Rows = append(t.Rows, []any{b.Wall, number(b.From, p.Units), number(b.To, p.Units), number(b.Wide, p.Units), number(b.High, p.Units), b.Across})
	}
	return t
}

// WriteCSV writes a table as CSV.
func (t Table) WriteCSV(w io.Writer) error {
	rows := make([][]string, len(t.Rows))
	for i, r := range t.Rows {
		for _, cell := range r {
			rows[i] = append(rows[i], cellText(cell))
		}
	}
	return table(w, t.Head, rows)
}

func cellText(cell any) string {
	switch v := cell.(type) {
	case float64:
		return strconv.FormatFloat(v, 'f', -1, 64)
	case int:
		return strconv.Itoa(v)
	case string:
		return guarded(v)
	}
	return ""
}

// table writes rows under a head.
func table(w io.Writer, head []string, rows [][]string) error {
	out := csv.NewWriter(w)
	if err := out.Write(head); err != nil {
		return err
	}
	for _, r := range rows {
		if err := out.Write(r); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}

// WriteXLSX writes tables as the sheets of a workbook: numbers as numbers, text as text,
// never a formula.
func WriteXLSX(w io.Writer, all []Table) error {
	book := excelize.NewFile()
	defer func() { _ = book.Close() }()
	bold, err := book.NewStyle(&excelize.Style{Font: &excelize.Font{Bold: true}, Alignment: &excelize.Alignment{Vertical: "top", WrapText: true}})
	if err != nil {
		return err
	}
	for i, t := range all {
		if i == 0 {
			err = book.SetSheetName("Sheet1", t.Said)
		} else {
			_, err = book.NewSheet(t.Said)
		}
		if err == nil {
			err = writeSheet(book, t, bold)
		}
		if err != nil {
			return err
		}
	}
	return book.Write(w)
}

func writeSheet(book *excelize.File, t Table, bold int) error {
	out, err := book.NewStreamWriter(t.Said)
	if err != nil {
		return err
	}
	wide := make([]int, len(t.Head))
	for i, h := range t.Head {
		wide[i] = len(h)
	}
	for _, r := range t.Rows {
		for i, cell := range r {
			wide[i] = max(wide[i], len(cellText(cell)))
		}
	}
	for i, n := range wide {
		if err := out.SetColWidth(i+1, i+1, float64(min(n, 60)+2)); err != nil {
			return err
		}
	}
	if err := out.SetPanes(&excelize.Panes{Freeze: true, YSplit: 1, TopLeftCell: "A2", ActivePane: "bottomLeft"}); err != nil {
		return err
	}
	head := make([]any, len(t.Head))
	for i, h := range t.Head {
		head[i] = excelize.Cell{StyleID: bold, Value: h}
	}
	if err := out.SetRow("A1", head); err != nil {
		return err
	}
	for i, r := range t.Rows {
		at, err := excelize.CoordinatesToCellName(1, i+2)
		if err != nil {
			return err
		}
		if err := out.SetRow(at, r); err != nil {
			return err
		}
	}
	return out.Flush()
}
