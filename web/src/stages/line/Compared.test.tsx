// @vitest-environment happy-dom
import { expect, test } from "vitest";
import type { Comparison } from "../../api/client";
import { show } from "../../testing/show";
import { Compared } from "./Compared";

const costs: Comparison = {
  rows: [
    { what: "studs", now: "9", there: "10" },
    {
      what: "widest door leaf",
      now: "60 1/2",
      there: "60 1/2",
      how: [
        { what: "length", value: "68 1/2 in" },
        { what: "king and jack each side", value: "-6 in" },
        { what: "jambs, gaps and shims, as usual", value: "-2 in" },
      ],
    },
  ],
  moved: [{ wall: "G", by: "2", was: "39 9/16", now: "37 9/16" }],
  changed: {
    cut: [{ member: "G-B1", was: "39 9/16 in", now: "37 9/16 in" }],
    open: [
      { member: "G-S1", was: "93 in" },
      { member: "G-S9", now: "93 1/8 in" },
    ],
    others: 0,
  } as unknown as Comparison["changed"],
};

test("what was cut already stands before what wasn't", () => {
  const { container } = show(<Compared of={costs} there />);
  const text = container.textContent ?? "";
  expect(text.indexOf("Pieces already cut that change")).toBeGreaterThan(0);
  expect(text.indexOf("G-B1")).toBeLessThan(text.indexOf("G-S1"));
  expect(text).toContain("G moves by 2, 39 9/16 → 37 9/16 long.");
  expect(text).toContain("2 pieces not cut yet");
});

test("only what differs is bold; new and gone pieces say so", () => {
  const { container } = show(<Compared of={costs} there />);
  const rows = [...container.querySelectorAll("table.compared")][0]?.querySelectorAll("tbody > tr");
  const bold = [...(rows ?? [])].filter((r) => r.querySelector("td.num b")).map((r) => r.querySelector("td")?.textContent);
  expect(bold).toEqual(["studs"]);
  expect(container.textContent).toContain("G-S1" + "93" + "gone");
  expect(container.textContent).toContain("G-S9" + "new" + "93 1/8");
});

test("the widest door opens its sum; a count that has none doesn't", () => {
  const { container } = show(<Compared of={costs} there />);
  const sums = [...container.querySelectorAll("details.how")];
  expect(sums).toHaveLength(1);
  expect(sums[0]?.querySelector("summary")?.textContent).toBe("widest door leaf");
  expect([...(sums[0]?.querySelectorAll("tr") ?? [])].map((r) => r.textContent)).toEqual([
    "length68 1/2",
    "king and jack each side−6",
    "jambs, gaps and shims, as usual−2",
  ]);
});
