// @vitest-environment happy-dom
import { expect, test } from "vitest";
import { show } from "../testing/show";
import { Len, Said } from "./Len";

test.each([
  ["93 1/8 in", "93 1/8"],
  ["2443 mm", "2443"],
  ["-41 5/8 in", "−41 5/8"],
  ["-1/2 in", "−\u20091/2"],
  ["1/16", "1/16"],
  ["inside", "inside"],
])("%s is read out as %s", (text, said) => {
  expect(show(<Len text={text} />).container.querySelector(".len")?.textContent).toBe(said);
});

test("only the lengths in a sentence are set as fractions", () => {
  const { container } = show(<Said text="Hold the end stud back 1/16, at 71 3/4 of wall A and 24 in apart." />);
  expect([...container.querySelectorAll(".len")].map((e) => e.textContent)).toEqual(["1/16", "71 3/4"]);
  expect(container.textContent).toContain("Hold the end stud back 1/16, at 71 3/4 of wall A and 24 in apart.");
});
