import { expect, test } from "vitest";
import type { Call } from "../../api/client";
import { onScreen } from "./called";

const call = (length: string, members: string[], state: Call["state"] = "ready"): Call => ({
  lumber: "2x4",
  length: `${length} in`,
  said: length,
  aloud: length,
  state,
  pieces: members.map((m) => ({
    member: m.replace("!", ""),
    kind: "stud",
    cut: m.endsWith("!"),
    begins: 0,
    ends: 1,
    turn: 1,
    life: m.endsWith("!") ? "cut" : "to-cut",
  })),
});
const called = (member: string, length: string) => ({ member, length: `${length} in`, said: length });
const shows = (saw: Call[], c?: ReturnType<typeof called>) => {
  const s = onScreen(saw, c);
  return s.changed
    ? `changed: ${s.changed.called.said} → ${s.changed.now?.said ?? "gone"}`
    : `${s.piece?.member} ${s.call?.said}`;
};

test("the longest is called first, then on to the next when it is cut", () => {
  const saw = [call("94", ["A-S1", "A-S2"]), call("93", ["B-S1"])];
  expect(shows(saw)).toBe("A-S1 94");
  expect(shows(saw, called("A-S2", "94"))).toBe("A-S2 94");
  expect(shows([call("94", ["A-S1!", "A-S2"]), call("93", ["B-S1"])], called("A-S1", "94"))).toBe("A-S2 94");
  expect(shows([call("94", ["A-S1!", "A-S2!"]), call("93", ["B-S1"])], called("A-S2", "94"))).toBe("B-S1 93");
  expect(shows([call("94", ["A-S1!"])], called("A-S1", "94"))).toBe("undefined undefined");
});

test("what another device does never changes the number that is being cut", () => {
  const longer = [call("95", ["C-S1"]), call("94", ["A-S1", "A-S2"])]; // unticked elsewhere
  expect(shows(longer, called("A-S2", "94"))).toBe("A-S2 94");
});

test("a length that changed under the saw is said, and so is a piece that is held or gone", () => {
  expect(shows([call("93 15/16", ["A-S1"])], called("A-S1", "94"))).toBe("changed: 94 → 93 15/16");
  expect(shows([call("94", ["A-S1"], "measure-first")], called("A-S1", "94"))).toBe("changed: 94 → 94");
  expect(shows([call("93", ["B-S1"])], called("A-S1", "94"))).toBe("changed: 94 → gone");
});
