import { expect, test } from "vitest";
import { swapped, under } from "./Layers";

const of = (what: string, face: "in" | "out") => ({ what, face, thickness: "12 mm" });
const all = [of("sheathing", "out"), of("board", "in"), of("membrane", "out"), of("air gap", "out")];

test("a layer lies on the one before it on its own face", () => {
  expect(all.map((_, i) => under(all, i))).toEqual([-1, -1, 0, 2]);
});

test("moved nearer the studs it takes that one's place, and nothing else moves", () => {
  expect(swapped(all, 2, under(all, 2)).map((l) => l.what)).toEqual(["membrane", "board", "sheathing", "air gap"]);
});
