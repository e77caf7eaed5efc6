import { expect, test } from "vitest";
import { api, got, outliving, Problem } from "./client";

const answer = (status: number, error?: unknown, data?: unknown) =>
  Promise.resolve({ error, data, response: { ok: status < 300, status } as Response });
const failed = async (call: Promise<unknown>) => {
  try {
    await call;
  } catch (e) {
    return e as Problem;
  }
  throw new Error("it did not fail");
};

test("what comes back is what was asked for", async () => {
  expect(await got(answer(200, undefined, { jobs: [] }))).toEqual({ jobs: [] });
  expect(await got(answer(204))).toBeUndefined();
});

test("no connection says what to do", async () => {
  const p = await failed(got(Promise.reject(new TypeError("Failed to fetch"))));
  expect(p).toBeInstanceOf(Problem);
  expect(p.status).toBe(0);
  expect(p.message).toContain("Try again when it is back");
});

test("faults stand at their fields, the first is the message", async () => {
  const p = await failed(
    got(
      answer(422, {
        detail: "2 faults",
        errors: [
          { location: "walls[2].line.at", message: '"8 furlongs": furlongs is not a unit' },
          { location: "walls[2].line.stop.face", message: "no face is called Z" },
        ],
      }),
    ),
  );
  expect(p.message).toBe('"8 furlongs": furlongs is not a unit');
  expect(p.of(".stop.face")).toBe("no face is called Z");
  expect(p.of(".start.face")).toBeUndefined();
});

test("a conflict carries both changes", async () => {
  const since = [{ revision: 2, said: "called b" }];
  const p = await failed(got(answer(409, { detail: "changed meanwhile", since, wanted: "called c" })));
  expect([p.status, p.message, p.since, p.wanted]).toEqual([409, "changed meanwhile", since, "called c"]);
});

test("an answer without words says its number", async () => {
  expect((await failed(got(answer(502)))).message).toBe("The server answered 502.");
});

test("what is small is sent even if the page is left; what is large can't be", () => {
  expect(outliving({ kind: "gap", value: "96 3/16" })).not.toBe(api);
  expect(outliving({ csv: "x".repeat(70_000) })).toBe(api);
});
