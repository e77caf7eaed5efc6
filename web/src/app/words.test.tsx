// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { expect, test } from "vitest";
import { show } from "../testing/show";
import { answersTo, kinds, meanings, Term, Words, wordOf } from "./words";

test("a set says its own words, of one and of several", () => {
  expect(["jack", "jacks", "nogging", "header"].map((t) => wordOf(t, "metric"))).toEqual([
    "trimmer",
    "trimmers",
    "noggin",
    "lintel",
  ]);
  expect(wordOf("noggings", "inch")).toBe("blocking");
  expect(wordOf("duct", "metric")).toBe("duct");
});

test("any name finds the word", () => {
  for (const [sought, term] of [
    ["Trimmer", "jack"],
    ["sole", "bottom-plate"],
    ["dwang", "nogging"],
    ["pony", "half-wall"],
  ] as const)
    expect(meanings.filter((m) => answersTo(m, sought)).map((m) => m.term)).toContain(term);
});

test("each kind of upright has its sign", () => {
  expect([kinds.stud?.sign, kinds.king?.sign, kinds.jack?.rounds, kinds.header?.sign]).toEqual([
    "cross",
    "bridge",
    "up",
    undefined,
  ]);
});

test("a word touched says what it is and what others call it", async () => {
  show(
    <Words value="metric">
      <Term of="jack" start />
    </Words>,
  );
  fireEvent.click(screen.getByText("Trimmer"));
  expect((await screen.findByText(/Also called/)).textContent).toBe("Also called shoulder stud, jack stud, jack.");
});
