package server

import (
	"context"
	"net/http"

	"github.com/danielgtaylor/huma/v2"

	"homalos/internal/wood"
	"homalos/internal/words"
)

// WordsBody is how the trade's pieces are called and told apart: what labels
// and legends go by.
type WordsBody struct {
	Sets     []WordSet       `json:"sets" nullable:"false"`
	Meanings []words.Meaning `json:"meanings" nullable:"false"`
	Kinds    []KindShown     `json:"kinds" nullable:"false"`
	Fixings  []FixingShown   `json:"fixings" nullable:"false"`
}

// WordSet is a set that a crew may pick.
type WordSet struct {
	Set  string `json:"set" enum:"plain,inch,metric,shoulder"`
	Said string `json:"said" doc:"What one would know it by."`
}

// KindShown is a kind of piece as it is shown.
type KindShown struct {
	Kind   string `json:"kind" doc:"Its word is the term of this name."`
	Letter string `json:"letter" doc:"In ids, after the wall's."`
	Sign   string `json:"sign,omitempty" enum:"cross,bridge,peak,ring,tee,hang,box" doc:"On the plates; none for what isn't marked there."`
	Stands bool   `json:"stands,omitempty" doc:"It stands on end."`
	Rounds string `json:"rounds" enum:"down,up,nearest" doc:"How its exact length is brought to the mark."`
}

// FixingShown is a way to fix a plate, as it is shown.
type FixingShown struct {
	By    string `json:"by" doc:"As in a job's fixing."`
	Many  string `json:"many" doc:"What several are called."`
	Bead  bool   `json:"bead,omitempty" doc:"Along the whole plate: it has no length and no step."`
	Cures bool   `json:"cures,omitempty" doc:"It wants its hours."`
}

// Words is the table of them.
func Words() WordsBody {
	out := WordsBody{Sets: []WordSet{}, Meanings: words.Meanings, Kinds: []KindShown{}, Fixings: []FixingShown{}}
	for _, s := range words.Sets {
		out.Sets = append(out.Sets, WordSet{string(s.Set), s.Said})
	}
	for _, k := range wood.Kinds {
		rounds := map[wood.Rounding]string{wood.Down: "down", wood.Up: "up", wood.Nearest: "nearest"}[k.Rounding]
		out.Kinds = append(out.Kinds, KindShown{string(k.Kind), k.Letter, string(k.Sign), k.Kind.Upright(), rounds})
	}
	for _, m := range wood.Fixings {
		out.Fixings = append(out.Fixings, FixingShown{m.By, words.Speech{}.Tell(m.Many), m.Bead, m.Cures})
	}
	return out
}

func (s *Server) wordRoutes(api huma.API) {
	huma.Register(api, huma.Operation{OperationID: "get-words", Method: http.MethodGet, Path: "/api/words", Summary: "The words of the trade in each set, what they mean, and how kinds of pieces are shown"},
		func(context.Context, *struct{}) (*struct{ Body WordsBody }, error) {
			return &struct{ Body WordsBody }{Words()}, nil
		})
}
