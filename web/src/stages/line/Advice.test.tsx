// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Outlet, Route, Routes } from "react-router";
import { afterAll, beforeEach, expect, test, vi } from "vitest";
import type { Advice as OneAdvice, PlanBody } from "../../api/client";
import type { Shown } from "../../edits/useEdits";
import { show } from "../../testing/show";
import { Advice } from "./Advice";

afterAll(() => vi.resetModules()); // its mocks are its own

const sent = vi.hoisted(() => vi.fn());
vi.mock("../../edits/useEdits", () => ({ useEdits: () => ({ make: sent, isPending: false }) }));

const wall = (id: string, at: string) => ({ id, lumber: "2x4", line: { by: "parallel", face: "yard wall", at } });
const document = { name: "bindery", walls: [wall("C", "150 in"), wall("D", "70 in")], lumber: [{ id: "2x4", stock: ["96 in"] }] };
const job = { id: "job", revision: 1, document, pending: [] } as unknown as Shown;

const advice: OneAdvice[] = [
  {
    code: "joists",
    level: "note",
    text: "It runs along a bay.",
    fixes: [{ id: "under-ceiling", text: "Move it to the joist beside it (70 → 72)" }],
  },
  {
    code: "plate-joint",
    level: "warn",
    text: "The 2x4 plate joint at 96 lands on no stud.",
    fixes: [{ id: "longer-2x4", text: "Have 2x4 brought in sticks of 144" }],
  },
];

function decide(list = advice) {
  const page = (
    <>
      <Advice id="D" advice={list} meets={[]} corners={[]} />
      <input aria-label="a field" />
    </>
  );
  show(
    <MemoryRouter>
      <Routes>
        <Route element={<Outlet context={{ id: "job", job, plan: {} as PlanBody, wall: 1, setWall: () => {} }} />}>
          <Route path="/" element={page} />
        </Route>
      </Routes>
    </MemoryRouter>,
  );
}

beforeEach(() => sent.mockReset().mockResolvedValue({}));

test("each fix has a digit, counted through all that is to be decided", async () => {
  decide();
  expect(screen.getAllByText(/^[12]$/).map((k) => k.tagName)).toEqual(["KBD", "KBD"]);
  fireEvent.keyDown(window.document.body, { key: "2" });
  await waitFor(() => expect(sent).toHaveBeenCalledWith({ do: "apply-fix", wall: "D", fix: "longer-2x4" }));
  fireEvent.keyDown(window.document.body, { key: "7" });
  expect(sent).toHaveBeenCalledOnce();
});

test("a digit that is typed into a field, or held with Control, is no fix", () => {
  decide();
  fireEvent.keyDown(screen.getByLabelText("a field"), { key: "1" });
  fireEvent.keyDown(window.document.body, { key: "1", ctrlKey: true });
  expect(sent).not.toHaveBeenCalled();
});

test("a touch does the fix that is touched", () => {
  decide();
  fireEvent.click(screen.getByText(/Move it to the joist/));
  expect(sent).toHaveBeenCalledWith({ do: "apply-fix", wall: "D", fix: "under-ceiling" });
});

test("nothing to decide says so", () => {
  decide([]);
  expect(screen.getByText("Nothing to decide about this line.")).toBeTruthy();
});
