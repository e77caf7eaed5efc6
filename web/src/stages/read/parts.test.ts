import { describe, expect, test } from "vitest";
import openapi from "../../../../docs/openapi.json";
import { type Field, forms, get, put } from "./parts";

interface Schema {
  type?: string | string[];
  $ref?: string;
  enum?: string[];
  items?: Schema;
  required?: string[];
  properties?: Record<string, Schema>;
}
const { components } = openapi as unknown as { components: { schemas: Record<string, Schema> } };
const names: Record<string, string> = {
  walls: "ExistingWall",
  joists: "Joists",
  obstructions: "Obstruction",
  stairs: "Stair",
  hidden: "Hidden",
  zones: "Zone",
  instruments: "Instrument",
  pockets: "Pocket",
};
const follow = (s?: Schema): Schema | undefined => (s?.$ref ? components.schemas[s.$ref.split("/").at(-1) ?? ""] : s);
const at = (s: Schema | undefined, path: string): Schema | undefined =>
  path.split(".").reduce<Schema | undefined>((v, key) => follow(follow(v)?.properties?.[key]), s);

describe.each(forms)("$title", (form) => {
  const schema = components.schemas[names[form.part] ?? ""];
  const choices = form.fields.filter((f) => f.type === "choice");

  test("asks only for what the API takes", () => {
    for (const f of form.fields) {
      expect(at(schema, f.path), f.path).toBeTruthy();
      for (const c of f.columns ?? []) expect(at(follow(at(schema, f.path)?.items), c.path), `${f.path}.${c.path}`).toBeTruthy();
    }
  });

  test.each(choices.map((f): [string, Field] => [f.path, f]))("offers for %s what the API offers", (path, f) => {
    const known = at(schema, path)?.enum;
    if (known) expect([...(f.options ?? [])].sort()).toEqual([...known].sort());
    else expect(at(schema, path)?.type).toBe("string");
  });

  test("doesn't let go without what the API wants", () => {
    const asked = new Set(form.fields.filter((f) => f.must).map((f) => f.path.split(".")[0]));
    for (const one of schema?.required ?? []) expect(asked.has(one) || one in form.fresh, one).toBe(true);
  });
});

describe("an entry", () => {
  const e = { id: "duct", from: { x: "1", y: "2" }, clear: { side: "1/2" }, outline: [] };
  test.each([
    ["width", "12"],
    ["from.x", "3 1/4"],
    ["clear.below", "1/4"],
    ["dead.by", "Wen"],
    ["exposed", true],
  ])("gives back %s as it was put in, and is left as it was", (path, value) => {
    const before = JSON.stringify(e);
    const after = put(e, path, value);
    expect(get(after, path)).toBe(value);
    expect(JSON.stringify(e)).toBe(before);
    expect(after.id).toBe("duct");
  });
  test("drops what is emptied, and what held nothing else", () => {
    expect(put(e, "clear.side", "")).not.toHaveProperty("clear");
    expect(put(put(e, "clear.below", "1"), "clear.side", "")).toHaveProperty("clear", { below: "1" });
    expect(put(e, "from.x", "")).toHaveProperty("from", { y: "2" });
  });
  test("keeps an outline that has no corners yet", () => {
    expect(put(e, "outline", [])).toHaveProperty("outline", []);
    expect(put(e, "studs", [])).not.toHaveProperty("studs");
  });
});

test("what is found is said in a few words", () => {
  const said = (part: string, e: Record<string, unknown>) => forms.find((f) => f.part === part)?.said({ id: "x", ...e });
  expect(said("walls", { from: "1", to: "2", material: "timber", fate: "opened" })).toBe("1–2, timber, to be opened");
  expect(said("hidden", { kind: "cable", in: "wall", wall: "tram wall", dead: { by: "Wen" } })).toBe(
    "cable, in tram wall, detector, proved dead: Wen",
  );
  expect(said("obstructions", { kind: "beam", width: "5 in", underside: "86 in" })).toBe("beam, 5 in wide, underside 86 in");
  expect(said("joists", { of: "floor", spacing: "16 in", count: 9 })).toBe("floor, at 16 in, 9 of them");
});
