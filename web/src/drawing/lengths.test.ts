import { describe, expect, test } from "vitest";
import { type Box, places, room, type Wanted } from "./lengths";

/** a repeatable row of numbers from 0 to 1 */
function drawn(seed: number) {
  let s = seed * 2654435761;
  return () => {
    s = (Math.imul(s ^ (s >>> 15), 2246822519) + 0x9e3779b9) | 0;
    return ((s ^ (s >>> 13)) >>> 0) / 2 ** 32;
  };
}
const meet = (a: Box, b: Box) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;
const picture = { x: 0, y: 0, w: 900, h: 410 };

/** a wall of uprights, some side by side, with the sums of either unit */
function wall(next: () => number): Wanted[] {
  const out: Wanted[] = [];
  for (let x = 40; x < 840; x += next() < 0.3 ? 7 : 60 + next() * 60) {
    const wood = { x, y: 70, w: 7, h: 290 };
    const text = next() < 0.5 ? "92 3/16" : "2340.5";
    out.push({ id: `S${out.length}`, text, wood, best: { x: x - 13.5, y: 230 } });
  }
  return out;
}

describe("lengths in the section", () => {
  test("never lie over one another or over a rough size", () => {
    for (let seed = 1; seed <= 300; seed++) clear(drawn(seed));
  });

  function clear(next: () => number) {
    const wanted = wall(next);
    const door = { x: 300 + next() * 300, y: 180, w: 110, h: 70 };
    const at = places(wanted, [door], picture);
    const boxes = wanted.flatMap((w) => {
      const p = at.get(w.id);
      return p ? [room(w.text, p, false)] : [];
    });
    for (const [i, b] of boxes.entries()) {
      expect(meet(b, door)).toBe(false);
      expect(b.x).toBeGreaterThanOrEqual(0);
      for (const other of boxes.slice(i + 1)) expect(meet(b, other)).toBe(false);
    }
    expect(at.size).toBe(wanted.length);
  }

  test("one that has its side to itself stands where it stands best, without a leader", () => {
    const one = { id: "S1", text: "92 3/16", wood: { x: 400, y: 70, w: 7, h: 290 }, best: { x: 386.5, y: 230 } };
    expect(places([one], [], picture).get("S1")).toEqual({ x: 386.5, y: 230, far: false });
  });

  test("level ones that are too near stand a row lower", () => {
    const level = (id: string, x: number): Wanted => ({
      id,
      text: "14 1/2",
      level: true,
      wood: { x, y: 70, w: 7, h: 40 },
      best: { x: x + 3, y: 140 },
    });
    const at = places([level("C1", 400), level("C2", 430)], [], picture);
    expect(at.get("C1")?.y).toBe(140);
    expect(at.get("C2")?.y).toBeGreaterThan(140 + 20);
  });
});
