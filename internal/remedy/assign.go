package remedy

import "math"

// cheapest gives each row a column of its own so that all together cost least. There are
// at least as many columns as rows. Source: the shortest augmenting path, with prices of
// rows and columns (Kuhn, Munkres).
func cheapest(cost [][]int64) []int {
	n := len(cost)
	if n == 0 {
		return nil
	}
	m := len(cost[0])
	u, v := make([]int64, n+1), make([]int64, m+1)
	row, way := make([]int, m+1), make([]int, m+1)
	for i := 1; i <= n; i++ {
		row[0] = i
		least := make([]int64, m+1)
		for j := range least {
			least[j] = math.MaxInt64
		}
		used := make([]bool, m+1)
		at := 0
		for row[at] != 0 {
			used[at] = true
			of, delta, next := row[at], int64(math.MaxInt64), 0
			for j := 1; j <= m; j++ {
				if used[j] {
					continue
				}
				if c := cost[of-1][j-1] - u[of] - v[j]; c < least[j] {
					least[j], way[j] = c, at
				}
				if least[j] < delta {
					delta, next = least[j], j
				}
			}
			for j := 0; j <= m; j++ {
				if used[j] {
					u[row[j]] += delta
					v[j] -= delta
				} else if least[j] != math.MaxInt64 {
					least[j] -= delta
				}
			}
			at = next
		}
		for at != 0 {
			row[at] = row[way[at]]
			at = way[at]
		}
	}
	out := make([]int, n)
	for j := 1; j <= m; j++ {
		if row[j] > 0 {
			out[row[j]-1] = j - 1
		}
	}
	return out
}
