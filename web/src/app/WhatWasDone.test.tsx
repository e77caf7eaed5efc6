// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { afterAll, beforeEach, expect, test, vi } from "vitest";
import type { LogStep } from "../api/client";
import type { Shown } from "../edits/useEdits";
import { show } from "../testing/show";

afterAll(() => vi.resetModules()); // its mocks are its own

const seen = vi.hoisted(() => ({ steps: [] as unknown[], asked: [] as unknown[] }));
vi.mock("../api/client", async (original) => {
  const client = await original<typeof import("../api/client")>();
  const GET = async () => ({ data: { revision: 9, steps: seen.steps }, response: { ok: true, status: 200 } });
  const POST = async (_: string, o: { body: { edits: { do: string; edit: string }[] } }) => {
    seen.asked.push(o.body.edits.map((e) => [e.do, e.edit]));
    return { data: { revision: 10, moved: [], changed: { cut: [], others: 0 } }, response: { ok: true, status: 200 } };
  };
  return { ...client, api: { GET }, outliving: () => ({ POST }) };
});
const { device } = await import("../edits/me");
const { WhatWasDone } = await import("./WhatWasDone");

const step = (revision: number, said: string, more: Partial<LogStep> = {}): LogStep => ({
  revision,
  said,
  edit: `e${revision}`,
  device: "elsewhere",
  at: "2026-11-25T10:00:00Z",
  stands: true,
  ...more,
});
const job = { id: "j", revision: 9, document: {}, pending: [] } as unknown as Shown;
const opened = (...steps: LogStep[]) => {
  seen.steps = steps;
  show(<WhatWasDone job={job} close={() => {}} />);
};

beforeEach(() => {
  seen.asked = [];
});

test("newest first, each with who and when; what began the job stays", async () => {
  opened(step(1, "the job begun"), step(2, "B-S4 cut at the saw", { by: "Ines" }), step(3, "rules changed", { device }));
  await waitFor(() => expect(screen.getByText("rules changed")).toBeTruthy());
  expect([...document.querySelectorAll(".done b")].map((b) => b.textContent)).toEqual([
    "rules changed",
    "B-S4 cut at the saw",
    "the job begun",
  ]);
  expect(screen.getByText(/^Ines, /)).toBeTruthy();
  expect(screen.getByText(/^here, /)).toBeTruthy();
  expect(screen.getAllByText("Take back")).toHaveLength(2);
  fireEvent.click(screen.getByText("on this device"));
  expect(screen.queryByText("B-S4 cut at the saw")).toBeNull();
});

test("a step is taken back by its edit, one that was taken back is made again", async () => {
  opened(step(2, "wall E added"), step(3, "fit changed", { stands: false }), step(4, "taken back: fit changed", { undoes: 3 }));
  await waitFor(() => screen.getByLabelText("Take back: wall E added"));
  fireEvent.click(screen.getByLabelText("Take back: wall E added"));
  await waitFor(() => expect(seen.asked).toEqual([[["undo", "e2"]]]));
  await waitFor(() => expect(screen.getByLabelText<HTMLButtonElement>("Make again: fit changed").disabled).toBe(false));
  fireEvent.click(screen.getByLabelText("Make again: fit changed"));
  await waitFor(() => expect(seen.asked[1]).toEqual([["redo", "e3"]]));
});

test("what others built on is not offered, and it says what stands in the way", async () => {
  opened(step(2, "D1 in wall A changed", { inTheWay: "wall A taken out" }));
  await waitFor(() => expect(screen.getByText(/Since then: wall A taken out/)).toBeTruthy());
  expect(screen.queryByText("Take back")).toBeNull();
});
