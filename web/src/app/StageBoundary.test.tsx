// @vitest-environment happy-dom
import { fireEvent, screen } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { show } from "../testing/show";
import { reloadOnce } from "./reloadOnce";
import { StageBoundary } from "./StageBoundary";

test("a stage that fails leaves the page standing, and can be shown again", () => {
  vi.spyOn(console, "error").mockImplementation(() => {});
  let broken = true;
  function Stage() {
    if (broken) throw new Error("no such wall");
    return <p>the stage</p>;
  }
  show(
    <>
      <nav>the pole</nav>
      <StageBoundary>
        <Stage />
      </StageBoundary>
    </>,
  );
  expect(screen.getByText("the pole")).toBeTruthy();
  expect(screen.getByText("no such wall")).toBeTruthy();
  broken = false;
  fireEvent.click(screen.getByText("Show it again"));
  expect(screen.getByText("the stage")).toBeTruthy();
});

test("a part that is gone after an upgrade loads the page anew, once", () => {
  const reload = vi.fn();
  vi.stubGlobal("location", { ...window.location, reload });
  reloadOnce();
  const missing = () => window.dispatchEvent(new Event("vite:preloadError", { cancelable: true }));
  expect(missing()).toBe(false); // it is taken care of
  expect(missing()).toBe(true); // the stage says so
  expect(reload).toHaveBeenCalledOnce();
});
