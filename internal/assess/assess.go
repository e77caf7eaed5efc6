// Package assess knows what is asked and seen before anything is cut: signs
// that a wall carries load, temporary support, and the cards for what harms
// people. It never says that a wall is safe to remove: it keeps the signs, and
// holds the work until a licensed person has decided. Sizes are no part of it.
package assess

// Question is one sign to look for.
type Question struct {
	ID    string
	Text  string
	Where string // where to look for it
	Load  bool   // a yes is a sign of load; else a yes speaks against it
}

// Questions are the signs, in the order one looks (usual practice).
var Questions = []Question{
	{"joists-end", "Do joists end or lap on it?", "From above or through a probe hole: look for two ends side by side over the wall.", true},
	{"joists-cross", "Do joists cross it near the middle of their span?", "Count the bays from the outside wall on each side.", true},
	{"above", "Does a wall, post, ridge or beam stand above it?", "Go to the floor above, and to the roof, and look along the same line.", true},
	{"below", "Is there a beam, pier or wall right under it?", "Look in the cellar or crawl space along the same line.", true},
	{"built-for-load", "Are its <headers> on edge, or its plates doubled?", "Open a patch at the top corner of a door.", true},
	{"braces", "Do sheet panels or diagonals brace it?", "Plywood, boards laid slantwise, steel straps under the plaster.", true},
	{"parallel", "Do joists run along it, none resting on it?", "Find them with the detector on both sides.", false},
	{"trusses", "Do trusses span from outside wall to outside wall over it?", "Look in the roof space.", false},
}

// Status is what the signs come to. None of them says that a wall may go.
type Status string

// The three answers there are.
const (
	Signs   Status = "signs of load"
	NoSign  Status = "no sign found"
	Unknown Status = "not known"
)

// Judge weighs the answers ("yes", "no", "unknown") by question: any sign of
// load counts; no sign is found only when every sign was looked for. open
// lists the questions of load still without a yes or no.
func Judge(answers map[string]string) (status Status, open []string) {
	status = NoSign
	signs := false
	for _, q := range Questions {
		if !q.Load {
			continue
		}
		switch answers[q.ID] {
		case "yes":
			signs = true
		case "no":
		default:
			open = append(open, q.ID)
		}
	}
	switch {
	case signs:
		return Signs, open
	case len(open) > 0:
		return Unknown, open
	}
	return status, nil
}

// Held says why a wall must not be touched yet, or "" when its paper allows
// what is meant for it. fate is "stays", "opened" or "goes"; says is a licensed
// person's decision, "" where there is none. A wall with no sign found needs
// one too where it goes: not finding a sign is no proof.
func Held(status Status, fate, says string) string {
	if fate == "" || fate == "stays" {
		return ""
	}
	switch {
	case says == "must-stay":
		return "the paper says that it must stay"
	case says == "may-be-opened" && fate == "goes":
		return "the paper lets it be opened, not taken away"
	case says == "may-go", says == "may-be-opened":
		return ""
	case status == NoSign:
		return "no sign of load was found, which proves nothing: have a licensed person look before it is opened"
	case status == Signs:
		return "it shows signs of load: an engineer decides, nothing is opened before"
	}
	return "it isn't known whether it carries: answer what is open, and have a licensed person decide"
}

// SupportStep is one step of the temporary-support checklist. It has no sizes:
// those are the engineer's.
// Before says that it is done before the support can be signed as in place.
type SupportStep struct {
	ID, Text string
	Before   bool
}

// SupportSteps are in the order of the work.
var SupportSteps = []SupportStep{
	{"asked", "The engineer's drawing for the support is on site and was read by all who work here.", true},
	{"beam-looked", "The beam over the unsupported stretch was looked at: no crack, no joint in it.", true},
	{"near", "The near side is supported.", true},
	{"far", "The far side is supported.", true},
	{"middle", "A support stands in the middle of the stretch.", true},
	{"chain", "Each post stands over a post below, down every floor to solid ground.", true},
	{"racking", "The wall is held from racking.", true},
	{"header-here", "The new <header> is at hand, before the first cut.", true},
	{"level-before", "Level at mid span is written down.", true},
	{"one-out", "One stud out: look, listen, wait. Then the rest.", false},
	{"header-tight", "The <header> is driven tight with shims.", false},
	{"level-after", "Level at mid span again: the same as before.", false},
}

// Chain says what is wrong with what a post stands on, floor by floor
// downwards, or "".
func Chain(on []string) string {
	if len(on) == 0 {
		return "say what it stands on, floor by floor, down to solid ground"
	}
	for i, foot := range on {
		last := i == len(on)-1
		switch {
		case foot == "bare-boards":
			return "it ends on bare boards: they carry nothing. Put a post under it, down to solid ground"
		case foot == "solid-ground" && !last:
			return "it goes on below solid ground: mend the order"
		case foot != "solid-ground" && last:
			return "it doesn't reach solid ground: follow it down, floor by floor"
		}
	}
	return ""
}
