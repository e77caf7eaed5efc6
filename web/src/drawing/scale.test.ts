import { describe, expect, test } from "vitest";
import type { Drawing } from "../api/client";
import { stretched } from "./scale";

/** a wall with a floor and a ceiling that rise and fall, in mm */
function wall(floor: number[], ceiling: number[], length = 3000): Drawing {
  const step = length / (floor.length - 1);
  return {
    wall: "A",
    ends: ["stove-wall end", "open end"],
    length,
    hook: "start",
    known: true,
    levels: true,
    surface: floor.map((f, i) => ({ at: i * step, floor: f, ceiling: ceiling[i] ?? 2440, spread: 1 })),
    pieces: [],
    pins: [],
    openings: [],
    tape: [],
    bottom: 38,
    top: 38,
    depth: 89,
  };
}
const fallen = wall([0, -4, -9, -6], [2441, 2438, 2430, 2433]);

describe.each([1, 10, 40])("stretched %i times", (stretch) => {
  const s = stretched(fallen, 1100, 430, stretch);
  const stations = Array.from({ length: 31 }, (_, i) => i * 100);

  test("stations are true: the same step everywhere, inside the picture", () => {
    const steps = stations.slice(1).map((at, i) => s.x(at) - s.x(stations[i] ?? 0));
    for (const one of steps) expect(one).toBeCloseTo(steps[0] ?? 0, 9);
    expect(s.x(0)).toBe(s.left);
    expect(s.x(3000)).toBeLessThan(1100);
  });

  test("a stud stands between the plates, foot under head, wherever it is", () => {
    for (const at of stations) {
      const f = -s.floor(at);
      const c = -s.ceiling(at);
      expect(c).toBeGreaterThan(f);
      let last = -Number.POSITIVE_INFINITY;
      const [low, high] = [surface(fallen, at, "floor"), surface(fallen, at, "ceiling")];
      for (let k = 0; k <= 20; k++) {
        const y = -s.y(at, low + ((high - low) * k) / 20);
        expect(y).toBeGreaterThan(last);
        last = y;
      }
      expect(s.y(at, low)).toBeCloseTo(s.floor(at), 6);
      expect(s.y(at, high)).toBeCloseTo(s.ceiling(at), 6);
    }
  });

  test("what is lower in the building is lower in the picture", () => {
    expect(s.floor(2000)).toBeGreaterThan(s.floor(0));
    expect(s.ceiling(2000)).toBeGreaterThan(s.ceiling(0));
  });
});

function surface(d: Drawing, at: number, of: "floor" | "ceiling") {
  const i = Math.min(Math.floor(at / 1000), d.surface.length - 2);
  const [a, b] = [d.surface[i], d.surface[i + 1]];
  if (!a || !b) return 0;
  return a[of] + ((b[of] - a[of]) * (at - a.at)) / (b.at - a.at);
}

test("a larger factor shows more, up to what the picture holds", () => {
  const fall = (stretch: number) => {
    const s = stretched(fallen, 1100, 430, stretch);
    return s.floor(2000) - s.floor(0);
  };
  expect(fall(10)).toBeCloseTo(10 * fall(1), 6);
  expect(fall(4000)).toBeLessThanOrEqual(68);
});

test("a level room, or one that isn't read yet, is drawn flat", () => {
  for (const d of [wall([0, 0], [2440, 2440]), { ...fallen, surface: [] }]) {
    const s = stretched(d, 800, 400, 20);
    expect(s.floor(0)).toBe(s.floor(3000));
    expect(s.ceiling(0)).toBe(s.ceiling(3000));
    expect(s.ceiling(0)).toBeLessThan(s.floor(0));
  }
});
