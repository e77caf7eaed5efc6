import type { Check } from "../../api/client";

/** How checks are grouped on a walk round a wall, by their kinds. */
export const groups: [title: string, kinds: Check["kind"][]][] = [
  ["Before the next section", ["section"]],
  ["Marks and depth", ["marks", "depth"]],
  ["Plumb", ["plumb-across", "plumb-along"]],
  ["Straight, square, as high as read", ["straight", "diagonal", "height", "flush", "light"]],
  ["Openings", ["opening-width", "opening-diagonal", "head", "head-along", "residual"]],
  ["Doors, hung dry", ["door"]],
  ["Fast", ["shake", "count", "fixings"]],
  ["Wood behind the boards' edges", ["backing"]],
  ["Before it is closed", ["bearing", "hidden", "inspector"]],
];

/** The checks of a wall in the order they are walked. */
export const walked = (checks: Check[]) => groups.flatMap(([, kinds]) => checks.filter((c) => kinds.includes(c.kind)));

/** The next check to make after one, going on from the start at the end. */
export function nextAfter(all: Check[], id: string | undefined): Check | undefined {
  const i = all.findIndex((c) => c.id === id);
  return [...all.slice(i + 1), ...all.slice(0, i + 1)].find((c) => c.state === "to-do" && c.id !== id);
}
