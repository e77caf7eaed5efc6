package words

import (
	"slices"
	"strings"
)

// Set names a set of words for the pieces of the trade.
type Set string

// The sets. Plain is the one that a crew has that picked none.
const (
	Plain     Set = "plain"
	InchSet   Set = "inch"
	MetricSet Set = "metric"
	Shoulder  Set = "shoulder"
)

// Term is a piece or a habit of the trade, by its plain word; with -s it is
// several, with a capital it begins a sentence: jack, jacks, Jacks.
type Term string

// Meaning is a term with its word in each set and a line of what it is.
type Meaning struct {
	Term  Term           `json:"term"`
	Words map[Set]string `json:"words" doc:"By set."`
	Means string         `json:"means" doc:"What it is, in a line."`
	Also  []string       `json:"also" nullable:"false" doc:"What others call it."`
}

// Sets are all sets, with what a crew would know each by.
var Sets = []struct {
	Set  Set
	Said string
}{
	{Plain, "Jack, nogging, header, bottom plate"},
	{InchSet, "Jack, blocking, header, bottom plate, pony wall"},
	{MetricSet, "Trimmer, noggin, lintel, sole plate"},
	{Shoulder, "Shoulder stud, nogging, lintel, sole plate"},
}

func named(plain, inch, metric, shoulder string) map[Set]string {
	return map[Set]string{Plain: plain, InchSet: inch, MetricSet: metric, Shoulder: shoulder}
}

// Meanings are the words of the trade.
var Meanings = []Meaning{
	{"stud", named("stud", "stud", "stud", "stud"), "An upright from plate to plate.", []string{"upright"}},
	{"king", named("king", "king", "king", "king"), "The full-height stud beside an opening, outside of what carries its head.", []string{"king stud", "full stud"}},
	{"jack", named("jack", "jack", "trimmer", "shoulder stud"), "The shorter upright beside an opening that carries what spans it.", []string{"trimmer", "shoulder stud", "jack stud"}},
	{"header", named("header", "header", "lintel", "lintel"), "What spans an opening, from side to side. Here it carries no load: where it does, an engineer sizes it.", []string{"lintel", "head"}},
	{"cripple", named("cripple", "cripple", "cripple", "cripple"), "A short upright above what spans an opening.", []string{"short stud", "jack stud above a header"}},
	{"sill", named("sill", "sill", "sill", "sill"), "The piece that lies under a window.", []string{"rough sill", "sill trimmer"}},
	{"fill", named("fill piece", "fill piece", "fill piece", "fill piece"), "A piece that lies flat on what spans an opening, where only one fits under the top plate.", []string{"flat piece", "packer over the header"}},
	{"under-sill", named("cripple below the sill", "cripple below the sill", "cripple below the sill", "cripple below the sill"), "A short upright below a window's sill.", []string{"cripple below the sill", "under-sill"}},
	{"bottom-plate", named("bottom plate", "bottom plate", "sole plate", "sole plate"), "The plate on the floor that studs stand on.", []string{"sole plate", "bottom plate", "floor plate"}},
	{"top-plate", named("top plate", "top plate", "head plate", "head plate"), "The plate over the studs, under the ceiling.", []string{"head plate", "top plate", "ceiling plate"}},
	{"nogging", named("nogging", "blocking", "noggin", "nogging"), "A short piece between two studs.", []string{"noggin", "blocking", "dwang"}},
	{"block", named("block", "block", "block", "block"), "A piece across a bay of joists, to fix a plate to.", []string{"bridging"}},
	{"packer", named("packer", "packer", "packer", "packer"), "A strip ripped to fill what is left between a king and the wall's end.", []string{"packing", "shim strip", "filler"}},
	{"backing", named("backing", "backing", "backing", "backing"), "A piece on edge between studs, for what is fixed to the wall.", []string{"blocking for fixtures", "ply backing"}},
	{"short-stud", named("short stud", "short stud", "short stud", "short stud"), "A stud that ends under what comes through the wall.", []string{"cripple stud"}},
	{"cross-piece", named("cross piece", "cross piece", "cross piece", "cross piece"), "The piece under what comes through a wall, between the studs beside it.", []string{"trimmer block", "box-in"}},
	{"high-stud", named("high stud", "high stud", "high stud", "high stud"), "A stud over what comes through the wall, from the piece over it to the top plate.", []string{"upper cripple"}},
	{"short-cripple", named("short cripple", "short cripple", "short cripple", "short cripple"), "A cripple that ends under what comes through the wall over an opening.", []string{"cut cripple"}},
	{"fire-block", named("fire block", "fire block", "fire stop", "fire block"), "A piece between studs as deep as they are, so that fire doesn't climb the bay past it.", []string{"fire stop", "fire blocking", "draft stop"}},
	{"edge-block", named("edge block", "edge block", "edge block", "edge block"), "A short scrap on end at the side of a hole that is closed, so that a board's edge finds wood.", []string{"nailing block", "cleat"}},
	{"post", named("post", "post", "post", "post"), "Of a half wall: it goes down through a slot in the floor, beside a joist, and holds the wall upright.", []string{"newel", "through post"}},
	{"cap", named("cap", "cap", "capping", "cap"), "The piece on top of a half wall.", []string{"capping", "ledge"}},
	{"track", named("track", "track", "track", "track"), "Steel that studs stand in, and that closes a boxed jamb.", []string{"runner", "channel"}},
	{"tab-track", named("tab track", "tab track", "tab track", "tab track"), "Steel track over or under an opening: its flanges are slit and its ends folded as tabs onto the jambs.", []string{"header track", "sill track"}},
	{"bridging", named("bridging", "bridging", "bridging", "bridging"), "A steel channel through the holes of the studs, so that they don't twist.", []string{"channel", "cold-rolled channel"}},
	{"bevelled-block", named("bevelled block", "bevelled block", "bevelled block", "beveled block"), "A block with one end off square, between an end stud and what the wall meets at an odd angle.", []string{"wedge block", "angled block", "beveled block"}},
	{"sister-joist", named("sister joist", "sister joist", "sister joist", "sister joist"), "A piece beside a joist that is doubled, as somebody licensed designed it.", []string{"doubler"}},
	{"beam", named("beam", "beam", "beam", "beam"), "It lies in a wall under the head plate and carries, as somebody licensed named it.", []string{"flush beam", "girder"}},
	{"rung", named("rung", "rung", "rung", "rung"), "A short piece of the ladder that closes a hung box underneath.", []string{"ladder block", "outrigger"}},
	{"nailer", named("nailer", "nailer", "nailer", "nailer"), "Fixed to the wall behind a hung box, for its rungs.", []string{"ledger", "batten"}},
	{"brace", named("brace", "brace", "brace", "brace"), "From the top of a wall that is free of the structure up to what carries it.", []string{"strut", "kicker"}},
	{"backer", named("backer", "backer", "backer", "backer"), "A stud turned flat, so that a board finds wood at a corner.", []string{"flat nailer", "backing stud"}},
	{"half-wall", named("half wall", "pony wall", "half wall", "half wall"), "A wall that ends below the ceiling.", []string{"half wall", "pony wall", "knee wall"}},
	{"held", named("held", "held", "held", "held"), "Not to be cut yet: too little was read near it to be sure of its length.", []string{"held back", "tape first"}},
	{"ladder", named("ladder", "ladder", "ladder", "ladder"), "A column of short pieces between two studs, which a wall that butts there is fixed to.", []string{"ladder backing", "ladder blocking"}},
	{"serves", named("serves", "serves", "serves", "serves"), "A stud that stands there anyway does the work, and no other is wanted.", []string{"does for both"}},
	{"bite", named("bite", "bite", "bite", "bite"), "How much of a fixing is in what holds it, past what it goes through.", []string{"embedment", "penetration"}},
	{"ahead", named("ahead", "ahead", "ahead", "ahead"), "On the side of the mark that the tape is pulled to, away from its hook.", []string{"wood ahead"}},
	{"butts", named("butts", "butts", "butts", "butts"), "Comes up to another wall's face and ends there.", []string{"abuts"}},
	{"snap", named("snap", "snap", "snap", "snap"), "Strike a chalked string between two marks, so that it leaves a line.", []string{"strike a line", "chalk line"}},
	{"stood tight", named("stood tight", "stood tight", "stood tight", "stood tight"), "Put against the wood beside it, off its mark: there is no room for a slot between.", []string{"doubled"}},
	{"taken over", named("taken over", "taken over", "taken over", "taken over"), "No stud of its own stands at a mark: wood beside it does its work.", []string{"swallowed"}},
	{"furring", named("furring", "furring", "furring", "furring"), "Framing stood before masonry, to make a straight and plumb face.", []string{"furred wall", "lining"}},
	{"taper", named("taper", "taper", "taper", "taper"), "How much farther off it lies at one end than at the other.", []string{"out of parallel"}},
	{"on-centre", named("on centre", "on center", "centres", "centres"), "How far apart studs stand, from middle to middle.", []string{"o.c.", "centres", "on centre"}},
}

var meanings = func() map[Term]*Meaning {
	out := map[Term]*Meaning{}
	for i := range Meanings {
		out[Meanings[i].Term] = &Meanings[i]
	}
	return out
}()

// MeaningOf finds a term, said of one or of several.
func MeaningOf(t Term) (m *Meaning, several bool) {
	lower := Term(strings.ToLower(string(t[:1]))) + t[1:]
	if m = meanings[lower]; m != nil {
		return m, false
	}
	return meanings[Term(strings.TrimSuffix(string(lower), "s"))], true
}

// Word is the set's word for a term.
func (s Set) Word(t Term) string {
	m, several := MeaningOf(t)
	if m == nil {
		panic("words: no word for " + string(t))
	}
	word := m.Words[s]
	if word == "" {
		word = m.Words[Plain]
	}
	if several && word != "blocking" && word != "centres" {
		first, rest, _ := strings.Cut(word, " below ") // cripples below the sill
		if word = first + "s"; rest != "" {
			word += " below " + rest
		}
	}
	if t[0] >= 'A' && t[0] <= 'Z' {
		word = strings.ToUpper(word[:1]) + word[1:]
	}
	return word
}

// Known says whether there is such a set; "" is Plain.
func (s Set) Known() bool {
	return s == "" || slices.ContainsFunc(Sets, func(one struct {
		Set  Set
		Said string
	}) bool {
		return one.Set == s
	})
}
