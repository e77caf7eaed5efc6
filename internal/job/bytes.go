package job

// Bytes are about how many a document takes in memory.
func Bytes(d Document) int {
	n := 5_000 + 300*len(d.Lumber) + 600*len(d.Floors)
	for _, l := range d.Lumber {
		n += 40 * len(l.Stock)
	}
	for _, w := range d.Walls {
		n += 1_500 + 600*len(w.Openings) + 150*(len(w.Pending)+len(w.Breaks)+len(w.Ends))
	}
	if s := d.Survey; s != nil {
		n += 300*len(s.Ties) + 500*(len(s.Obstructions)+len(s.Stairs)+len(s.Pockets)+len(s.Walls)+len(s.Zones)+len(s.Hidden)+len(s.Instruments)+len(s.Corners))
		for _, j := range s.Joists {
			n += 500 + 40*(len(j.At)+len(j.Gaps))
		}
		for _, r := range s.Readings {
			n += 500 + 100*len(r.Extra)
		}
	}
	if d.Record != nil {
		n += 250*len(d.Record.Cuts) + 250*len(d.Record.Culls) + 200*len(d.Record.Stood) + 200*len(d.Record.Worked)
		r := d.Record
		n += 350*len(r.Checks) + 400*len(r.Items) + 250*len(r.Settled) + 150*len(r.Closed) + 350*len(r.Photos)
	}
	return n
}
