package site

import (
	"fmt"

	"homalos/internal/boring"
	"homalos/internal/framing"
	"homalos/internal/job"
	"homalos/internal/measure"
)

// runs reads the pipes and cables that are planned in a wall.
func (r *resolver) runs(path string, w job.Wall, wall *framing.Wall) {
	for i, one := range w.Runs {
		before := len(r.faults)
		at := fmt.Sprintf("%s.runs[%d]", path, i)
		if one.What == "" {
			r.faults.Add(at+".what", "missing: say what it is")
		}
		out := r.run(at, one, wall)
		if !r.faulty(before) {
			if r.Runs == nil {
				r.Runs = map[string][]boring.Run{}
			}
			r.Runs[w.ID] = append(r.Runs[w.ID], out)
		}
	}
}

func (r *resolver) run(at string, one job.Run, wall *framing.Wall) boring.Run {
	u := r.Doc.Units
	most := 10 * measure.Metre
	out := boring.Run{What: one.What, Path: at, Level: !one.At.Given()}
	size, ok := r.must(at+".size", one.Size)
	if ok && (size <= 0 || size > u.Pick(24*measure.Inch, 600*measure.Millimetre)) {
		r.faults.Add(at+".size", "%s is no pipe's outside diameter", r.write(size))
	}
	out.Size = size
	out.Off = r.within(at+".off", one.Off, wall.Lumber.Depth/2, 0, most)
	if out.Level {
		ok1, ok2 := false, false
		out.From, ok1 = r.must(at+".from", one.From)
		out.To, ok2 = r.must(at+".to", one.To)
		height, ok3 := r.must(at+".height", one.Height)
		out.Height = height
		out.Fall = r.within(at+".fall", one.Fall, 0, 0, u.Pick(48*measure.Inch, 1200*measure.Millimetre))
		switch {
		case ok1 && ok2 && out.From == out.To:
			r.faults.Add(at+".to", "the same place as from: give a pipe that goes up and down its at, in place of from, to and height")
		case ok1 && out.From < 0:
			r.faults.Add(at+".from", "%s is off the wall", r.write(out.From))
		case ok2 && out.To < 0:
			r.faults.Add(at+".to", "%s is off the wall", r.write(out.To))
		case ok3 && (height <= 0 || height > most):
			r.faults.Add(at+".height", "%s is no height over the floor: give up to %s", r.write(height), r.write(most))
		}
		const wrong = "it goes along the wall, from and to: this is of one that goes up and down at one place"
		r.without(at+".low", one.Low, wrong)
		r.without(at+".high", one.High, wrong)
		return out
	}
	const wrong = "it goes up and down at one place, at: this is of one that goes along the wall"
	r.without(at+".from", one.From, wrong)
	r.without(at+".to", one.To, wrong)
	r.without(at+".height", one.Height, wrong)
	r.without(at+".fall", one.Fall, wrong)
	out.At, _ = r.must(at+".at", one.At)
	out.Low, out.High = r.optional(at+".low", one.Low, 0, most), r.optional(at+".high", one.High, 0, most)
	switch {
	case out.At < 0:
		r.faults.Add(at+".at", "%s is off the wall", r.write(out.At))
	case one.High.Given() && out.High <= out.Low:
		r.faults.Add(at+".high", "%s isn't over %s, where it begins", r.write(out.High), r.write(out.Low))
	}
	return out
}

// without says what is wrong with a length that doesn't belong there.
func (r *resolver) without(path string, given job.Length, wrong string) {
	if given.Given() {
		r.faults.Add(path, "%s", wrong)
	}
}
