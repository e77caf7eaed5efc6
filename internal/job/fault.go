package job

import (
	"fmt"
	"strings"
)

// Fault is one thing wrong with a document: where, and what, and what to do.
type Fault struct {
	Path string // JSON path such as walls[2].openings[0].leaf.width
	Text string
}

// Faults are all of a document's faults, in the order of the document. It is
// an error when it isn't empty.
type Faults []Fault

// mostFaults keeps a hostile document from making a longer answer than itself.
const mostFaults = 1000

func (f Faults) Error() string {
	lines := make([]string, len(f))
	for i, one := range f {
		lines[i] = one.Path + ": " + one.Text
	}
	return strings.Join(lines, "\n")
}

// Add notes a fault.
func (f *Faults) Add(path, format string, args ...any) {
	if len(*f) < mostFaults {
		*f = append(*f, Fault{path, fmt.Sprintf(format, args...)})
	} else if len(*f) == mostFaults {
		*f = append(*f, Fault{"$", "and more faults: mend these first"})
	}
}
