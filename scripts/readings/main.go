// Command readings compares ways of reading a building, over simulated ones,
// and prints the table in docs/measure-next.md.
package main

import (
	"flag"
	"fmt"
	"math"
	"sort"
	"sync"

	"homalos/internal/instrument"
	"homalos/internal/measure"
)

type way struct {
	name     string
	outcomes []instrument.Outcome
}

func main() {
	count := flag.Int("buildings", 200, "how many buildings")
	flag.Parse()
	ways := []way{{name: "*measure next*"}, {name: "*measure next*, 2 % of readings misread"}, {name: "even grid along the walls"}, {name: "even grid over the room"}}
	for i := range ways {
		ways[i].outcomes = make([]instrument.Outcome, *count)
	}
	var all sync.WaitGroup
	gate := make(chan bool, 2)
	for n := range *count {
		all.Add(1)
		gate <- true
		go func() {
			defer all.Done()
			seed := uint64(1000 + n)
			d, b := instrument.Simulate(seed, []measure.System{measure.Imperial, measure.Metric}[n%2])
			d.Survey.Readings = nil
			kit := func(blunders float64) *instrument.Kit { return instrument.NewKit(b, seed, blunders) }
			ways[0].outcomes[n], _ = instrument.Follow(d, kit(0), 200)
			ways[1].outcomes[n], _ = instrument.Follow(d, kit(0.02), 200)
			ways[2].outcomes[n] = instrument.Grid(d, kit(0), true, 300)
			ways[3].outcomes[n] = instrument.Grid(d, kit(0), false, 300)
			<-gate
		}()
	}
	all.Wait()
	fmt.Printf("# How many readings a building needs\n\n")
	fmt.Printf("%d simulated buildings (`homalos simulate`, half imperial, half metric): floors and ceilings that fall up to about an eighth of an inch to the foot and sag or rise up to an inch, 1 or 2 walls, most with a door; hold 3/16 in or 5 mm; devices good to 0.7 to 0.8 mm. Each way starts with nothing read and ends when no piece is held. An even grid reads floor and ceiling at each place, and is made finer until it is enough; the count is that of the last grid alone. Made by `make readings`.\n\n", *count)
	fmt.Printf("| way | readings, mean | median | most | never done | true to within their spread | off by rms | worst | off by more than the hold |\n|---|---|---|---|---|---|---|---|---|\n")
	for _, w := range ways {
		row(w)
	}
	share := func(a, b way) float64 { return 100 * mean(a.outcomes) / mean(b.outcomes) }
	fmt.Printf("\n*Measure next* needs %.0f %% of the readings of a grid over the room, %.0f %% of one along the walls.\n", share(ways[0], ways[3]), share(ways[0], ways[2]))
}

func mean(all []instrument.Outcome) float64 {
	total := 0.0
	for _, o := range all {
		total += float64(o.Readings)
	}
	return total / float64(len(all))
}

func row(w way) {
	var counts []int
	open, ready, within, over, worst, sum := 0, 0, 0, 0, 0.0, 0.0
	for _, o := range w.outcomes {
		counts = append(counts, o.Readings)
		if o.Held > 0 {
			open++
		}
		ready, within, over, worst, sum = ready+o.Ready, within+o.Within, over+o.Over, math.Max(worst, o.Worst), sum+o.Sum2
	}
	sort.Ints(counts)
	n := len(counts)
	fmt.Printf("| %s | %.1f | %d | %d | %d | %.1f %% of %d | %.2f mm | %.1f mm | %d |\n", w.name, mean(w.outcomes), counts[n/2], counts[n-1], open,
		100*float64(within)/float64(ready), ready, math.Sqrt(sum/float64(ready)), worst, over)
}
