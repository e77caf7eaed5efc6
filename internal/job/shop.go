package job

import (
	"cmp"
	"reflect"
	"slices"

	"homalos/internal/measure"
)

// Shop are the rules that a crew keeps under a name: what its jobs begin with.
type Shop struct {
	ID     string         `json:"id" minLength:"1" maxLength:"64" doc:"Made by the client."`
	Name   string         `json:"name" minLength:"1" maxLength:"100" doc:"What the crew calls them."`
	Units  measure.System `json:"units" enum:"imperial,metric"`
	Mark   Length         `json:"mark,omitzero" format:"length" doc:"Finest mark."`
	Rules  *Rules         `json:"rules,omitempty"`
	Lumber []Lumber       `json:"lumber,omitempty" maxItems:"40" nullable:"false" doc:"What a job begins with; a job that has one of that name keeps its own."`
}

// BuiltIn are shop rules that come with the application. Source: usual practice.
func BuiltIn() []Shop {
	inch := func(id, name, spacing string) Shop {
		return Shop{
			ID: id, Name: name, Units: measure.Imperial, Mark: L("1/16 in"),
			Rules:  &Rules{Spacing: L(spacing), Fit: L("1/16 in"), Words: "inch", Marking: "edges", Doorway: "stubs"},
			Lumber: Starter("", "imperial").Lumber,
		}
	}
	metric := func(id, name, spacing, thick, deep, marking string, rows ...NoggingRow) Shop {
		out := Shop{
			ID: id, Name: name, Units: measure.Metric, Mark: L("1 mm"),
			Rules:  &Rules{Spacing: L(spacing), Fit: L("2 mm"), Words: "metric", Marking: marking, Doorway: "whole"},
			Lumber: []Lumber{{ID: thick + "×" + deep, Thickness: L(thick + " mm"), Depth: L(deep + " mm")}, {ID: thick + "×" + deep + " treated", Thickness: L(thick + " mm"), Depth: L(deep + " mm"), Treated: true}},
		}
		if rows != nil {
			out.Rules.Noggings = &Noggings{Rows: rows, Lie: "staggered"}
		}
		return out
	}
	steel := func(id, name string, units measure.System, mark, spacing, fit, words, flange, web, metal, trackDeep string) Shop {
		deep := L(web)
		return Shop{
			ID: id, Name: name, Units: units, Mark: L(mark),
			Rules: &Rules{Spacing: L(spacing), Fit: L(fit), Words: words, Marking: "centres", Doorway: "stubs", FixCeiling: &Fixing{By: "self-drilling"}},
			Lumber: []Lumber{
				{ID: "steel " + web, Thickness: L(flange), Depth: deep, Steel: true, Metal: L(metal)},
				{ID: "track " + web, Thickness: L(metal), Depth: L(trackDeep), Track: true},
			},
		}
	}
	return []Shop{
		inch("inch-16", "Inch timber, 16 in", "16 in"),
		inch("inch-24", "Inch timber, 24 in", "24 in"),
		metric("metric-400", "Metric timber, 400 mm with noggings", "400 mm", "38", "89", "edges", NoggingRow{Mid: true}),
		metric("metric-600", "Metric timber, 600 mm with noggings", "600 mm", "38", "89", "edges", NoggingRow{Mid: true}),
		metric("metric-centres", "Metric timber of 45 mm, 600 mm centre to centre", "600 mm", "45", "95", "centres"),
		steel("steel-24", "Steel studs, 24 in", measure.Imperial, "1/16 in", "24 in", "1/16 in", "inch", "1 1/4 in", "3 5/8 in", "0.033 in", "3 11/16 in"),
		steel("steel-600", "Steel studs, 600 mm", measure.Metric, "1 mm", "600 mm", "2 mm", "metric", "50 mm", "70 mm", "0.6 mm", "72 mm"),
	}
}

// Begun is a job as it begins by shop rules: its rules, its mark and its lumber are theirs.
func (s Shop) Begun(d Document) Document {
	own := Copy(Document{Shop: &s})
	d.Shop, d.Rules, d.Mark = own.Shop, Copy(Document{Rules: s.Rules}).Rules, s.Mark
	if len(s.Lumber) > 0 {
		d.Lumber = own.Shop.Lumber
	}
	return d
}

// ByShop are the edits that have a job go by shop rules from now on: its rules and its mark
// become theirs, and lumber that it has none of yet is added.
func (d Document) ByShop(s Shop) []Edit {
	out := []Edit{{Act: &PutShop{Shop: &s}}}
	if !Equal(d.Rules, s.Rules) {
		out = append(out, Edit{Act: &PutRules{Rules: s.Rules}})
	}
	if d.Mark.String() != s.Mark.String() {
		out = append(out, Edit{Act: &PutMark{Mark: s.Mark}})
	}
	for _, l := range s.Lumber {
		if find(d.Lumber, lumberID, l.ID) < 0 {
			out = append(out, Edit{Act: &PutLumber{Lumber: l}})
		}
	}
	return out
}

// Departure is something that a job has otherwise than the shop rules it goes by.
type Departure struct {
	Field string // of rules, or mark: "spacing", "limits.plumb"
	Shop  string // as the shop has it; "": it leaves that to what is usual
	Own   string // as the job has it; "" the same
}

// Departures are what a job has otherwise than the shop rules it goes by, by their fields'
// names; none where it goes by none.
func (d Document) Departures() (out []Departure) {
	if d.Shop == nil {
		return nil
	}
	for _, c := range changes(leaves(rulesOf(d.Shop.Rules)), leaves(rulesOf(d.Rules))) {
		out = append(out, Departure{c.Path, c.Was, c.Now})
	}
	if d.Mark.String() != d.Shop.Mark.String() {
		out = append(out, Departure{"mark", d.Shop.Mark.String(), d.Mark.String()})
	}
	slices.SortFunc(out, func(a, b Departure) int { return cmp.Compare(a.Field, b.Field) })
	return out
}

func rulesOf(r *Rules) Rules {
	if r == nil {
		return Rules{}
	}
	return *r
}

// Kept is what shop rules are kept as: everything in them written in their units.
func (s Shop) Kept() Shop {
	own := Copy(Document{Shop: &s})
	respell(reflect.ValueOf(own.Shop), s.Units)
	return *own.Shop
}

// PutShop has a job go by shop rules. Over the API it stands for what that changes; by
// itself it notes which they are.
type PutShop struct {
	Shop *Shop `json:"shop,omitempty" doc:"Left out: it goes by none, and keeps what it has."`
}

func (a *PutShop) apply(d *Document, _ string, _ *Faults) Act {
	was := d.Shop
	d.Shop = a.Shop
	return &PutShop{was}
}

func (*PutShop) touches() []string                  { return part("shop") }
func (*PutShop) puts(Document) (field, path string) { return "shop", "shop" }

func (a *PutShop) say(measure.System) string {
	if a.Shop == nil {
		return "goes by no shop rules any more"
	}
	return "goes by the shop rules " + a.Shop.Name
}
