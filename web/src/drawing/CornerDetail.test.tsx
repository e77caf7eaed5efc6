// @vitest-environment happy-dom
import { expect, test } from "vitest";
import type { CornerDetail as Detail } from "../api/client";
import { show } from "../testing/show";
import { CornerDetail } from "./CornerDetail";

const box = (x: number, y: number, wide: number, high: number) => [
  { x, y },
  { x: x + wide, y },
  { x: x + wide, y: y + high },
  { x, y: y + high },
];

/** D comes from above and butts A, which runs along the bottom. */
const detail: Detail = {
  end: "start",
  wall: "A",
  low: { x: -300, y: -300 },
  high: { x: 300, y: 300 },
  walls: [
    { id: "D", outline: box(-44, 0, 88, 900), board: box(-57, 0, 114, 900), name: { x: 0, y: 240 } },
    { id: "A", outline: box(-900, -89, 1800, 89), name: { x: -900, y: -44 } },
  ],
  wood: [
    { id: "D-S1", kind: "stud", outline: box(-44, 2, 88, 38) },
    { id: "A-F1", kind: "backer", flat: true, outline: box(-44, -38, 88, 38) },
    { id: "A-N1", kind: "nogging", lying: true, outline: box(-200, -38, 400, 38) },
    { id: "A-N2", kind: "nogging", lying: true, outline: box(-200, -38, 400, 38) },
    { id: "", kind: "there", outline: box(100, -60, 38, 60) },
    { id: "A-S9", kind: "stud", outline: box(290, -89, 38, 89) },
  ],
  held: "1/16 in",
  heldA: { x: -44, y: 0 },
  heldB: { x: -44, y: 2 },
};
const drawn = () => show(<CornerDetail detail={detail} of="D" />).container;
const texts = (c: HTMLElement) => [...c.querySelectorAll("svg text")].map((t) => t.textContent);

test("every piece is drawn; noggings over one another are named once, the edge's not at all", () => {
  const c = drawn();
  expect(c.querySelectorAll("polygon.piece")).toHaveLength(6);
  expect(texts(c)).toEqual(["S1", "F1", "N1", "D", "A"]);
});

test("wood on end is crossed, what lies or stands there already isn't", () => {
  expect(drawn().querySelectorAll("path.crossed")).toHaveLength(3);
});

test("names of walls stay inside the picture, however far the wall runs", () => {
  for (const t of drawn().querySelectorAll("svg text.wall")) {
    expect(Number(t.getAttribute("x"))).toBeGreaterThan(5);
    expect(Number(t.getAttribute("x"))).toBeLessThan(315);
    expect(Number(t.getAttribute("y"))).toBeLessThan(320);
  }
});

test("up in the building is up in the picture, at one scale", () => {
  const [stud] = drawn().querySelectorAll("polygon.stud");
  const at = (stud?.getAttribute("points") ?? "").split(" ").map((p) => p.split(",").map(Number));
  const [a, b, c] = at as [number[], number[], number[]];
  expect((b[0] ?? 0) - (a[0] ?? 0)).toBeCloseTo((88 / 600) * 320, 0);
  expect((b[1] ?? 0) - (c[1] ?? 0)).toBeCloseTo((38 / 600) * 320, 0);
});

test("how far the end stud is held back is ringed and said", () => {
  const c = drawn();
  expect(c.querySelector("circle.gap")).toBeTruthy();
  expect(c.querySelector("figcaption")?.textContent).toContain("end stud held back 1/16");
  const flush = show(<CornerDetail detail={{ ...detail, held: undefined }} of="D" />).container;
  expect(flush.querySelector("circle.gap")).toBeNull();
});
