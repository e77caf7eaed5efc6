package exchange

import (
	"encoding/csv"
	"io"
	"strconv"
	"time"

	"homalos/internal/daybook"
)

// WriteDaybook writes lines of a job's log as CSV. A cell that a spreadsheet would reckon
// with is written as text.
func WriteDaybook(w io.Writer, all []daybook.Line) error {
	out := csv.NewWriter(w)
	if err := out.Write([]string{"revision", "at", "kind", "wall", "piece", "by", "with", "what", "why", "stands"}); err != nil {
		return err
	}
	for _, l := range all {
		row := []string{strconv.FormatInt(l.Revision, 10), l.At.UTC().Format(time.RFC3339), string(l.Kind), l.Wall, l.Member, l.By, l.With, l.Said, l.Why, strconv.FormatBool(l.Stands)}
		for i := range row[3:9] {
			row[3+i] = guarded(row[3+i])
		}
		if err := out.Write(row); err != nil {
			return err
		}
	}
	out.Flush()
	return out.Error()
}
