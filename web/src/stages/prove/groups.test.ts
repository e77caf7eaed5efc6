import { expect, test } from "vitest";
import openapi from "../../../../docs/openapi.json";
import type { Check } from "../../api/client";
import { groups, nextAfter, walked } from "./groups";

const check = (id: string, kind: Check["kind"], state: Check["state"] = "to-do") => ({ id, kind, state }) as Check;

test("every kind of check stands in one group of the walk", () => {
  const kinds = openapi.components.schemas.PlanCheck.properties.kind.enum;
  expect(groups.flatMap(([, some]) => some).sort()).toEqual([...kinds].sort());
});

test("the walk goes on to the next check that isn't made, and round to the first", () => {
  const all = walked([
    check("photo", "hidden"),
    check("plumb", "plumb-across"),
    check("marks", "marks"),
    check("edge", "backing", "pass"),
  ]);
  expect(all.map((c) => c.id)).toEqual(["marks", "plumb", "edge", "photo"]);
  expect(nextAfter(all, undefined)?.id).toBe("marks");
  expect(nextAfter(all, "plumb")?.id).toBe("photo");
  expect(nextAfter(all, "photo")?.id).toBe("marks");
  const made = all.map((c) => (c.id === "plumb" ? c : { ...c, state: "pass" as const }));
  expect(nextAfter(made, "plumb")).toBeUndefined();
});
