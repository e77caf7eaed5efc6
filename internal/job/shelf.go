package job

import (
	"fmt"
	"slices"
	"strings"

	"homalos/internal/measure"
)

// ShelfFormat is the mark of a crew's stock.
const ShelfFormat = "homalos-shelf/1"

// Shelf is what a crew has and what it pays, kept between its jobs. Lumber goes by the
// name that jobs give it; lengths have their unit with them.
type Shelf struct {
	Format string       `json:"format" enum:"homalos-shelf/1" doc:"What this document is."`
	Wood   []ShelfWood  `json:"wood,omitempty" maxItems:"2000" nullable:"false" doc:"Wood that is there."`
	Prices []ShelfPrice `json:"prices,omitempty" maxItems:"2000" nullable:"false" doc:"What sticks cost."`
	Goods  []Goods      `json:"goods,omitempty" maxItems:"40" nullable:"false" doc:"What is bought beside lumber."`
}

// ShelfWood is wood that is there.
type ShelfWood struct {
	Lumber string `json:"lumber" minLength:"1" maxLength:"64" doc:"As jobs call it."`
	OnHand
}

// ShelfPrice is what one stick of a length costs.
type ShelfPrice struct {
	Lumber string `json:"lumber" minLength:"1" maxLength:"64" doc:"As jobs call it."`
	Price
}

// Check says all that is wrong with a crew's stock.
func (s Shelf) Check() error {
	var faults Faults
	length := func(path string, l Length) (measure.Length, bool) {
		v, err := l.In(measure.Metric)
		switch {
		case !l.Given():
			faults.Add(path, "missing: give a length with its unit")
		case err != nil:
			faults.Add(path, "%v", err)
		case v <= 0 || v > 30*measure.Metre:
			faults.Add(path, "%s is no length of a stick", measure.Metric.Write(v))
		default:
			return v, true
		}
		return 0, false
	}
	for i, w := range s.Wood {
		path := fmt.Sprintf("wood[%d]", i)
		if strings.TrimSpace(w.Lumber) == "" {
			faults.Add(path+".lumber", "empty: name the lumber as jobs do")
		}
		long, ok := length(path+".length", w.Length)
		for k, d := range w.Defects {
			at := fmt.Sprintf("%s.defects[%d]", path, k)
			from, err := d.From.In(measure.Metric)
			to, wrong := d.To.In(measure.Metric)
			if err != nil || wrong != nil || ok && (from < 0 || to <= from || to > long) {
				faults.Add(at, "from %s to %s is no stretch of a stick of %s", d.From, d.To, w.Length)
			}
		}
	}
	type one struct {
		lumber string
		long   measure.Length
	}
	seen := map[one]bool{}
	for i, p := range s.Prices {
		path := fmt.Sprintf("prices[%d]", i)
		if strings.TrimSpace(p.Lumber) == "" {
			faults.Add(path+".lumber", "empty: name the lumber as jobs do")
		}
		if long, ok := length(path+".length", p.Length); ok {
			if key := (one{strings.ToLower(p.Lumber), long}); seen[key] {
				faults.Add(path, "%s of %s has a price already", p.Length, p.Lumber)
			} else {
				seen[key] = true
			}
		}
	}
	goods := map[string]bool{}
	for i, g := range s.Goods {
		if goods[g.What] {
			faults.Add(fmt.Sprintf("goods[%d].what", i), "%s is on the list already", g.What)
		}
		goods[g.What] = true
	}
	if len(faults) > 0 {
		return faults
	}
	return nil
}

// Into is a job with the crew's stock and prices in place of its own, for the lumber
// that both have; lengths that the crew has a price for are sold. What the shelf knows
// nothing of stays as it is.
func (s Shelf) Into(d Document) Document {
	d = Copy(d)
	u := d.Units
	at := func(l Length) measure.Length {
		v, _ := l.In(u) // checked
		return v
	}
	for i := range d.Lumber {
		l := &d.Lumber[i]
		var prices []Price
		var wood []OnHand
		for _, p := range s.Prices {
			if !strings.EqualFold(p.Lumber, l.ID) {
				continue
			}
			long := at(p.Length)
			same := func(x Length) bool { return at(x) == long }
			if l.Stock != nil && !slices.ContainsFunc(l.Stock, same) {
				l.Stock = append(slices.Clone(l.Stock), Exactly(long, u))
			}
			prices = append(prices, Price{Exactly(long, u), p.Price.Price})
		}
		for _, w := range s.Wood {
			if strings.EqualFold(w.Lumber, l.ID) {
				one := w.OnHand
				one.Length = Exactly(at(one.Length), u)
				one.Defects = slices.Clone(one.Defects)
				for k, x := range one.Defects {
					one.Defects[k] = Defect{Exactly(at(x.From), u), Exactly(at(x.To), u)}
				}
				wood = append(wood, one)
			}
		}
		if prices != nil {
			l.Prices = prices
			if l.Stock == nil {
				for _, p := range prices {
					l.Stock = append(l.Stock, p.Length)
				}
			}
		}
		if wood != nil {
			l.OnHand = wood
		}
	}
	if s.Goods != nil {
		rules := Rules{}
		if d.Rules != nil {
			rules = *d.Rules
		}
		rules.Goods = slices.Clone(s.Goods)
		d.Rules = &rules
	}
	return d
}

// With is a shelf with more wood on it: what is the same as something there is counted
// to it.
func (s Shelf) With(more []ShelfWood) Shelf {
	s.Wood = slices.Clone(s.Wood)
	for _, w := range more {
		k := slices.IndexFunc(s.Wood, func(x ShelfWood) bool {
			count := w
			count.Count = x.Count
			return Equal(x, count)
		})
		if k >= 0 && w.Label == "" {
			s.Wood[k].Count += w.Count
		} else if k < 0 {
			s.Wood = append(s.Wood, w)
		}
	}
	return s
}

// Replaced is a shelf on which a list that was read stands in place of what was kept of
// its kind: of wood where it lists any, of prices, of goods.
func (s Shelf) Replaced(by Shelf) Shelf {
	if by.Wood != nil {
		s.Wood = by.Wood
	}
	if by.Prices != nil {
		s.Prices = by.Prices
	}
	if by.Goods != nil {
		s.Goods = by.Goods
	}
	s.Format = ShelfFormat
	return s
}
