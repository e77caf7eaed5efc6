package measure

import (
	"testing"

	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
	"pgregory.net/rapid"

	"homalos/internal/law"
)

func TestReadWhatPeopleWrite(t *testing.T) {
	for _, c := range []struct {
		text   string
		system System
		want   Length
	}{
		{"96 3/16 in", Metric, 96*Inch + 12*Inch64},
		{"96-3/16", Imperial, 96*Inch + 12*Inch64},
		{"8 ft 0 3/16 in", Imperial, 96*Inch + 12*Inch64},
		{`8' 0-3/16"`, Imperial, 96*Inch + 12*Inch64},
		{"8' 3/16", Imperial, 96*Inch + 12*Inch64},
		{"8′ 0 3⁄16″", Imperial, 96*Inch + 12*Inch64},
		{"8'", Metric, 8 * Foot},
		{"8'-6", Imperial, 102 * Inch},
		{"8.5 ft", Imperial, 102 * Inch},
		{"93⅛", Imperial, 93*Inch + 8*Inch64},
		{"½", Imperial, Inch / 2},
		{"900+38+150", Metric, 1088 * Millimetre},
		{"8' - 3 1/2", Imperial, 92*Inch + Inch/2},
		{"96 3/16 − 1 1/2 − 1 1/2 − 1/16", Imperial, 93*Inch + Inch/8},
		{"2.4 m + 38", Metric, 2438 * Millimetre},
		{"-5 + 12 1/2", Imperial, 7*Inch + Inch/2},
		{"30 in + 21 3/4 in", Metric, 51*Inch + 3*Inch/4},
		{"2443,5", Metric, 2443*Millimetre + Millimetre/2},
		{"2,443 m", Metric, 2443 * Millimetre},
		{"1,5 + 2,5", Metric, 4 * Millimetre},
		{"-41 5/8 in", Imperial, -(41*Inch + 40*Inch64)},
		{"−41¼", Imperial, -(41*Inch + 16*Inch64)},
		{"2443", Metric, 2443 * Millimetre},
		{"2.443m", Imperial, 2443 * Millimetre},
		{"244.3 cm", Imperial, 2443 * Millimetre},
		{"2443 mm", Imperial, 2443 * Millimetre},
		{".5 in", Imperial, Inch / 2},
		{"96.1328 in", Imperial, 2_441_773_120},
		{"19/16 in", Imperial, 19 * Inch / 16},
		{"12 in.", Imperial, 12 * Inch},
		{"0", Metric, 0},
	} {
		got, err := Read(c.text, c.system)
		require.NoError(t, err, c.text)
		assert.Equal(t, c.want, got, c.text)
	}
}

func TestReadSaysWhatIsWrong(t *testing.T) {
	for text, says := range map[string]string{
		"":               "no length here",
		"  ":             "no length here",
		"in":             "a number is missing",
		"96 furlongs":    "is not a unit",
		"96 3/0":         "divides by zero",
		"96 1/3 in":      "can't be held exactly",
		"1/128 in":       "can't be held exactly",
		"96 17/16":       "one or more",
		"9,5":            "comma",
		"1.2.3":          "not a number",
		"96.5 3/16":      "a decimal and a fraction",
		"8 ft 14 in":     "12 inches or more",
		"8.5 ft 2 in":    "part of a foot",
		"8 ft 20 mm":     "followed by inches only",
		"12 in 5 in":     "left over",
		"5 -3":           "left over",
		"--5":            "a number is missing",
		"99999999 m":     "longer than 10 km",
		"5 € in":         "can't read",
		"12 + ":          "no length",
		"12 ++ 5":        "no length",
		"12 + 5 bananas": "not a unit",
	} {
		_, err := Read(text, Imperial)
		if assert.Error(t, err, text) {
			assert.ErrorContains(t, err, says, text)
		}
	}
}

// A comma may part thousands: where it may, nothing is guessed.
func TestACommaThatMayPartThousandsIsAsked(t *testing.T) {
	for _, text := range []string{"1,234", "1,234 mm", "2 + 1,234"} {
		_, err := Read(text, Metric)
		assert.ErrorContains(t, err, "without the comma", text)
	}
	_, err := Read("9,5", Imperial)
	assert.ErrorContains(t, err, "comma")
}

func anyLength() *rapid.Generator[Length] {
	return rapid.Custom(func(t *rapid.T) Length {
		return Length(rapid.Int64Range(-int64(Largest), int64(Largest)).Draw(t, "nm"))
	})
}

func TestWriteThenReadGivesTheSameLength(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		l := anyLength().Draw(t, "length")
		if rapid.Bool().Draw(t, "a 64th") {
			l = l.Nearest(Inch64)
		}
		if l.Abs() > Largest {
			t.Skip()
		}
		system := rapid.SampledFrom([]System{Imperial, Metric}).Draw(t, "system")
		back, err := Read(system.Write(l), rapid.SampledFrom([]System{Imperial, Metric}).Draw(t, "reader"))
		require.NoError(t, err)
		require.Equal(t, l, back, system.Write(l))
	})
}

func TestRoundingIsToTheMarkAndOrdered(t *testing.T) {
	law.Check(t, func(t *rapid.T) {
		l := anyLength().Draw(t, "length")
		mark := rapid.SampledFrom([]Length{Inch / 16, Inch / 32, Inch64, Millimetre, Millimetre / 2, 3 * Millimetre}).Draw(t, "mark")
		down, near, up := l.Down(mark), l.Nearest(mark), l.Up(mark)
		require.True(t, down <= l && l <= up && down <= near && near <= up)
		require.Zero(t, down%mark)
		require.Zero(t, up%mark)
		require.True(t, up-down == 0 || up-down == mark)
		require.LessOrEqual(t, 2*(near-l).Abs(), mark)
	})
}

func TestWriteInTrueFractionsAndDecimals(t *testing.T) {
	assert.Equal(t, "93 1/16 in", Imperial.Write(93*Inch+4*Inch64))
	assert.Equal(t, "-1/16 in", Imperial.Write(-4*Inch64))
	assert.Equal(t, "93.0703 in", Imperial.Write(2_363_985_620))
	assert.Equal(t, "2363.5 mm", Metric.Write(2363*Millimetre+Millimetre/2))
	assert.Equal(t, "0 mm", Metric.Write(0))
	assert.Equal(t, "93 1/16", Imperial.Say(2_363_985_620, Inch/16))
}

func TestEstimateKeepsA64thWhole(t *testing.T) {
	assert.Equal(t, 96*Inch+Inch64, Imperial.Estimate((96+1.0/64)*25.4+1e-7))
	assert.Equal(t, "96.1328 in", Imperial.Write(Imperial.Estimate(96.1328499*25.4)))
	assert.Equal(t, "2443.127 mm", Metric.Write(Metric.Estimate(2443.12699)))
}

func FuzzRead(f *testing.F) {
	for _, text := range []string{"96 3/16 in", `8' 0-3/16"`, "2.443 m", "⅝", "-", "8 ft", "1/0", "''", "9e9", "\u00a0 5", "5.in"} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		l, err := Read(text, Imperial)
		if err != nil {
			return
		}
		if l.Abs() > Largest {
			t.Fatalf("%q gave %d nm", text, l)
		}
		if back, err := Read(Imperial.Write(l), Imperial); err != nil || back != l {
			t.Fatalf("%q: %d nm writes %q, reads %d, %v", text, l, Imperial.Write(l), back, err)
		}
	})
}

func BenchmarkRead(b *testing.B) {
	for b.Loop() {
		if _, err := Read("8' 0-3/16\"", Imperial); err != nil {
			b.Fatal(err)
		}
	}
}

func BenchmarkWrite(b *testing.B) {
	for b.Loop() {
		_ = Imperial.Write(2_363_985_620)
	}
}
