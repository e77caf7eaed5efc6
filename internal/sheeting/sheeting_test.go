package sheeting

import (
	"math"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/framing"
	"homalos/internal/law"
	"homalos/internal/measure"
	"homalos/internal/wood"
)

const in = measure.Inch

var two = &wood.Lumber{ID: "2x4", Thickness: 3 * in / 2, Depth: 7 * in / 2}

// wall is so long with studs every 16, under a ceiling that rises from low to high.
func wall(long, low, high measure.Length, doors ...framing.Opening) *framing.Framed {
	f := &framing.Framed{Wall: &framing.Wall{ID: "A", Length: long, Lumber: two, Openings: doors, Layout: framing.Layout{Spacing: 16 * in}}}
	stand := func(kind wood.Kind, from measure.Length) {
		f.Members = append(f.Members, framing.Member{ID: "S", Kind: kind, Lumber: two, From: from, To: from + 3*in/2})
	}
	for at := measure.Length(0); at < long; at += 16 * in {
		from, kind := max(at-3*in/4, 0), wood.Stud
		for _, o := range doors {
			if from+3*in > o.Left() && from < o.Right()+3*in/2 {
				kind = wood.Cripple
			}
			if kind == wood.Cripple && (from < o.Left() || from+3*in/2 > o.Right()) {
				kind = ""
			}
		}
		if kind != "" && from+3*in/2 <= long-3*in/2 {
			stand(kind, from)
		}
	}
	stand(wood.Stud, long-3*in/2)
	for _, o := range doors {
		f.Heads = append(f.Heads, (o.FinishFloor + o.Sill + o.Height).Millimetres())
		for _, from := range []measure.Length{o.Left() - 3*in, o.Right() + 3*in/2} {
			stand(wood.King, from)
		}
		for _, from := range []measure.Length{o.Left() - 3*in/2, o.Right()} {
			stand(wood.Jack, from)
		}
	}
	f.Section = framing.Section{Known: true, Points: []framing.SectionPoint{{At: 0, Ceiling: low.Millimetres()}, {At: long, Ceiling: high.Millimetres()}}}
	return f
}

func rules(s framing.Sheet) framing.Rules {
	return framing.Rules{Units: measure.Imperial, Mark: in / 16, Sheets: []framing.Sheet{s}}
}

var (
	standing = framing.Sheet{Width: 48 * in, Length: 96 * in}
	lying    = framing.Sheet{Width: 48 * in, Length: 96 * in, Lying: true}
)

func TestAPlainWall(t *testing.T) {
	f := wall(128*in, 96*in, 96*in)
	one := Hang(f, rules(standing), false)
	require.Len(t, one.Pieces, 3)
	assert.Equal(t, []measure.Length{48 * in, 96 * in, 128 * in}, []measure.Length{one.Pieces[0].To, one.Pieces[1].To, one.Pieces[2].To})
	assert.Equal(t, in/2, one.Pieces[0].Low, "off the floor")
	assert.Equal(t, 1, one.Rows)
	across := Hang(f, rules(lying), true)
	assert.Equal(t, 2, across.Rows)
	var first, second []measure.Length
	for _, p := range across.Pieces {
		if p.Row == 0 {
			first = append(first, p.To)
		} else {
			second = append(second, p.To)
		}
	}
	assert.Equal(t, []measure.Length{96 * in, 128 * in}, first)
	assert.Equal(t, []measure.Length{48 * in, 128 * in}, second, "staggered: no more than a board is long")
	unread := wall(128*in, 96*in, 96*in)
	unread.Section.Known = false
	assert.True(t, Hang(unread, rules(standing), false).Unread)
}

// A door whose jamb is where a board would end moves that end to the stud before; a
// window wider than a board leaves pieces over and under it; high walls get head pieces;
// what is left for a strip is flagged.
func TestOpeningsHeadPiecesAndStrips(t *testing.T) {
	door := framing.Opening{ID: "D1", Centre: 65 * in, Width: 34 * in, Height: 82 * in}
	one := Hang(wall(128*in, 96*in, 96*in, door), rules(standing), false)
	assert.Equal(t, 32*in, one.Pieces[0].To, "48 is the door's corner")
	for _, p := range one.Pieces {
		assert.False(t, p.Off[0] || p.Off[1])
	}
	window := framing.Opening{ID: "W1", Kind: framing.Window, Centre: 80 * in, Width: 100 * in, Height: 40 * in, Sill: 36 * in}
	wide := Hang(wall(192*in, 96*in, 96*in, window), rules(standing), false)
	between := 0
	for _, p := range wide.Pieces {
		if p.From >= window.Left() && p.To <= window.Right() {
			between++
			assert.True(t, p.High == 36*in || p.Low == 76*in)
		}
	}
	assert.GreaterOrEqual(t, between, 2)
	high := Hang(wall(96*in, 109*in, 109*in), rules(standing), false)
	assert.Equal(t, 2, high.Rows)
	near := Hang(wall(96*in, 97*in-in/8, 97*in-in/8), rules(standing), false)
	assert.Equal(t, 1, near.Rows, "7/8 in off the floor rather than a sliver at the ceiling")
	assert.Equal(t, 7*in/8, near.Pieces[0].Low)
	strip := Hang(wall(96*in, 98*in, 98*in), rules(standing), false)
	assert.True(t, strip.Pieces[len(strip.Pieces)-1].Strip, "1 1/2 in over the boards")
}

func area(f Face) (out float64) {
	for _, p := range f.Pieces {
		out += p.Along().Millimetres() * p.Up().Millimetres()
		for _, h := range p.Holes {
			out -= (h.To - h.From).Millimetres() * (h.High - h.Low).Millimetres()
		}
	}
	return out
}

// Any wall, any board: the pieces cover the face and nothing else, none is larger than a
// board, ends are on wood unless it is told, none at an opening's corner, and what is
// cut from one board lies on it side by side.
func TestBoardsCoverAnyWall(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		long := measure.Length(rapid.IntRange(20, 400).Draw(t, "long")) * in
		high := measure.Length(rapid.IntRange(80, 150).Draw(t, "high")) * in
		s := framing.Sheet{Width: measure.Length(rapid.IntRange(24, 48).Draw(t, "wide")) * in, Length: measure.Length(rapid.IntRange(72, 120).Draw(t, "sheet")) * in, Lying: rapid.Bool().Draw(t, "lying")}
		var doors []framing.Opening
		if long > 90*in && rapid.Bool().Draw(t, "door") {
			wide := measure.Length(rapid.IntRange(24, 72).Draw(t, "door wide")) * in
			o := framing.Opening{ID: "D1", Centre: measure.Length(rapid.IntRange(int(wide/in/2)+6, int((long-wide/2)/in)-6).Draw(t, "centre")) * in, Width: wide, Height: 70 * in}
			if rapid.Bool().Draw(t, "window") {
				o.Kind, o.Sill, o.Height = framing.Window, 30*in, 40*in
			}
			doors = append(doors, o)
		}
		f := wall(long, high, high, doors...)
		one := Hang(f, rules(s), false)
		floor := in / 2
		if gap := high - s.Length; !s.Lying && gap > floor && gap <= in {
			floor = gap // no sliver over them
		}
		want := long.Millimetres() * (high - floor).Millimetres()
		for _, o := range doors {
			low := max(o.Sill, floor)
			want -= o.Width.Millimetres() * (o.Sill + o.Height - low).Millimetres()
		}
		require.InDelta(t, want, area(one), want*1e-9+1)
		along, up := s.Width, s.Length
		if s.Lying {
			along, up = up, along
		}
		for i, p := range one.Pieces {
			require.True(t, p.Along() > 0 && p.Up() > 0 && p.Along() <= along && p.Up() <= up, "%+v", p)
			for _, o := range p.Holes {
				require.False(t, o.From <= p.From && o.To >= p.To && o.Low <= p.Low && o.High >= p.High, "nothing of it is left")
			}
			for _, end := range []struct {
				at  measure.Length
				off bool
			}{{p.From, p.Off[0]}, {p.To, p.Off[1]}} {
				if end.at <= 0 || end.at >= long || end.off {
					continue
				}
				under := false
				for _, m := range f.Members {
					under = under || m.From < end.at && m.To > end.at || m.From == end.at || m.To == end.at
				}
				require.True(t, under, "an end without wood that isn't told")
			}
			for _, q := range one.Pieces[i+1:] {
				apart := p.To <= q.From || q.To <= p.From || p.High <= q.Low || q.High <= p.Low
				require.True(t, apart, "%+v and %+v lie over each other", p, q)
			}
		}
		boards := Nest([]*Face{&one}, s)
		total := 0
		for i, p := range one.Pieces {
			require.True(t, p.Board >= 1 && p.Board <= len(boards))
			require.True(t, p.On[0] >= 0 && p.On[1] >= 0 && p.On[0]+p.Along() <= along && p.On[1]+p.Up() <= up, "off its board")
			for _, q := range one.Pieces[i+1:] {
				if q.Board == p.Board {
					apart := p.On[0]+p.Along() <= q.On[0] || q.On[0]+q.Along() <= p.On[0] || p.On[1]+p.Up() <= q.On[1] || q.On[1]+q.Up() <= p.On[1]
					require.True(t, apart, "two pieces from one place of a board")
				}
			}
		}
		for _, b := range boards {
			total += b.Pieces
			require.GreaterOrEqual(t, b.Left, -1e-9)
		}
		require.Equal(t, len(one.Pieces), total)
		require.LessOrEqual(t, len(boards), len(one.Pieces))
		require.GreaterOrEqual(t, float64(len(boards))+1e-9, math.Floor(area(one)/along.Millimetres()/up.Millimetres()))
	})
}
