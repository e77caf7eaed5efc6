import { expect, test } from "vitest";
import type { Call } from "../../api/client";
import { inOrder, onScreen } from "./called";

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

test("wall by wall, pieces of one length are called together in each wall, in the order they stand", () => {
  const one = (length: string, members: [string, number][]) => {
    const c = call(
      length,
      members.map(([m]) => m),
    );
    return { ...c, pieces: c.pieces.map((p, i) => ({ ...p, turn: members[i]?.[1] ?? 0 })) };
  };
  const saw = [
    one("94", [
      ["B-S1", 5],
      ["A-S1", 2],
      ["A-S2", 4],
    ]),
    one("93", [["A-K1", 3]]),
    one("60", [["A-B1", 1]]),
  ];
  const said = (calls: Call[]) => calls.map((c) => `${c.said}: ${c.pieces.map((p) => p.member).join(" ")}`);
  expect(said(inOrder(saw, "walls", "all"))).toEqual(["60: A-B1", "94: A-S1 A-S2", "93: A-K1", "94: B-S1"]);
  expect(said(inOrder(saw, "walls", "B"))).toEqual(["94: B-S1"]);
  expect(said(inOrder(saw, "longest", "all"))).toEqual(["94: B-S1 A-S1 A-S2", "93: A-K1", "60: A-B1"]);
});
