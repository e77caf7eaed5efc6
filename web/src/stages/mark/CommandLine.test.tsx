// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { MemoryRouter, Outlet, Route, Routes } from "react-router";
import { afterAll, beforeEach, expect, test, vi } from "vitest";
import type { Shown } from "../../edits/useEdits";
import { show } from "../../testing/show";

afterAll(() => vi.resetModules()); // its mocks are its own

const made = vi.hoisted(() => vi.fn());
vi.mock("../../edits/useEdits", () => ({ useEdits: () => ({ make: made, isPending: false }) }));
vi.mock("../../api/client", async (original) => {
  const client = await original<typeof import("../../api/client")>();
  const GET = async (_: string, o: { params: { query: { text: string } } }) => ({
    data: { said: "", next: [], edits: [{ do: o.params.query.text }] },
    response: { ok: true, status: 200 },
  });
  return { ...client, api: { GET } };
});
const { CommandLine } = await import("./CommandLine");

const job = { id: "j", revision: 1, document: { units: "inches" }, pending: [] } as unknown as Shown;
const lines = () => made.mock.calls.map(([edits]) => edits[0].do);
const field = () => screen.getByLabelText("Type it") as HTMLInputElement;
const enter = (line: string) => {
  fireEvent.change(field(), { target: { value: line } });
  fireEvent.keyDown(field(), { key: "Enter" });
};

beforeEach(() => {
  made.mockReset();
  show(
    <MemoryRouter>
      <Routes>
        <Route element={<Outlet context={{ id: "j", job }} />}>
          <Route path="/" element={<CommandLine wall="A" />} />
        </Route>
      </Routes>
    </MemoryRouter>,
  );
});

test("a line entered while one is on its way follows it; the same one isn't sent twice", async () => {
  let first = (_: unknown) => {};
  made.mockImplementationOnce(() => new Promise((ok) => (first = ok))).mockResolvedValue({});
  enter("door 30 at 40");
  fireEvent.keyDown(field(), { key: "Enter" });
  await waitFor(() => expect(lines()).toEqual(["door 30 at 40"]));
  enter("door 32 at 90");
  first({});
  await waitFor(() => expect(lines()).toEqual(["door 30 at 40", "door 32 at 90"]));
  await waitFor(() => expect(field().value).toBe(""));
});

test("what is typed while a line is on its way stays", async () => {
  let first = (_: unknown) => {};
  made.mockImplementationOnce(() => new Promise((ok) => (first = ok)));
  enter("door 30 at 40");
  await waitFor(() => expect(lines()).toHaveLength(1));
  fireEvent.change(field(), { target: { value: "window" } });
  first({});
  await new Promise((ok) => setTimeout(ok, 30));
  expect(field().value).toBe("window");
});
