package job

import (
	"homalos/internal/measure"
)

// Starter is an empty job with the usual lumber; its sizes want measuring on
// one piece of the delivery.
func Starter(name, units string) Document {
	d := Document{Format: Format, Name: name, Units: measure.System(units), Rules: &Rules{}, Survey: &Survey{}}
	if d.Units == measure.Metric {
		d.Lumber = []Lumber{{ID: "45×95", Thickness: L("45 mm"), Depth: L("95 mm")}, {ID: "45×95 treated", Thickness: L("45 mm"), Depth: L("95 mm"), Treated: true}}
	} else {
		d.Lumber = []Lumber{{ID: "2x4", Thickness: L("1 1/2 in"), Depth: L("3 1/2 in")}, {ID: "2x4 treated", Thickness: L("1 1/2 in"), Depth: L("3 1/2 in"), Treated: true}}
	}
	return d
}
