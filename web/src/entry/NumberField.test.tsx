// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test } from "vitest";
import { show } from "../testing/show";
import { NumberField, numberIn } from "./NumberField";

function Degrees({ first, told }: { first?: number; told: (n?: number) => void }) {
  const [n, setN] = useState(first);
  return (
    <>
      <NumberField
        label="Degrees"
        value={n}
        change={(to) => {
          setN(to);
          told(to);
        }}
      />
      <button type="button" onClick={() => setN(45)}>
        as the wall there
      </button>
    </>
  );
}

const field = () => screen.getByLabelText<HTMLInputElement>("Degrees");
const type = (text: string) => {
  for (let i = 1; i <= text.length; i++) fireEvent.change(field(), { target: { value: text.slice(0, i) } });
};

test("half a degree can be typed, point by point", () => {
  const told: (number | undefined)[] = [];
  show(<Degrees told={(n) => told.push(n)} />);
  type("67.5");
  expect(field().value).toBe("67.5");
  expect(told).toEqual([6, 67, 67, 67.5]);
});

test("a decimal comma is one too, and what is no number is said and not kept", () => {
  const told: (number | undefined)[] = [];
  show(<Degrees told={(n) => told.push(n)} />);
  type("52,5");
  expect(told.at(-1)).toBe(52.5);
  type("5o");
  expect(told.at(-1)).toBeUndefined();
  expect(field().value).toBe("5o");
  expect(screen.getByText('"5o" is not a number')).toBeTruthy();
});

test("what is set from elsewhere shows", () => {
  show(<Degrees first={90} told={() => {}} />);
  expect(field().value).toBe("90");
  type("60.");
  fireEvent.click(screen.getByText("as the wall there"));
  expect(field().value).toBe("45");
});

test.each([
  ["", undefined],
  ["-", undefined],
  [" -12.5 ", -12.5],
  ["0", 0],
  ["1e999", undefined],
])("%j is %j", (text, n) => expect(numberIn(text)).toBe(n));
