package plan

import (
	"fmt"
	"strings"
)

// Table is the saw list as aligned text.
func (p Plan) Table() string {
	rows := [][]string{{"lumber", "length", "count", "state", "pieces"}}
	for _, c := range p.Cuts {
		rows = append(rows, []string{c.Lumber, c.Length, fmt.Sprint(c.Count), c.State, strings.Join(c.Members, " ")})
	}
	wide := make([]int, 5)
	for _, row := range rows {
		for i, cell := range row {
			wide[i] = max(wide[i], len([]rune(cell)))
		}
	}
	var b strings.Builder
	for _, row := range rows {
		line := ""
		for i, cell := range row {
			pad := strings.Repeat(" ", wide[i]-len([]rune(cell)))
			if i == 1 || i == 2 {
				line += pad + cell + "  "
			} else {
				line += cell + pad + "  "
			}
		}
		b.WriteString(strings.TrimRight(line, " ") + "\n")
	}
	return b.String()
}
