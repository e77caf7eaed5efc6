import { expect, test } from "vitest";
import openapi from "../../../../docs/openapi.json";
import { fixings, ways } from "./choices";

const { Line, Fixing } = openapi.components.schemas;

test("a line can be placed in every way there is", () => {
  expect(ways.map((w) => w.value).sort()).toEqual([...Line.properties.by.enum].sort());
});

test("a plate can be fixed with everything there is, or as usual", () => {
  expect(fixings.map((f) => f.value).sort()).toEqual(["", ...Fixing.properties.by.enum].sort());
});

test("no two choices are called alike", () => {
  for (const all of [ways, fixings]) expect(new Set(all.map((c) => c.label)).size).toBe(all.length);
});
