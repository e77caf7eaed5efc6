package exchange

import (
	"io"
	"strconv"
	"strings"
	"unicode/utf8"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// shelfColumns are those of a crew's stock and price list, in one table: a row with a
// count is wood that is there, one with a price is what a stick costs; it may be both.
// Instead of lumber and a length a row may name goods.
var shelfColumns = []string{"lumber", "length", "count", "is", "place", "label", "condition", "price", "goods", "pack"}

// mostShelf is how many rows a table of stock may have.
const mostShelf = 2000

// ReadShelf reads a crew's stock and prices from a table. A length without a unit is in
// the one that its column names, else in the system's. Faults name their lines.
func ReadShelf(r io.Reader, system measure.System) (job.Shelf, job.Faults) {
	out := job.Shelf{Format: job.ShelfFormat}
	var faults job.Faults
	at, unit := map[string]int{}, unitOf(system)
	eachRow(r, strings.Join(shelfColumns, ", "), mostShelf, "rows", &faults, func(names []string) {
		for i, raw := range names {
			name, in, given := strings.Cut(strings.TrimSpace(raw), "[")
			name = strings.ToLower(strings.TrimSpace(name))
			if _, twice := at[name]; twice && name != "" {
				faults.Add("line 1", "the column %q stands twice", name)
			}
			at[name] = i
			if in = strings.ToLower(strings.TrimSuffix(in, "]")); given && name == "length" {
				if units[in] == "" {
					faults.Add("line 1", "%q: the unit %q isn't known: write in, ft, mm, cm or m", raw, in)
				}
				unit = units[in]
			}
		}
		_, lumber := at["lumber"]
		_, goods := at["goods"]
		if !lumber && !goods {
			faults.Add("line 1", "no column \"lumber\": the names of the columns stand in the first line: %s", strings.Join(shelfColumns, ", "))
		}
		_, count := at["count"]
		_, price := at["price"]
		if !count && !price {
			faults.Add("line 1", "no column \"count\", and none \"price\": what is there, or what does it cost?")
		}
	}, func(line string, row []string) bool {
		readShelfRow(&out, line, unit, func(name string) string {
			if i, there := at[name]; there && i < len(row) {
				if !utf8.ValidString(row[i]) {
					faults.Add(line, "column %d isn't UTF-8: save the file as CSV, UTF-8", i+1)
					return ""
				}
				return bare(strings.TrimSpace(row[i]))
			}
			return ""
		}, &faults)
		return true
	})
	if len(faults) == 0 && len(out.Wood) == 0 && len(out.Prices) == 0 && len(out.Goods) == 0 {
		faults.Add("line 2", "nothing follows the names of the columns")
	}
	if len(faults) == 0 {
		if err := out.Check(); err != nil {
			faults = err.(job.Faults)
		}
	}
	if len(faults) > 0 {
		return job.Shelf{}, faults
	}
	return out, nil
}

func readShelfRow(out *job.Shelf, line, unit string, cell func(string) string, faults *job.Faults) {
	number := func(name string) (float64, bool) {
		text := cell(name)
		if text == "" {
			return 0, false
		}
		v, err := strconv.ParseFloat(strings.Replace(text, ",", ".", 1), 64)
		if err != nil || v < 0 || v > 1e6 || v != v {
			faults.Add(line, "%s: %q is no number from 0 to 1,000,000", name, text)
			return 0, false
		}
		return v, true
	}
	oneOf := func(name string, all ...string) string {
		text := strings.ToLower(cell(name))
		for _, a := range all {
			if text == a || text == "" {
				return text
			}
		}
		faults.Add(line, "%s: %q isn't one of %s", name, text, strings.Join(all, ", "))
		return ""
	}
	lumber, what := cell("lumber"), oneOf("goods", job.GoodsNames()...)
	count, counted := number("count")
	price, priced := number("price")
	switch {
	case lumber == "" && what == "" && cell("length") == "" && !counted && !priced:
		return // an empty line
	case what != "":
		pack, _ := number("pack")
		out.Goods = append(out.Goods, job.Goods{What: what, Pack: int(pack), Price: price, There: count})
		return
	case lumber == "":
		faults.Add(line, "lumber is empty: name it as jobs do")
		return
	case !counted && !priced:
		faults.Add(line, "neither a count nor a price")
		return
	}
	spelled, err := cell("length"), error(nil)
	if _, wrong := strconv.ParseFloat(strings.Replace(spelled, ",", ".", 1), 64); wrong == nil {
		spelled, err = inUnit(spelled, unit)
	} else if _, err = measure.Read(spelled, measure.Imperial); err == nil && !strings.ContainsAny(spelled, "acefhinmrt'\"′″") {
		spelled += " " + unit // a fraction
	}
	if err != nil {
		faults.Add(line, "length: %s", err)
		return
	}
	long := job.L(spelled)
	if counted && count > 0 {
		if count != float64(int(count)) || count > 10000 {
			faults.Add(line, "count: %v isn't a number of sticks, up to 10,000", count)
			return
		}
		out.Wood = append(out.Wood, job.ShelfWood{Lumber: lumber, OnHand: job.OnHand{
			Length: long, Count: int(count), What: oneOf("is", "stick", "offcut", "salvage"), Place: cell("place"), Label: cell("label"), Condition: oneOf("condition", "straight", "bowed"),
		}})
	}
	if priced {
		out.Prices = append(out.Prices, job.ShelfPrice{Lumber: lumber, Price: job.Price{Length: long, Price: price}})
	}
}

// WriteShelf writes a crew's stock and prices as the table that is read; lengths have
// their units with them.
func WriteShelf(w io.Writer, s job.Shelf) error {
	number := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	var rows [][]string
	for _, x := range s.Wood {
		rows = append(rows, []string{guarded(x.Lumber), x.Length.String(), strconv.Itoa(x.Count), x.What, guarded(x.Place), guarded(x.Label), x.Condition, "", "", ""})
	}
	for _, x := range s.Prices {
		rows = append(rows, []string{guarded(x.Lumber), x.Length.String(), "", "", "", "", "", number(x.Price.Price), "", ""})
	}
	for _, g := range s.Goods {
		rows = append(rows, []string{"", "", number(g.There), "", "", "", "", number(g.Price), g.What, strconv.Itoa(max(1, g.Pack))})
	}
	return table(w, shelfColumns, rows)
}
