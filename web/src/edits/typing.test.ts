// @vitest-environment happy-dom
import { expect, test, vi } from "vitest";
import { whenIdle } from "./typing";

const field = () => {
  const f = document.createElement("input");
  document.body.append(f);
  f.focus();
  return f;
};
const type = (f: HTMLInputElement, text: string) => {
  f.value = text;
  f.dispatchEvent(new Event("input", { bubbles: true }));
};

test("nothing moves under a hand that is typing, and all of it when it is through", async () => {
  const f = field();
  const run = vi.fn();
  whenIdle(run);
  expect(run).toHaveBeenCalledTimes(1); // in the field, but nothing typed
  type(f, "96");
  whenIdle(run);
  whenIdle(run);
  expect(run).toHaveBeenCalledTimes(1);
  f.dispatchEvent(new KeyboardEvent("keydown", { key: "Enter", bubbles: true }));
  await vi.waitFor(() => expect(run).toHaveBeenCalledTimes(2));
  whenIdle(run);
  expect(run).toHaveBeenCalledTimes(3);
});

test("a field that is left, or goes from the page, holds nothing up", async () => {
  const f = field();
  type(f, "96");
  const run = vi.fn();
  whenIdle(run);
  f.blur();
  f.dispatchEvent(new FocusEvent("focusout", { bubbles: true }));
  await vi.waitFor(() => expect(run).toHaveBeenCalledTimes(1));
  const g = field();
  type(g, "9");
  g.remove();
  whenIdle(run);
  expect(run).toHaveBeenCalledTimes(2);
});
