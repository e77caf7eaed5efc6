// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Outlet, Route, Routes } from "react-router";
import { beforeEach, expect, test, vi } from "vitest";
import type { Job, Advice as OneAdvice, PlanBody } from "../../api/client";
import { UndoProvider, useUndo } from "../../app/undo";
import { show } from "../../testing/show";
import { Advice } from "./Advice";

const sent = vi.hoisted(() => vi.fn());
vi.mock("../../api/hooks", () => ({ useEdit: () => ({ mutateAsync: sent, isPending: false }) }));

const wall = (id: string, at: string) => ({ id, lumber: "2x4", line: { by: "parallel", face: "yard wall", at } });
const document = { name: "bindery", walls: [wall("C", "150 in"), wall("D", "70 in")], lumber: [{ id: "2x4", stock: ["96 in"] }] };
const job = { revision: 1, document } as unknown as Job;

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

function Last() {
  const { last, undo } = useUndo();
  return (
    <button type="button" onClick={undo}>
      undo {last?.label ?? "nothing"}
    </button>
  );
}

function decide(list = advice) {
  const page = (
    <UndoProvider>
      <Advice id="D" advice={list} meets={[]} corners={[]} />
      <input aria-label="a field" />
      <Last />
    </UndoProvider>
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
/** the answer to an edit: the job with these walls and this lumber */
const answers = (walls: unknown[], lumber: unknown[] = document.lumber) =>
  sent.mockResolvedValueOnce({ revision: 2, document: { ...document, walls, lumber } });

beforeEach(() => sent.mockReset());

test("each fix has a digit, counted through all that is to be decided", async () => {
  answers(document.walls);
  decide();
  expect(screen.getAllByText(/^[12]$/).map((k) => k.tagName)).toEqual(["KBD", "KBD"]);
  fireEvent.keyDown(window.document.body, { key: "2" });
  await waitFor(() => expect(sent).toHaveBeenCalledWith({ do: "fix", wall: "D", fix: "longer-2x4" }));
  fireEvent.keyDown(window.document.body, { key: "7" });
  expect(sent).toHaveBeenCalledOnce();
});

test("a digit that is typed into a field, or held with Control, is no fix", () => {
  decide();
  fireEvent.keyDown(screen.getByLabelText("a field"), { key: "1" });
  fireEvent.keyDown(window.document.body, { key: "1", ctrlKey: true });
  expect(sent).not.toHaveBeenCalled();
});

test("undo puts back only the walls that the fix changed", async () => {
  answers([document.walls[0], wall("D", "72 in")]);
  decide();
  fireEvent.click(screen.getByText(/Move it to the joist/));
  await waitFor(() => expect(screen.getByText("undo D: Move it to the joist beside it (70 → 72)")).toBeTruthy());
  sent.mockResolvedValueOnce({});
  fireEvent.click(screen.getByText(/^undo D/));
  await waitFor(() => expect(sent).toHaveBeenLastCalledWith({ do: "walls", walls: [document.walls[1]] }));
});

test("a fix of the yard's sticks is taken back at the lumber", async () => {
  answers(document.walls, [{ id: "2x4", stock: ["96 in", "144 in"] }]);
  decide();
  fireEvent.click(screen.getByText(/sticks of 144/));
  await waitFor(() => expect(screen.getByText(/^undo D: Have 2x4/)).toBeTruthy());
  sent.mockResolvedValue({});
  fireEvent.click(screen.getByText(/^undo D/));
  await waitFor(() => expect(screen.getByText("undo nothing")).toBeTruthy());
  expect(sent.mock.calls.slice(1)).toEqual([[{ do: "lumber", lumber: document.lumber[0] }]]);
});

test("nothing to decide says so", () => {
  decide([]);
  expect(screen.getByText("Nothing to decide about this line.")).toBeTruthy();
});
