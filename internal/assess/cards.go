package assess

// Card is a caution that stands at the step where it is needed. It says what
// to look for and whom to ask, and is confirmed by a person.
type Card struct {
	ID, Step string // step: read, line, mark, cut, stand
	Title    string
	Text     string
}

// Facts are what decides which cards are needed.
type Facts struct {
	Concrete  bool // holes are drilled in concrete or masonry
	Treated   bool // treated lumber is sawn
	Steel     bool
	Opens     bool // an existing wall is opened or goes
	OpenFloor bool // boards are up
	Walls     bool // walls are framed
}

type rule struct {
	Card
	when func(Facts) bool
}

func always(Facts) bool { return true }

// cards are usual cautions; the local rules and the maker's sheet decide.
var cards = []rule{
	{Card{"textured", "read", "Old textured ceilings", "May hold asbestos. Don't scrape, drill or break one before a sample has been tested."}, always},
	{Card{"lead-paint", "read", "Old paint", "May hold lead. Test before sanding or cutting; no dust in lived-in rooms."}, always},
	{Card{"open-edges", "read", "Open floor edges", "Boards up, stairs without guards: cover or fence them before anyone walks here, and write them on the open list."}, func(f Facts) bool { return f.OpenFloor || f.Opens }},
	{Card{"hidden-live", "read", "Live cables and pipes", "Scan, isolate and prove dead before a wall is opened or drilled. A detector misses things."}, always},
	{Card{"silica", "mark", "Drilling concrete", "The dust holds silica: extract at the drill, mask and eyes, no dry sweeping."}, func(f Facts) bool { return f.Concrete }},
	{Card{"pins", "mark", "Powder-driven pins", "Only those trained with the tool. Clear the far side, eyes and ears, never into a pipe or a cable zone."}, func(f Facts) bool { return f.Concrete }},
	{Card{"treated", "cut", "Sawing treated wood", "Outdoors or with extraction; mask and gloves; offcuts are never burnt."}, func(f Facts) bool { return f.Treated }},
	{Card{"steel", "cut", "Steel track", "Edges cut: gloves and sleeves. Keep sparks off dust and insulation."}, func(f Facts) bool { return f.Steel }},
	{Card{"lifting", "stand", "Lifting walls", "Count the people before the lift; a clear way out; braces ready where the wall will stand."}, func(f Facts) bool { return f.Walls }},
}

// Cards are those that the facts call for, in the order of the steps.
func Cards(f Facts) []Card {
	var out []Card
	for _, c := range cards {
		if c.when(f) {
			out = append(out, c.Card)
		}
	}
	return out
}
