// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test, vi } from "vitest";
import { show } from "../testing/show";
import { Keypad } from "./Keypad";

function Pad({ units = "imperial", mark = "1/16 in", enter = () => {} }) {
  const [text, setText] = useState("");
  return (
    <>
      <output>{text}</output>
      <Keypad units={units} mark={mark} value={text} change={setText} enter={enter} />
    </>
  );
}
const press = (...keys: string[]) => {
  for (const k of keys) fireEvent.click(screen.getByRole("button", { name: k }));
};
const said = () => screen.getByRole("status").textContent;

test("a length by thumb: digits, then a fraction, which the next one replaces", () => {
  show(<Pad />);
  press("9", "6", "3/16");
  expect(said()).toBe("96 3/16");
  press("1/4");
  expect(said()).toBe("96 1/4");
});

test("a fraction alone, feet, and below the laser", () => {
  show(<Pad />);
  press("5/8");
  expect(said()).toBe("5/8");
  press("Delete the last character", "Delete the last character", "Delete the last character");
  expect(said()).toBe("");
  press("8", "ft", "3", "1/2");
  expect(said()).toBe("8 ft 3 1/2");
  press("−");
  expect(said()).toBe("-8 ft 3 1/2");
  press("−");
  expect(said()).toBe("8 ft 3 1/2");
});

test("the fractions are those of the job's mark, in lowest terms", () => {
  const { unmount } = show(<Pad mark="1/8 in" />);
  const fractions = () =>
    screen
      .getAllByRole("button")
      .map((b) => b.getAttribute("aria-label"))
      .filter((l) => l?.includes("/"));
  expect(fractions()).toEqual(["1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8"]);
  unmount();
  show(<Pad mark="1/32 in" />);
  expect(fractions()).toHaveLength(15); // finer ones are typed
});

test("millimetres have a point and no fractions; next goes on", () => {
  const enter = vi.fn();
  show(<Pad units="metric" mark="1 mm" enter={enter} />);
  expect(screen.queryByRole("button", { name: "1/2" })).toBeNull();
  press("2", "4", "3", "1", ".", "5", "next");
  expect(said()).toBe("2431.5");
  expect(enter).toHaveBeenCalledOnce();
});
