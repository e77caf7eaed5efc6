package site

import (
	"homalos/internal/job"
	"homalos/internal/measure"
)

// Limits are how much may be off when the work is checked: the crew's, else usual
// practice.
type Limits struct {
	Plumb, Straight, Diagonal, Head, Residual, Height, Flush, Light, Door, Room measure.Length

	Gap measure.Length // beside and over a door's leaf
}

// each goes through the limits with what the crew gave, in their fields' order.
func (l *Limits) each(given *job.Limits, u measure.System, do func(name string, to *measure.Length, given *job.Length, usual measure.Length)) {
	eighth, sixteenth := u.Pick(measure.Inch/8, 3*measure.Millimetre), u.Pick(measure.Inch/16, 3*measure.Millimetre/2)
	do("plumb", &l.Plumb, &given.Plumb, eighth)
	do("straight", &l.Straight, &given.Straight, eighth)
	do("diagonal", &l.Diagonal, &given.Diagonal, eighth)
	do("head", &l.Head, &given.Head, sixteenth)
	do("residual", &l.Residual, &given.Residual, eighth)
	do("height", &l.Height, &given.Height, eighth)
	do("flush", &l.Flush, &given.Flush, sixteenth)
	do("light", &l.Light, &given.Light, sixteenth)
	do("door", &l.Door, &given.Door, sixteenth)
	do("gap", &l.Gap, &given.Gap, eighth)
	do("room", &l.Room, &given.Room, sixteenth)
}

func (r *resolver) setLimits(given *job.Limits) {
	if given == nil {
		given = &job.Limits{}
	}
	own := *given
	r.Limits.each(&own, r.Doc.Units, func(name string, to *measure.Length, given *job.Length, usual measure.Length) {
		*to = r.within("rules.limits."+name, *given, usual, 0, r.Doc.Units.Pick(2*measure.Inch, 50*measure.Millimetre))
	})
}

// Usual are the limits in force, written as the document has them.
func (l Limits) Usual(u measure.System) *job.Limits {
	out := &job.Limits{}
	l.each(out, u, func(_ string, to *measure.Length, given *job.Length, _ measure.Length) { *given = job.Exactly(*to, u) })
	return out
}
