package recall

import (
	"errors"
	"sync"
	"testing"

	"github.com/stretchr/testify/assert"
)

// Whatever differs, however deep, differs in the key; what is the same at
// another place in memory doesn't.
func TestAKeyTellsAllThatItIsOf(t *testing.T) {
	type plain struct {
		name string
		of   *plain
		from []float64
	}
	same := func() plain { return plain{"A", &plain{name: "B", from: []float64{1, 2}}, nil} }
	assert.Equal(t, KeyOf(same()), KeyOf(same()))
	for name, other := range map[string]plain{
		"a letter":      {"a", &plain{name: "B", from: []float64{1, 2}}, nil},
		"deep":          {"A", &plain{name: "B", from: []float64{1, 3}}, nil},
		"longer":        {"A", &plain{name: "B", from: []float64{1, 2, 0}}, nil},
		"nothing there": {"A", nil, nil},
		"an empty list": {"A", &plain{name: "B", from: []float64{1, 2}}, []float64{}},
	} {
		assert.NotEqual(t, KeyOf(same()), KeyOf(other), name)
	}
	assert.NotEqual(t, KeyOf("ab", "c"), KeyOf("a", "bc"))
	assert.Panics(t, func() { KeyOf(map[string]int{}) }, "a map has no order")
}

// At most so many are kept: the one asked for longest ago goes first.
func TestTheOneAskedForLongestAgoGoes(t *testing.T) {
	k, n := New[int](2), 0
	ask := func(name string) int { return k.Must(KeyOf(name), func() int { n++; return n }) }
	assert.Equal(t, []int{1, 2, 1}, []int{ask("a"), ask("b"), ask("a")})
	assert.Equal(t, 3, ask("c"), "b goes")
	assert.Equal(t, []int{1, 3}, []int{ask("a"), ask("c")})
	assert.Equal(t, 4, ask("b"))
	assert.Equal(t, 5, ask("a"), "a was longest ago")
	assert.Len(t, k.by, 2)
}

func TestWhatGoesWrongIsNotRemembered(t *testing.T) {
	k, n := New[int](2), 0
	for range 2 {
		_, err := k.Of(KeyOf("x"), func() (int, error) { n++; return 0, errors.New("no") })
		assert.Error(t, err)
	}
	assert.Equal(t, 2, n)
	var none *Kept[int]
	assert.Equal(t, 7, none.Must(KeyOf("x"), func() int { return 7 }))
}

func TestSeveralMayAskAtOnce(t *testing.T) {
	k := New[int](5)
	var wait sync.WaitGroup
	for range 8 {
		wait.Go(func() {
			for i := range 500 {
				assert.Equal(t, i%13, k.Must(KeyOf(i%13), func() int { return i % 13 }))
			}
		})
	}
	wait.Wait()
	assert.Len(t, k.by, 5)
}
