package store

import (
	"gorm.io/gorm"

	"homalos/internal/job"
	"homalos/internal/measure"
)

// load puts a job's document together from its tables. Lengths come back in
// the job's unit, exact.
func (s *Store) load(tx *gorm.DB, head jobRow) (Job, error) {
	t := texts{units: head.Units}
	d := job.Document{Format: job.Format, Name: head.Name, Units: head.Units, Mark: t.text(head.Mark)}
	if head.Rules {
		d.Rules = &job.Rules{
			Spacing: t.text(head.Spacing), Method: head.Method, Fit: t.text(head.Fit), Hold: t.text(head.Hold),
			Floor: head.Floor, Lap: t.text(head.Lap), Kerf: t.text(head.Kerf), Board: t.text(head.Board),
			FixFloor: head.FixFloor, FixCeiling: head.FixCeiling,
		}
	}
	var lumber []lumberRow
	var walls []wallRow
	var openings []openingRow
	var readings []readingRow
	var ties []tieRow
	for _, rows := range []any{&lumber, &walls, &openings, &readings, &ties} {
		if err := s.rows(tx, head.ID).Order("position").Find(rows).Error; err != nil {
			return Job{}, err
		}
	}
	for _, l := range lumber {
		one := job.Lumber{ID: l.ID, Thickness: t.text(l.Thickness), Depth: t.text(l.Depth), Treated: l.Treated, Track: l.Track}
		for _, stock := range l.Stock {
			one.Stock = append(one.Stock, head.Units.Write(measure.Length(stock)))
		}
		d.Lumber = append(d.Lumber, one)
	}
	for _, w := range walls {
		d.Walls = append(d.Walls, t.wall(w, openings))
	}
	if head.Survey {
		f := head.Found
		d.Survey = &job.Survey{
			Noise: t.text(head.Noise), Joists: f.Joists, Obstructions: f.Obstructions, Corners: f.Corners, Walls: f.Walls, Zones: f.Zones,
			Hidden: f.Hidden, Instruments: f.Instruments,
		}
		for _, r := range readings {
			d.Survey.Readings = append(d.Survey.Readings, t.reading(r))
		}
		for _, r := range ties {
			d.Survey.Ties = append(d.Survey.Ties, job.Tie{
				ID: r.ID, Kind: r.Kind, At: r.AtCorner, From: r.FromCorner, To: r.ToCorner, Value: t.text(r.Value), Degrees: r.Degrees,
				Instrument: r.Instrument, By: r.ReadBy, Taken: r.Taken, Replaces: given(r.Replaces), Void: r.Void,
			})
		}
	}
	d.Assess = head.Assess
	return Job{ID: head.ID, Revision: head.Revision, Document: d, Updated: head.UpdatedAt}, nil
}

func (t *texts) wall(w wallRow, openings []openingRow) job.Wall {
	out := job.Wall{
		ID: w.ID, Name: w.Name, From: job.Place{X: t.text(w.FromX), Y: t.text(w.FromY)}, To: job.Place{X: t.text(w.ToX), Y: t.text(w.ToY)},
		Body: w.Body, Lumber: w.Lumber, Bottom: w.Bottom, Top: w.Top, Line: w.Line,
		Ends: w.Ends, Membrane: w.Membrane, FixFloor: w.FixFloor, FixCeiling: w.FixCeiling, Pending: w.Pending,
	}
	if w.Layout {
		out.Layout = &job.Layout{From: w.Hook, Spacing: t.text(w.Spacing), Offset: t.text(w.Offset), Mode: w.Mode}
	}
	for _, o := range openings {
		if o.WallID != w.ID {
			continue
		}
		one := job.Opening{ID: o.ID, Kind: o.Kind, Centre: t.text(o.Centre), Sill: t.text(o.Sill), FinishFloor: t.text(o.FinishFloor), Jacks: o.Jacks}
		if o.LeafWidth != nil || o.LeafHeight != nil {
			one.Leaf = &job.Size{Width: t.text(o.LeafWidth), Height: t.text(o.LeafHeight)}
		}
		if o.RoughWidth != nil || o.RoughHeight != nil {
			one.Rough = &job.Size{Width: t.text(o.RoughWidth), Height: t.text(o.RoughHeight)}
		}
		if o.Header {
			one.Header = &job.Header{Lumber: o.HeaderLumber, Plies: o.HeaderPlies, Lie: o.HeaderLie}
		}
		out.Openings = append(out.Openings, one)
	}
	return out
}

func (t *texts) reading(r readingRow) job.Reading {
	out := job.Reading{
		ID: r.ID, Kind: r.Kind, Basis: r.Basis, Value: t.text(r.Value), Replaces: given(r.Replaces), Void: r.Void, Stays: r.Stays, Taken: r.Taken,
		Instrument: r.Instrument, By: r.ReadBy, Extra: r.Extra,
	}
	if r.Stood != nil {
		out.Stood = &job.Stood{What: *r.Stood, Thick: t.text(r.StoodThick)}
	}
	if r.Stopped != nil {
		out.Stopped = &job.Stood{What: *r.Stopped, Thick: t.text(r.StoppedThick)}
	}
	if r.X != nil || r.WallID != nil {
		out.Place = &job.Place{X: t.text(r.X), Y: t.text(r.Y), Wall: given(r.WallID), Station: t.text(r.Station)}
	}
	return out
}
