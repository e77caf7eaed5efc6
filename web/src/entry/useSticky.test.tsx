// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { useRef, useState } from "react";
import { expect, test } from "vitest";
import { show } from "../testing/show";
import { useSticky } from "./useSticky";

function Entry() {
  const [asked, setAsked] = useState("1 to 2");
  const box = useRef<HTMLDivElement>(null);
  const { at, goOn } = useSticky(asked, asked, box);
  return (
    <>
      <output>{at}</output>
      <div ref={box}>
        <input aria-label="tape says" />
        <button
          type="button"
          onClick={() => {
            goOn();
            setAsked("3 to 4");
          }}
        >
          keep
        </button>
      </div>
      <button type="button" onClick={() => setAsked(`${asked}, by others`)}>
        others
      </button>
    </>
  );
}
const at = () => screen.getByRole("status").textContent;

test("what is asked for follows the others, but never under the hand; one's own going on does", () => {
  show(<Entry />);
  fireEvent.click(screen.getByText("others")); // nobody is at the field
  expect(at()).toBe("1 to 2, by others");
  screen.getByLabelText("tape says").focus();
  fireEvent.click(screen.getByText("others"));
  expect(at()).toBe("1 to 2, by others");
  fireEvent.click(screen.getByText("keep"));
  expect(at()).toBe("3 to 4");
  fireEvent.click(screen.getByText("others"));
  expect(at()).toBe("3 to 4");
  // gone on, and typing already: the next one that comes is too late
  fireEvent.click(screen.getByText("keep"));
  fireEvent.input(screen.getByLabelText("tape says"), { target: { value: "9" } });
  fireEvent.click(screen.getByText("others"));
  expect(at()).toBe("3 to 4");
  (document.activeElement as HTMLElement).blur();
  fireEvent.click(screen.getByText("others"));
  expect(at()).toBe("3 to 4, by others, by others");
});

test("what is asked for next may be here before one goes on", () => {
  function Early() {
    const [asked, setAsked] = useState("1 to 2");
    const box = useRef<HTMLDivElement>(null);
    const { at, goOn } = useSticky(asked, asked, box);
    return (
      <div ref={box}>
        <output>{at}</output>
        <input aria-label="tape says" />
        <button type="button" onClick={() => setAsked("2 to 3")}>
          answered
        </button>
        <button type="button" onClick={goOn}>
          go on
        </button>
      </div>
    );
  }
  show(<Early />);
  const field = screen.getByLabelText("tape says");
  field.focus();
  fireEvent.input(field, { target: { value: "96" } });
  fireEvent.click(screen.getByText("answered"));
  expect(at()).toBe("1 to 2");
  fireEvent.click(screen.getByText("go on"));
  expect(at()).toBe("2 to 3");
});
