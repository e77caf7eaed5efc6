// @vitest-environment happy-dom
import { act, fireEvent, screen } from "@testing-library/react";
import { afterAll, expect, test, vi } from "vitest";
import { show } from "../testing/show";

afterAll(() => vi.resetModules()); // its mocks are its own

const queue = vi.hoisted(() => {
  let list: unknown[] = [];
  const listeners = new Set<() => void>();
  return {
    away: false,
    soon: vi.fn(),
    waiting: () => list,
    subscribe: (l: () => void) => {
      listeners.add(l);
      return () => listeners.delete(l);
    },
    holds: (edits: number) => {
      list = edits === 0 ? [] : [{ edits: Array(edits).fill({ do: "rename" }) }];
      for (const l of listeners) l();
    },
  };
});
vi.mock("../edits/queue", () => ({ queueOf: () => queue }));
const { LineDown } = await import("./LineDown");

test("with an open line nothing is said, also while something is on its way", () => {
  queue.holds(1);
  show(<LineDown id="a" line="open" />);
  expect(screen.queryByRole("status")).toBeNull();
});

test("what is kept is counted, and sent at a touch", () => {
  queue.away = true;
  queue.holds(1);
  show(<LineDown id="a" line="broken" />);
  expect(screen.getByRole("status").textContent).toContain("1 change is kept in this browser");
  act(() => queue.holds(3));
  expect(screen.getByRole("status").textContent).toContain("3 changes are kept");
  fireEvent.click(screen.getByText("Try now"));
  expect(queue.soon).toHaveBeenCalledOnce();
});

test("without anything kept it says what the broken line means; a job that is gone says where it is", () => {
  queue.away = false;
  queue.holds(0);
  const { unmount } = show(<LineDown id="a" line="broken" />);
  expect(screen.getByRole("status").textContent).toContain("what others do isn't seen");
  unmount();
  show(<LineDown id="a" line="gone" />);
  expect(screen.getByRole("alert").textContent).toContain("in the bin");
});
