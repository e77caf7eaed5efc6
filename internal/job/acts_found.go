package job

// ListPart is one of several lists that an edit is told with.
type ListPart string

// FoundPart is one of the lists of what was found in the building.
type FoundPart = ListPart

// The lists of what was found.
const (
	FoundWalls        FoundPart = "walls"
	FoundZones        FoundPart = "zones"
	FoundHidden       FoundPart = "hidden"
	FoundInstruments  FoundPart = "instruments"
	FoundJoists       FoundPart = "joists"
	FoundObstructions FoundPart = "obstructions"
	FoundStairs       FoundPart = "stairs"
	FoundPockets      FoundPart = "pockets"
)

// foundIn is how each list is reached, and what its entries are called by.
type foundIn[T any] struct {
	list func(*Survey) *[]T
	id   func(*T) *string
}

// something that is found, of any of the lists.
type something interface {
	ExistingWall | Zone | Hidden | Instrument | Joists | Obstruction | Stair | Pocket
}

func foundOf[T something]() foundIn[T] {
	var lists any
	switch any(*new(T)).(type) {
	case ExistingWall:
		lists = foundIn[ExistingWall]{func(s *Survey) *[]ExistingWall { return &s.Walls }, func(e *ExistingWall) *string { return &e.ID }}
	case Zone:
		lists = foundIn[Zone]{func(s *Survey) *[]Zone { return &s.Zones }, func(e *Zone) *string { return &e.ID }}
	case Hidden:
		lists = foundIn[Hidden]{func(s *Survey) *[]Hidden { return &s.Hidden }, func(e *Hidden) *string { return &e.ID }}
	case Instrument:
		lists = foundIn[Instrument]{func(s *Survey) *[]Instrument { return &s.Instruments }, func(e *Instrument) *string { return &e.ID }}
	case Joists:
		lists = foundIn[Joists]{func(s *Survey) *[]Joists { return &s.Joists }, func(e *Joists) *string { return &e.ID }}
	case Obstruction:
		lists = foundIn[Obstruction]{func(s *Survey) *[]Obstruction { return &s.Obstructions }, func(e *Obstruction) *string { return &e.ID }}
	case Pocket:
		lists = foundIn[Pocket]{func(s *Survey) *[]Pocket { return &s.Pockets }, func(e *Pocket) *string { return &e.ID }}
	case Stair:
		lists = foundIn[Stair]{func(s *Survey) *[]Stair { return &s.Stairs }, func(e *Stair) *string { return &e.ID }}
	}
	return lists.(foundIn[T])
}

// PutFound gives something that was found anew, or adds it.
type PutFound[T something] struct {
	Part  FoundPart `json:"part"`
	Entry T         `json:"entry"`
	At    *int      `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// RemoveFound takes something that was found out.
type RemoveFound[T something] struct {
	Part FoundPart `json:"part"`
	Key  string    `json:"key" doc:"Its id."`
	Lone bool      `json:"lone,omitempty" doc:"The survey was not there before it: it goes too, if nothing else is in it."`
}

func (a *PutFound[T]) apply(d *Document, _ string, _ *Faults) Act {
	lone := surveyIn(d)
	in := foundOf[T]()
	was, _ := put(in.list(d.Survey), in.id, a.Entry, a.At)
	if was != nil {
		return &PutFound[T]{Part: a.Part, Entry: *was}
	}
	return &RemoveFound[T]{a.Part, *in.id(&a.Entry), lone}
}

func (a *RemoveFound[T]) apply(d *Document, path string, faults *Faults) Act {
	surveyIn(d)
	in := foundOf[T]()
	was, at := take(in.list(d.Survey), in.id, a.Key)
	if was == nil {
		return missing(faults, path+".key", "entry of "+string(a.Part), a.Key)
	}
	dropSurvey(d, a.Lone)
	return &PutFound[T]{a.Part, *was, at}
}

func (a *PutFound[T]) touches() []string {
	return part("survey", string(a.Part), *foundOf[T]().id(&a.Entry))
}
func (a *RemoveFound[T]) touches() []string { return part("survey", string(a.Part), a.Key) }

func (a *PutFound[T]) puts(d Document) (field, path string) {
	in := foundOf[T]()
	return "entry", standsIn("survey."+string(a.Part), *in.list(d.Survey), in.id, *in.id(&a.Entry))
}
func (a *RemoveFound[T]) puts(Document) (field, path string) { return "", "" }
