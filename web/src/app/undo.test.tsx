// @vitest-environment happy-dom
import { act, fireEvent, screen, waitFor } from "@testing-library/react";
import { expect, test, vi } from "vitest";
import { show } from "../testing/show";
import { UndoProvider, useUndo } from "./undo";

type Run = () => Promise<unknown>;

function Bench({ runs }: { runs: Run[] }) {
  const { last, push, undo } = useUndo();
  return (
    <>
      <output>{last?.label ?? "nothing"}</output>
      <button
        type="button"
        onClick={() => {
          for (const [i, run] of runs.entries()) push(`step ${i + 1}`, run);
        }}
      >
        do
      </button>
      <button type="button" onClick={undo}>
        undo
      </button>
    </>
  );
}
const work = (...runs: Run[]) => {
  show(
    <UndoProvider>
      <Bench runs={runs} />
    </UndoProvider>,
  );
  fireEvent.click(screen.getByText("do"));
};
const undo = () => fireEvent.click(screen.getByText("undo"));
const last = () => screen.getByRole("status").textContent;

test("the newest is taken back first", async () => {
  const done: number[] = [];
  work(
    async () => done.push(1),
    async () => done.push(2),
  );
  expect(last()).toBe("step 2");
  undo();
  await waitFor(() => expect(last()).toBe("step 1"));
  undo();
  await waitFor(() => expect(last()).toBe("nothing"));
  undo();
  expect(done).toEqual([2, 1]);
});

test("touched twice in a hurry, one step is taken back once", async () => {
  let finish = () => {};
  const slow = vi.fn(() => new Promise<void>((ok) => (finish = ok)));
  work(async () => {}, slow);
  undo();
  undo();
  expect(slow).toHaveBeenCalledOnce();
  await act(async () => finish());
  expect(last()).toBe("step 1");
});

test("one that fails can be tried again", async () => {
  const fails = vi.fn<Run>().mockRejectedValueOnce(new Error("no connection")).mockResolvedValueOnce(undefined);
  work(fails);
  undo();
  await waitFor(() => expect(fails).toHaveBeenCalledOnce());
  expect(last()).toBe("step 1");
  await act(async () => {});
  undo();
  await waitFor(() => expect(last()).toBe("nothing"));
});

test("fifty steps are remembered", async () => {
  const first = vi.fn<Run>();
  work(first, ...Array.from({ length: 50 }, () => async () => {}));
  for (let n = 51; n > 1; n--) {
    expect(last()).toBe(`step ${n}`);
    undo();
    await waitFor(() => expect(last()).not.toBe(`step ${n}`));
  }
  expect(last()).toBe("nothing");
  expect(first).not.toHaveBeenCalled();
});
