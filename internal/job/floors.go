package job

// FloorWork is work in floor or ceiling without a wall: a row of blocks between joists,
// or a joist that is doubled at a pocket. Rule: the work, step 6.
type FloorWork struct {
	ID      string   `json:"id" maxLength:"32" doc:"What its pieces are called by; no wall is called so."`
	Kind    string   `json:"kind,omitempty" enum:"blocking,doubled" doc:"Default blocking."`
	Joists  string   `json:"joists" doc:"The run of joists."`
	Lumber  string   `json:"lumber" doc:"What its pieces are cut from."`
	At      Length   `json:"at,omitzero" format:"length" doc:"Of a row: how far along the joists its line lies from where the run is given, the way that their angle points; less than nothing: the other way."`
	From    Length   `json:"from,omitzero" format:"length" doc:"Of a row: square to the joists, where it begins, from the first. Default the first."`
	To      Length   `json:"to,omitzero" format:"length" doc:"Where it ends. Default the last."`
	Lie     string   `json:"lie,omitempty" enum:"inline,staggered" doc:"Staggered: every other block on the other side of the line, so that each is nailed through the joist. Default staggered."`
	Seams   []Length `json:"seams,omitempty" format:"length" maxItems:"60" nullable:"false" doc:"Square to the joists, from the first: where a sheet's seam lies. The block there is left out until the sheet is down."`
	Joist   int      `json:"joist,omitempty" minimum:"0" maximum:"1000" doc:"Of one that is doubled: which it is, from 1."`
	Long    Length   `json:"long,omitzero" format:"length" doc:"Of one that is doubled: how long each piece beside it is, as designed."`
	Plies   int      `json:"plies,omitempty" minimum:"0" maximum:"6" doc:"How many are put beside it. Default 1."`
	Hangers int      `json:"hangers,omitempty" minimum:"0" maximum:"100" doc:"How many hangers were named."`
	Hanger  string   `json:"hanger,omitempty" maxLength:"100" doc:"Which."`
	By      string   `json:"by,omitempty" maxLength:"200" doc:"Of one that is doubled: who designed it. No size of it is ever offered."`
	When    string   `json:"when,omitempty" maxLength:"40"`
}

// PutFloor gives work in a floor anew, or adds it.
type PutFloor struct {
	Floor FloorWork `json:"floor"`
	At    *int      `json:"at,omitempty" doc:"Where in the list a new one stands. Default last."`
}

// RemoveFloor takes work in a floor out.
type RemoveFloor struct {
	Floor string `json:"floor" doc:"Its id."`
}

func floorID(f *FloorWork) *string { return &f.ID }

func (a *PutFloor) apply(d *Document, _ string, _ *Faults) Act {
	if was, _ := put(&d.Floors, floorID, a.Floor, a.At); was != nil {
		return &PutFloor{Floor: *was}
	}
	return &RemoveFloor{a.Floor.ID}
}

func (a *RemoveFloor) apply(d *Document, path string, faults *Faults) Act {
	was, at := take(&d.Floors, floorID, a.Floor)
	if was == nil {
		return missing(faults, path+".floor", "work in a floor", a.Floor)
	}
	return &PutFloor{*was, at}
}

func (a *PutFloor) touches() []string    { return part("floors", a.Floor.ID) }
func (a *RemoveFloor) touches() []string { return part("floors", a.Floor) }

func (a *PutFloor) puts(d Document) (field, path string) {
	return "floor", standsIn("floors", d.Floors, floorID, a.Floor.ID)
}
func (*RemoveFloor) puts(Document) (field, path string) { return "", "" }
