import { readFileSync } from "node:fs";
import DxfParser from "dxf-parser";
import { describe, expect, test } from "vitest";

interface Entity {
  type: string;
  layer: string;
  vertices?: { x: number; y: number }[];
  text?: string;
}

/** The drawing of the demo as it is written, read by a reader that isn't ours. */
describe("a drawing that is handed on", () => {
  const read = new DxfParser().parseSync(readFileSync(`${__dirname}/../../../internal/exchange/testdata/bindery.dxf`, "utf8"));
  const entities = (read?.entities ?? []) as unknown as Entity[];
  const layers = Object.keys(read?.tables.layer.layers ?? {});
  const on = (layer: string) => entities.filter((e) => e.layer === layer);

  test("has every layer named, so that each can be switched", () => {
    for (const e of entities) expect(layers).toContain(e.layer);
    for (const layer of ["ROOM", "NEW-WALLS", "SNAP-LINES", "DIM-ROOM", "DIM-WALLS", "READINGS", "LABELS", "TITLE"])
      expect(on(layer).length, layer).toBeGreaterThan(0);
  });

  test("has its room in inches, side by side", () => {
    const sides = on("ROOM").filter((e) => e.type === "LINE");
    expect(sides).toHaveLength(5);
    const [a, b] = sides[0]?.vertices ?? [];
    expect(Math.hypot((b?.x ?? 0) - (a?.x ?? 0), (b?.y ?? 0) - (a?.y ?? 0))).toBeCloseTo(211.98, 1);
    expect((read?.header as Record<string, unknown> | undefined)?.$INSUNITS).toBe(1);
  });

  test("says what is what: title with date and unit, dimensions, a legend", () => {
    const texts = entities.filter((e) => e.type === "TEXT").map((e) => e.text);
    expect(texts).toContain("Bindery in the tram-depot canteen");
    expect(texts).toContain("26 November 2026, dimensions in inches; as measured, not to be scaled");
    expect(texts).toContain("211 31/32");
    expect(texts).toContain("line to snap");
  });

  test("has line kinds by what a thing is", () => {
    const kinds = Object.keys(read?.tables.lineType.lineTypes ?? {});
    expect(kinds).toEqual(expect.arrayContaining(["CONTINUOUS", "DASHED", "DOT", "DASHDOT"]));
  });
});
