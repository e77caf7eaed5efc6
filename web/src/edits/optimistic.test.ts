import { expect, test } from "vitest";
import openapi from "../../../docs/openapi.json";
import type { Edit, Job } from "../api/client";
import { remade, replacedBy, withEdit } from "./optimistic";

type Document = Job["document"];
const door = { id: "D1", kind: "door", centre: "60 in" } as const;
const d = {
  format: "homalos-job/1",
  name: "x",
  units: "imperial",
  lumber: [{ id: "2x4", thickness: "1 1/2 in", depth: "3 1/2 in" }],
  walls: [
    { id: "A", lumber: "2x4", openings: [door] },
    { id: "B", lumber: "2x4" },
  ],
  floors: [{ id: "L", joists: "J", lumber: "2x4" }],
} as Document;

/** One edit of every kind that a document shows. */
const edits: Edit[] = [
  { do: "put-wall", wall: { id: "C", lumber: "2x4" } },
  { do: "remove-wall", wall: "B" },
  { do: "put-opening", wall: "A", opening: { ...door, centre: "64 in" } },
  { do: "remove-opening", wall: "A", opening: "D1" },
  { do: "put-lumber", lumber: { id: "2x6", thickness: "1 1/2 in", depth: "5 1/2 in" } },
  { do: "put-floor", floor: { id: "K", joists: "J", lumber: "2x4" } },
  { do: "remove-floor", floor: "L" },
  { do: "put-rules", rules: { fit: "1/8 in" } },
  { do: "put-shop", shop: { id: "s", name: "ours", units: "imperial" } },
  { do: "put-mark", mark: "1/32 in" },
  { do: "put-order", order: ["A"] },
  { do: "put-schedule", schedule: { crew: 1 } },
  { do: "rename", name: "y" },
  { do: "add-reading", reading: { id: "r", kind: "gap", value: "96" } },
  { do: "add-tie", tie: { id: "t", kind: "length", from: "1", to: "2", value: "9" } },
  { do: "put-corners", corners: [{ id: "1" }] },
  { do: "put-assess", assess: { confirmed: [] } },
  { do: "put-found", part: "zones", entry: { id: "z", of: "floor", outline: [] } },
  { do: "remove-found", part: "zones", key: "z" },
  { do: "cut", cut: { member: "A-S1", length: "93 in" } },
  { do: "cull", cull: { stick: "2x4/1" } },
  { do: "stand", stood: { member: "A-S1" } },
  { do: "worked", worked: { task: "A.cut", hours: 2, on: "2026-11-30" } },
  { do: "note", part: "checks", line: { check: "A.light", value: "0" } },
];

test("what was given stands at once, and nothing else changes", () => {
  const before = JSON.stringify(d);
  for (const e of edits) {
    const now = withEdit(d, e);
    if (e.do !== "remove-found") expect(JSON.stringify(now), e.do).not.toBe(before);
    expect(JSON.stringify(d), "the document given stays as it is").toBe(before);
  }
  const now = edits.reduce(withEdit, d);
  expect(now.walls?.map((w) => w.id)).toEqual(["A", "C"]);
  expect(now.walls?.[0]?.openings).toEqual([]);
  expect(now.survey?.zones).toEqual([]);
  expect(now.record?.cuts).toHaveLength(1);
});

test("every kind of edit is shown at once, or is the server's to work out", () => {
  const kinds = new Set(openapi.components.schemas.Edit.oneOf.map((k) => k.properties.do.enum[0]));
  const worked = [
    "apply-fix",
    "mend",
    "undo",
    "redo",
    "remove-lumber",
    "remove-reading",
    "remove-tie",
    "remove-cut",
    "remove-cull",
    "remove-stood",
    "remove-worked",
    "remove-note",
  ];
  expect([...new Set([...edits.map((e) => e.do), ...worked])].sort()).toEqual([...kinds].sort());
});

test("a choice is made to a document that is otherwise by the fields it changed", () => {
  const e: Edit = { do: "put-opening", wall: "A", opening: { ...door, centre: "3 in", jacks: 2 } };
  const was = { ...door, centre: "3 in" }; // it was on screen, and then refused
  expect(remade(e, was, d)).toEqual({ do: "put-opening", wall: "A", opening: { ...door, jacks: 2 } });
  expect(replacedBy(d, e)).toEqual(door);
  const fresh: Edit = { do: "put-wall", wall: { id: "E", lumber: "2x4" } };
  expect(remade(fresh, undefined, d)).toBe(fresh);
});
