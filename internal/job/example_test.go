package job_test

import (
	"encoding/json"
	"fmt"

	"homalos/internal/job"
)

// An edit is a value: it is made in a document, and gives what takes it back.
func ExampleApply() {
	d := job.Document{Format: job.Format, Name: "attic", Units: "metric", Mark: job.L("1 mm")}
	finer, back, err := job.Apply(d, job.Edit{ID: "e1", Act: &job.PutMark{Mark: job.L("0.5 mm")}})
	if err != nil {
		fmt.Println(err)
		return
	}
	fmt.Println(finer.Mark.String())
	raw, _ := json.Marshal(back)
	fmt.Println(string(raw))
	again, _, _ := job.ApplyAll(finer, back)
	fmt.Println(job.Same(d, again))
	// Output:
	// 0.5 mm
	// [{"do":"put-mark","mark":"1 mm"}]
	// true
}

// What two documents of a job differ by is a list of edits.
func ExampleBetween() {
	was := job.Document{Format: job.Format, Name: "attic", Units: "metric"}
	now := job.Copy(was)
	now.Name = "attic, north"
	now.Lumber = []job.Lumber{{ID: "45×95", Thickness: job.L("45 mm"), Depth: job.L("95 mm")}}
	for _, e := range job.Between(was, now) {
		raw, _ := json.Marshal(e)
		fmt.Println(string(raw))
	}
	// Output:
	// {"do":"rename","name":"attic, north"}
	// {"do":"put-lumber","lumber":{"id":"45×95","thickness":"45 mm","depth":"95 mm"}}
}

// What was done is said in a few words, as others on the job are told.
func ExampleSay() {
	tick := job.Edit{Act: &job.CutPiece{Cut: job.Cut{Member: "B-S4", Length: job.L("93 1/16 in"), Came: job.L("93 in")}}}
	fmt.Println(job.Say([]job.Edit{tick}, nil, "imperial"))
	// Output: B-S4 cut at the saw, came out 93
}
