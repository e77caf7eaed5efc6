package exchange

import (
	"encoding/csv"
	"io"
	"strconv"
	"strings"

	"homalos/internal/job"
	"homalos/internal/measure"
	"homalos/internal/plan"
)

// Lists of a plan's wood, as tables for a spreadsheet: lengths are decimal numbers of
// the job's unit, which the head names; free text runs nothing.

// number is a plan's length as a spreadsheet adds it up.
func number(text string, u measure.System) (string, error) {
	l, err := job.L(text).In(u)
	if err != nil {
		return "", err
	}
	v := l.Millimetres()
	if u == measure.Imperial {
		v = l.Inches()
	}
	return strconv.FormatFloat(v, 'f', -1, 64), nil
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

// WriteSawList writes the pieces as they are called: one row each.
func WriteSawList(w io.Writer, calls []plan.Call, u measure.System) error {
	var rows [][]string
	for _, c := range calls {
		long, err := number(c.Length, u)
		if err != nil {
			return err
		}
		for _, p := range c.Pieces {
			cut := ""
			if p.Cut {
				cut = "yes"
			}
			rows = append(rows, []string{guarded(p.Member), p.Kind, guarded(c.Lumber), long, guarded(c.Said), c.State, cut, guarded(p.Bevel)})
		}
	}
	return table(w, []string{"piece", "kind", "lumber", "length [" + unitOf(u) + "]", "said", "state", "cut", "ends"}, rows)
}

// WriteStickList writes the sticks: one row each, with what is cut from it in order.
func WriteStickList(w io.Writer, p plan.Plan) error {
	var rows [][]string
	for i, s := range p.Sticks {
		stock, err := number(s.Stock, p.Units)
		if err != nil {
			return err
		}
		offcut, err := number(s.Offcut, p.Units)
		if err != nil {
			return err
		}
		var cuts []string
		for _, c := range s.Cuts {
			cuts = append(cuts, c.Member+" "+c.Length)
		}
		from := s.There
		if from == "" {
			from = "bought"
		}
		rows = append(rows, []string{strconv.Itoa(i + 1), guarded(s.Lumber), stock, from, guarded(s.Place), guarded(strings.Join(cuts, "; ")), offcut})
	}
	unit := unitOf(p.Units)
	return table(w, []string{"stick", "lumber", "length [" + unit + "]", "from", "place", "cut from it", "left [" + unit + "]"}, rows)
}

// WriteYardList writes what is bought: lumber by length, with what it costs where that
// is known.
func WriteYardList(w io.Writer, p plan.Plan, lumber []job.Lumber) error {
	price := func(id, stock string) (float64, bool) {
		at, _ := job.L(stock).In(p.Units)
		for _, l := range lumber {
			for _, x := range l.Prices {
				if long, err := x.Length.In(p.Units); l.ID == id && err == nil && long == at {
					return x.Price, true
				}
			}
		}
		return 0, false
	}
	var rows [][]string
	for _, b := range p.Buy {
		stock, err := number(b.Stock, p.Units)
		if err != nil {
			return err
		}
		one, all := "", ""
		if each, known := price(b.Lumber, b.Stock); known {
			one, all = strconv.FormatFloat(each, 'f', 2, 64), strconv.FormatFloat(each*float64(b.Count), 'f', 2, 64)
		}
		rows = append(rows, []string{guarded(b.Lumber), stock, strconv.Itoa(b.Count), one, all})
	}
	return table(w, []string{"lumber", "length [" + unitOf(p.Units) + "]", "sticks", "price of one", "price"}, rows)
}
