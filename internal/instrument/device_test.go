package instrument

import (
	"bufio"
	"math"
	"net/http"
	"net/http/httptest"
	"os"
	"strings"
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"homalos/internal/measure"
)

func practiceRoom(t *testing.T) *Building {
	t.Helper()
	raw, err := os.ReadFile("../../demo/practice.truth.json")
	require.NoError(t, err)
	b, err := Read(raw)
	require.NoError(t, err)
	return b
}

func TestDevicesReadWithTheirOwnNoise(t *testing.T) {
	b := practiceRoom(t)
	for _, kind := range []string{"gap", "floor", "ceiling", "length", "angle"} {
		k := NewKit(b, 1, 0)
		aim := Aim{Kind: kind, X: 900, Y: 800, From: "1", To: "3", At: "2", Units: measure.Metric}
		sum, square := 0.0, 0.0
		const n = 2000
		for range n {
			s, err := k.Shoot(aim)
			require.NoError(t, err)
			v := s.Degrees
			if kind != "angle" {
				l, err := measure.Read(s.Value, measure.Metric)
				require.NoError(t, err)
				v = l.Millimetres()
			}
			sum, square = sum+v-s.True, square+(v-s.True)*(v-s.True)
		}
		d := devices[deviceFor[kind]]
		assert.InDelta(t, 0, sum/n, 4*d.Noise/math.Sqrt(n), kind)
		assert.InDelta(t, d.Noise, math.Sqrt(square/n), 0.1*d.Noise, "%s: rounding adds a little", kind)
	}
	k := NewKit(b, 1, 0)
	_, err := k.Shoot(Aim{Kind: "gap"})
	require.NoError(t, err)
	assert.Equal(t, 1, k.Shots())
}

func TestTheSameSeedGivesTheSameReadings(t *testing.T) {
	a, b := NewKit(practiceRoom(t), 9, 0.1), NewKit(practiceRoom(t), 9, 0.1)
	slips := 0
	for i := range 300 {
		aim := Aim{Kind: "gap", X: float64(i) * 10, Y: 500, Units: measure.Imperial}
		x, _ := a.Shoot(aim)
		y, _ := b.Shoot(aim)
		require.Equal(t, x, y)
		if x.Slip != "" {
			slips++
			l, err := measure.Read(x.Value, measure.Imperial)
			require.NoError(t, err)
			assert.Greater(t, math.Abs(l.Millimetres()-x.True), 20.0, x.Slip)
		}
	}
	assert.InDelta(t, 30, slips, 15)
}

func TestAnAngleIsOnTheRoomsSideHoweverItIsSaid(t *testing.T) {
	b := practiceRoom(t)
	there, err := b.really(Aim{Kind: "angle", At: "3", From: "2", To: "4"})
	require.NoError(t, err)
	back, err := b.really(Aim{Kind: "angle", At: "3", From: "4", To: "2"})
	require.NoError(t, err)
	assert.InDelta(t, there, back, 1e-9)
	assert.InDelta(t, 135.5, there, 0.1)
}

func TestWhatCannotBeAimedAt(t *testing.T) {
	k := NewKit(practiceRoom(t), 1, 0)
	for _, aim := range []Aim{{Kind: "smell"}, {Kind: "length", From: "1", To: "9"}, {Kind: "length", From: "x"}, {Kind: "angle", From: "1", To: "2", At: "z"}} {
		_, err := k.Shoot(aim)
		assert.Error(t, err)
	}
	assert.Zero(t, k.Shots())
	_, err := Read([]byte("{}"))
	assert.ErrorContains(t, err, "format")
	_, err = Read([]byte("no"))
	assert.Error(t, err)
}

func TestReadingsComeInAStream(t *testing.T) {
	room := practiceRoom(t)
	web := httptest.NewServer(NewBench(map[string]*Kit{}, func(string) *Kit { return NewKit(room, 3, 0) }))
	defer func() { web.CloseClientConnections(); web.Close() }()
	stream, err := http.Get(web.URL + "/stream?job=a")
	require.NoError(t, err)
	defer func() { _ = stream.Body.Close() }()
	lines := bufio.NewScanner(stream.Body)
	require.True(t, lines.Scan(), "it greets, so that the listener knows it is there")
	for name, c := range map[string]struct {
		body string
		want int
	}{
		"a gap": {`{"kind": "gap", "x": 100, "y": 100, "units": "imperial"}`, 202}, "no aim": {"]", 400}, "no such corner": {`{"kind": "length", "from": "1", "to": "8"}`, 422},
	} {
		answer, err := http.Post(web.URL+"/shoot?job=a", "application/json", strings.NewReader(c.body))
		require.NoError(t, err)
		_ = answer.Body.Close()
		assert.Equal(t, c.want, answer.StatusCode, name)
	}
	for lines.Scan() {
		if text, ok := strings.CutPrefix(lines.Text(), "data: "); ok {
			assert.Contains(t, text, `"kind":"gap"`)
			assert.NotContains(t, text, "true", "the truth stays with the building")
			break
		}
	}
	answer, err := http.Get(web.URL + "/elsewhere")
	require.NoError(t, err)
	_ = answer.Body.Close()
	assert.Equal(t, 404, answer.StatusCode)
}
