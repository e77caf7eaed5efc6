import type { Entry, Part } from "../../api/hooks";

export interface Field {
  path: string;
  label: string;
  type: "text" | "length" | "number" | "bool" | "choice" | "corner" | "wall" | "lengths" | "rows";
  options?: string[];
  columns?: { path: string; label: string; text?: boolean }[];
  when?: (e: Entry) => boolean;
  must?: boolean;
}
export interface PartForm {
  part: Part;
  title: string;
  one: string;
  empty: string;
  fields: Field[];
  fresh: Entry;
  /** an entry in a few words */
  said: (e: Entry) => string;
}

const at = (path: string, label: string): Field[] => [
  { path: `${path}.x`, label: `${label}, across`, type: "length", must: true },
  { path: `${path}.y`, label: `${label}, up`, type: "length", must: true },
];
const given = (...parts: unknown[]) => parts.filter(Boolean).join(", ");

/** What can be found in a building, and what is asked of each: data, not screens. */
export const forms: PartForm[] = [
  {
    part: "walls",
    title: "Walls that are there",
    one: "wall",
    empty: "Add the walls from corner to corner: what they are made of, how they lean, which of them is to be opened.",
    fresh: { id: "", from: "", to: "" },
    said: (e) =>
      given(
        `${e.from}–${e.to}`,
        e.material,
        e.depth,
        e.fate && e.fate !== "stays" && `to be ${e.fate === "goes" ? "taken away" : "opened"}`,
      ),
    fields: [
      { path: "id", label: "Called", type: "text", must: true },
      { path: "from", label: "From corner", type: "corner", must: true },
      { path: "to", label: "To corner", type: "corner", must: true },
      { path: "material", label: "Made of", type: "choice", options: ["timber", "steel", "masonry", "concrete", "unknown"] },
      { path: "depth", label: "Depth over all", type: "length" },
      { path: "finish", label: "Finish on this side", type: "length" },
      { path: "fate", label: "What happens to it", type: "choice", options: ["stays", "opened", "goes"] },
      { path: "studs", label: "Stud centres along it", type: "lengths" },
      {
        path: "leans",
        label: "Leans",
        type: "rows",
        columns: [
          { path: "station", label: "Along" },
          { path: "out", label: "Into the room" },
          { path: "span", label: "Over a height of" },
        ],
      },
      {
        path: "waves",
        label: "Offsets from a string",
        type: "rows",
        columns: [
          { path: "station", label: "Along" },
          { path: "off", label: "Off the string" },
        ],
      },
      {
        path: "openings",
        label: "Doors and windows in it",
        type: "rows",
        columns: [
          { path: "what", label: "What", text: true },
          { path: "from", label: "From, along it" },
          { path: "to", label: "To" },
        ],
      },
    ],
  },
  {
    part: "joists",
    title: "Joists",
    one: "run of joists",
    empty: "Floor and ceiling joists: a regular run, or one by one.",
    fresh: { id: "", of: "ceiling", angle: 0, first: { x: "0", y: "0" } },
    said: (e) =>
      given(
        e.of,
        e.spacing && `at ${e.spacing}`,
        e.count && `${e.count} of them`,
        e.at && `${(e.at as string[]).length}, one by one`,
        e.exposed && "exposed",
      ),
    fields: [
      { path: "id", label: "Called", type: "text", must: true },
      { path: "of", label: "Of", type: "choice", options: ["ceiling", "floor"], must: true },
      { path: "angle", label: "They run at, degrees", type: "number" },
      ...at("first", "One joist's centre"),
      { path: "spacing", label: "Spacing, to their left", type: "length", when: (e) => !e.at },
      { path: "count", label: "How many", type: "number", when: (e) => !e.at },
      { path: "at", label: "Or one by one, off the first", type: "lengths", when: (e) => !e.spacing },
      { path: "width", label: "Width", type: "length" },
      { path: "exposed", label: "Exposed: the plate touches joists only", type: "bool" },
    ],
  },
  {
    part: "obstructions",
    title: "In the way",
    one: "thing in the way",
    empty: "Beam, duct, pipe, drain, soffit, skirting, sill, box: where it runs, how low it hangs, what room it wants.",
    fresh: { id: "", kind: "duct", from: { x: "", y: "" }, to: { x: "", y: "" }, width: "" },
    said: (e) =>
      given(
        e.kind,
        `${e.width} wide`,
        e.underside && `underside ${e.underside}`,
        e.headroom && `headroom ${e.headroom}`,
        e.rises && "rises from the floor",
      ),
    fields: [
      { path: "id", label: "Called", type: "text", must: true },
      {
        path: "kind",
        label: "What it is",
        type: "choice",
        options: ["beam", "duct", "pipe", "drain", "soffit", "skirting", "sill", "box", "post"],
        must: true,
      },
      ...at("from", "One end"),
      ...at("to", "Other end"),
      { path: "width", label: "Width, or outside diameter", type: "length", must: true },
      { path: "rises", label: "Comes up from the floor", type: "bool" },
      { path: "underside", label: "Underside, from the laser", type: "length", when: (e) => !e.headroom },
      { path: "headroom", label: "Or its height over the floor", type: "length", when: (e) => !e.underside },
      { path: "clear.side", label: "Room wanted beside it", type: "length" },
      { path: "clear.below", label: "Room wanted under it", type: "length" },
    ],
  },
  {
    part: "hidden",
    title: "Hidden: no drill, no nail",
    one: "hidden find",
    empty: "Scan, isolate, prove dead. Each find keeps drill and nail away.",
    fresh: { id: "", kind: "cable", in: "floor", from: { x: "", y: "" }, to: { x: "", y: "" } },
    said: (e) =>
      given(
        e.kind,
        e.in === "wall" ? `in ${e.wall}` : `in the ${e.in}`,
        e.found ?? "detector",
        (e.dead as { by?: string })?.by && `proved dead: ${(e.dead as { by: string }).by}`,
      ),
    fields: [
      { path: "id", label: "Called", type: "text", must: true },
      { path: "kind", label: "What it is", type: "choice", options: ["cable", "pipe", "duct", "gas", "unknown"], must: true },
      { path: "in", label: "It lies in the", type: "choice", options: ["floor", "ceiling", "wall"], must: true },
      { path: "wall", label: "Which wall", type: "wall", when: (e) => e.in === "wall" },
      { path: "from.station", label: "From, along the wall", type: "length", when: (e) => e.in === "wall" },
      { path: "to.station", label: "To, along the wall", type: "length", when: (e) => e.in === "wall" },
      { path: "low", label: "Lowest, over the floor", type: "length", when: (e) => e.in === "wall" },
      { path: "high", label: "Highest, over the floor", type: "length", when: (e) => e.in === "wall" },
      ...[...at("from", "One end"), ...at("to", "Other end")].map((f) => ({ ...f, when: (e: Entry) => e.in !== "wall" })),
      { path: "band", label: "Width kept clear", type: "length" },
      { path: "found", label: "Known from", type: "choice", options: ["detector", "seen", "drawing", "said"] },
      { path: "dead.by", label: "Proved dead by", type: "text" },
    ],
  },
  {
    part: "zones",
    title: "Steps",
    one: "step",
    empty: "A recess in the floor, a jog or soffit in the ceiling: nothing is smoothed across its edge.",
    fresh: { id: "", of: "floor", kind: "recess", outline: [] },
    said: (e) => given(e.of, e.kind, `${(e.outline as unknown[]).length} corners`),
    fields: [
      { path: "id", label: "Called", type: "text", must: true },
      { path: "of", label: "In the", type: "choice", options: ["floor", "ceiling"], must: true },
      { path: "kind", label: "What it is", type: "choice", options: ["recess", "raised", "jog", "soffit", "step"] },
      {
        path: "outline",
        label: "Its corners, in order",
        type: "rows",
        columns: [
          { path: "x", label: "Across" },
          { path: "y", label: "Up" },
        ],
      },
    ],
  },
  {
    part: "instruments",
    title: "Instruments",
    one: "instrument",
    empty: "Each tape and laser, checked against a length you know.",
    fresh: { id: "", kind: "tape" },
    said: (e) => given(e.kind, e.noise && `good to ${e.noise}`),
    fields: [
      { path: "id", label: "Called", type: "text", must: true },
      {
        path: "kind",
        label: "What it is",
        type: "choice",
        options: ["tape", "laser-meter", "line-laser", "detector", "bevel", "drawing"],
        must: true,
      },
      { path: "noise", label: "Standard error of a reading", type: "length" },
      { path: "offset", label: "Reads too much by", type: "length" },
      {
        path: "checks",
        label: "Checks against a known length",
        type: "rows",
        columns: [
          { path: "known", label: "Known" },
          { path: "read", label: "It read" },
        ],
      },
    ],
  },
];

export const get = (e: Entry, path: string): unknown =>
  path.split(".").reduce<unknown>((v, key) => (v as Record<string, unknown> | undefined)?.[key], e);

/** The entry with one value changed; what is emptied is left out. */
export function put(e: Entry, path: string, value: unknown): Entry {
  const [key = "", ...rest] = path.split(".");
  const out: Entry = { ...e };
  if (rest.length > 0) {
    const inner = put({ id: "", ...((e[key] as object) ?? {}) }, rest.join("."), value) as Partial<Entry>;
    if (!(e[key] as Entry | undefined)?.id) delete inner.id;
    out[key] = inner;
    if (Object.keys(inner).length === 0) delete out[key];
    return out;
  }
  if (
    value === "" ||
    value === undefined ||
    value === false ||
    (Array.isArray(value) && value.length === 0 && path !== "outline")
  )
    delete out[key];
  else out[key] = value;
  return out;
}
