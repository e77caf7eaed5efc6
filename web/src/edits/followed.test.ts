import { expect, test } from "vitest";
import type { Edited, PlanBody, Room } from "../api/client";
import { planAfter, roomAfter } from "./followed";

type Followed = NonNullable<Edited["follows"]>;
const wall = (id: string, length: string) => ({ id, length }) as PlanBody["plan"]["walls"][number];
const drawing = (id: string, length: number) => ({ wall: id, length }) as PlanBody["drawings"][number];
const check = (wall: string, at: string, state: string) =>
  ({ id: `${wall}.${at}`, wall, state }) as PlanBody["plan"]["checks"][number];
const before = {
  id: "j",
  revision: 4,
  plan: {
    name: "loft",
    walls: [wall("A", "96 in"), wall("B", "80 in")],
    checks: [check("A", "light", "to-do"), check("B", "light", "to-do"), check("B", "count", "to-do")],
  },
  drawings: [drawing("A", 1), drawing("B", 2)],
  saw: [],
} as unknown as PlanBody;
const followed = (more: Partial<Followed>): Followed => ({
  from: 4,
  order: ["A", "B"],
  walls: [],
  drawings: [],
  plan: {},
  beside: {},
  room: {},
  ...more,
});

test("what changed is laid over what was there, in the order there is now", () => {
  const f = followed({
    order: ["C", "B"],
    walls: [wall("C", "40 in")],
    drawings: [drawing("C", 3)],
    plan: { name: "attic" },
    beside: { saw: [1] },
  });
  const now = planAfter(before, f, 5);
  expect(now?.plan.walls.map((w) => `${w.id} ${w.length}`)).toEqual(["C 40 in", "B 80 in"]);
  expect(now?.drawings.map((d) => d.wall)).toEqual(["C", "B"]);
  expect([now?.plan.name, now?.revision, now?.saw]).toEqual(["attic", 5, [1]]);
  expect(before.plan.walls).toHaveLength(2);
});

test("what changed of another revision, or of walls that aren't here, isn't laid over anything", () => {
  expect(planAfter(undefined, followed({}), 5)).toBeUndefined();
  expect(planAfter(before, followed({ from: 3 }), 5)).toBeUndefined();
  expect(planAfter(before, followed({ order: ["A", "B", "D"] }), 5)).toBeUndefined();
  const room = { revision: 4, room: { held: 2 } as Room };
  expect(roomAfter(room, followed({ from: 2 }), 5)).toBeUndefined();
  expect(roomAfter(room, followed({ room: { held: 1 } }), 5)).toEqual({ revision: 5, room: { held: 1 } });
});

test("of the checks those that changed are laid over; those of a wall that is checked otherwise come anew", () => {
  const said = (f: Partial<Followed>) => planAfter(before, followed(f), 5)?.plan.checks.map((c) => `${c.id} ${c.state}`);
  expect(said({})).toEqual(["A.light to-do", "B.light to-do", "B.count to-do"]);
  expect(said({ checks: [check("B", "light", "pass")] })).toEqual(["A.light to-do", "B.light pass", "B.count to-do"]);
  expect(said({ checks: [check("B", "head", "to-do")], anew: ["B"] })).toEqual(["A.light to-do", "B.head to-do"]);
  const gone = { order: ["B"], walls: [], drawings: [] };
  expect(said(gone)).toEqual(["B.light to-do", "B.count to-do"]);
});
