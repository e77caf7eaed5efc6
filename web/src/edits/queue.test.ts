// @vitest-environment happy-dom
import { afterAll, beforeEach, expect, test, vi } from "vitest";
import type { Edit, Job } from "../api/client";

afterAll(() => vi.resetModules()); // its mocks are its own

const post = vi.hoisted(() => vi.fn());
vi.mock("../api/client", async (original) => {
  const client = await original<typeof import("../api/client")>();
  return { ...client, outliving: () => ({ POST: post }) };
});
const { Problem } = await import("../api/client");
const { Queue } = await import("./queue");

const rename = (id: string, name = id): Edit => ({ id, do: "rename", name });
const made = (revision: number) => ({ data: { revision }, response: { ok: true, status: 200 } });
const refused = (status: number) => ({ error: { detail: "no" }, response: { ok: false, status } });
const sent = () => post.mock.calls.map(([, o]) => o.body.edits[0].id);
const waits = (q: InstanceType<typeof Queue>) => q.waiting().map((w) => w.edits[0]?.id);

beforeEach(() => {
  post.mockReset();
  localStorage.clear();
});

test("one request after the other, in the order they were made", async () => {
  let first = (_: unknown) => {};
  post.mockImplementationOnce(() => new Promise((ok) => (first = ok))).mockResolvedValue(made(3));
  const q = new Queue("a");
  const one = q.add({ edits: [rename("1")], revision: 1, after: [] });
  const two = q.add({ edits: [rename("2")], revision: 1, after: ["1"] });
  expect(sent()).toEqual(["1"]);
  expect(waits(q)).toEqual(["1", "2"]);
  first(made(2));
  expect(await one).toEqual({ made: { revision: 2 } });
  expect(await two).toEqual({ made: { revision: 3 } });
  expect(post.mock.calls[1]?.[1].body).toMatchObject({ revision: 1, after: ["1"] });
  expect(waits(q)).toEqual([]);
});

test("a line that drops loses nothing: it stays in the browser, and goes from the next page", async () => {
  post.mockRejectedValue(new TypeError("network"));
  const q = new Queue("a");
  expect(await q.add({ edits: [rename("1")], revision: 1, after: [] })).toEqual({ kept: true });
  expect(q.away).toBe(true);
  expect(await q.add({ edits: [rename("2")], revision: 1, after: ["1"] })).toEqual({ kept: true });
  q.close(); // the page is loaded anew, and the line is back
  post.mockReset().mockResolvedValueOnce(made(2)).mockResolvedValueOnce(made(3));
  const next = new Queue("a");
  expect(waits(next)).toEqual(["1", "2"]);
  await vi.waitFor(() => expect(waits(next)).toEqual([]));
  expect(sent()).toEqual(["1", "2"]);
  expect(localStorage.getItem("homalos-waiting-a")).toBeNull();
});

test("two tabs keep theirs beside each other", async () => {
  post.mockRejectedValue(new TypeError("network"));
  const one = new Queue("a");
  await one.add({ edits: [rename("1")], revision: 1, after: [] });
  const two = new Queue("a"); // takes over what the first one has, as it may be gone
  await two.add({ edits: [rename("2")], revision: 1, after: [] });
  one.close();
  post.mockReset().mockResolvedValue(made(2));
  two.soon();
  await vi.waitFor(() => expect(waits(two)).toEqual([]));
  expect(sent().sort()).toEqual(["1", "2"]);
  expect(localStorage.getItem("homalos-waiting-a")).toBeNull();
});

test("the server is being started: it is asked again", async () => {
  post.mockResolvedValueOnce(refused(503)).mockResolvedValueOnce(made(2));
  const q = new Queue("a");
  const onMade = vi.fn();
  q.onMade = onMade;
  expect(await q.add({ edits: [rename("1")], revision: 1, after: [] })).toEqual({ kept: true });
  q.soon();
  await vi.waitFor(() => expect(onMade).toHaveBeenCalledWith({ revision: 2 }));
  expect(sent()).toEqual(["1", "1"]);
  expect(q.away).toBe(false);
});

test("what is refused is told to who made it, or, kept from before, to the page", async () => {
  post.mockResolvedValue(refused(422));
  const q = new Queue("a");
  await expect(q.add({ edits: [rename("1")], revision: 1, after: [] })).rejects.toBeInstanceOf(Problem);
  localStorage.setItem("homalos-waiting-b", JSON.stringify([{ edits: [rename("9")], revision: 1, after: [] }]));
  const left = new Queue("b");
  const told = vi.fn();
  left.onRefused = told;
  await vi.waitFor(() => expect(told).toHaveBeenCalled());
  expect(told.mock.calls[0]?.[0].edits).toEqual([rename("9")]);
});

test("a choice made on top of one that was refused goes without that one's fault", async () => {
  const wall = { id: "A", lumber: "2x4", from: { x: "0" }, to: { x: "9" }, name: "hall" };
  const document = { format: "homalos-job/1", name: "x", units: "imperial", walls: [wall] } as unknown as Job["document"];
  let first = (_: unknown) => {};
  post.mockImplementationOnce(() => new Promise((ok) => (first = ok))).mockResolvedValue(made(2));
  const q = new Queue("a");
  q.document = () => document;
  const bad = { ...wall, lumber: "6x6" };
  const one = q.add({ edits: [{ id: "1", do: "put-wall", wall: bad }], revision: 1, after: [], was: [wall] });
  const two = q.add({
    edits: [{ id: "2", do: "put-wall", wall: { ...bad, name: "passage" } }],
    revision: 1,
    after: ["1"],
    was: [bad],
  });
  first(refused(422));
  await expect(one).rejects.toBeInstanceOf(Problem);
  await two;
  expect(post.mock.calls[1]?.[1].body).toMatchObject({ after: [], edits: [{ wall: { lumber: "2x4", name: "passage" } }] });
});

test("undo of what was never sent takes it out of the row; what may have arrived stays", async () => {
  post.mockImplementation(() => new Promise(() => {}));
  const q = new Queue("a");
  q.add({ edits: [rename("1")], revision: 1, after: [] });
  q.add({ edits: [rename("2")], revision: 1, after: ["1"] });
  expect(q.drop()).toBe(true);
  expect(q.drop()).toBe(false);
  expect(waits(q)).toEqual(["1"]);
});

test("nonsense in the browser's storage is no fault", () => {
  for (const text of ["{", "7", '[{"edits": 1}]', "[null]"]) {
    localStorage.setItem("homalos-waiting-a", text);
    expect(new Queue("a").waiting()).toEqual([]);
  }
});
