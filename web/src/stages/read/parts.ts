import { described } from "../../api/fields.gen";
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
/** A field as it is asked for here: what it is, its words and whether it must be given stand in the API's description. */
type Asked = Pick<Field, "path" | "label"> & Partial<Field>;

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

const at = (path: string, label: string): Asked[] => [
  { path: `${path}.x`, label: `${label}, across`, must: true },
  { path: `${path}.y`, label: `${label}, up`, must: true },
];
const given = (...parts: unknown[]) => parts.filter(Boolean).join(", ");

/** What can be found in a building, and what is asked of each: data, not screens. */
const asked: (Omit<PartForm, "fields"> & { fields: Asked[] })[] = [
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
      { path: "id", label: "Called" },
      { path: "from", label: "From corner", type: "corner" },
      { path: "to", label: "To corner", type: "corner" },
      { path: "material", label: "Made of" },
      { path: "depth", label: "Depth over all" },
      { path: "finish", label: "Finish on this side" },
      { path: "fate", label: "What happens to it" },
      { path: "studs", label: "Stud centres along it" },
      {
        path: "leans",
        label: "Leans",
        columns: [
          { path: "station", label: "Along" },
          { path: "out", label: "Into the room" },
          { path: "span", label: "Over a height of" },
        ],
      },
      {
        path: "waves",
        label: "Offsets from a string",
        columns: [
          { path: "station", label: "Along" },
          { path: "off", label: "Off the string" },
        ],
      },
      {
        path: "openings",
        label: "Doors and windows in it",
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
      { path: "id", label: "Called" },
      { path: "of", label: "Of" },
      { path: "angle", label: "They run at, degrees" },
      ...at("first", "One joist's centre"),
      { path: "spacing", label: "Spacing, to their left", when: (e) => !e.at },
      { path: "count", label: "How many", when: (e) => !e.at },
      { path: "at", label: "Or one by one, off the first", when: (e) => !e.spacing },
      { path: "width", label: "Width" },
      { path: "exposed", label: "Exposed: the plate touches joists only" },
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
      { path: "id", label: "Called" },
      {
        path: "kind",
        label: "What it is",
        type: "choice",
        options: ["beam", "duct", "pipe", "drain", "soffit", "skirting", "sill", "box", "post"],
        must: true,
      },
      ...at("from", "One end"),
      ...at("to", "Other end"),
      { path: "width", label: "Width, or outside diameter" },
      { path: "rises", label: "Comes up from the floor" },
      { path: "underside", label: "Underside, from the laser", when: (e) => !e.headroom },
      { path: "headroom", label: "Or its height over the floor", when: (e) => !e.underside },
      { path: "clear.side", label: "Room wanted beside it" },
      { path: "clear.below", label: "Room wanted under it" },
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
      { path: "id", label: "Called" },
      { path: "kind", label: "What it is" },
      { path: "in", label: "It lies in the" },
      { path: "wall", label: "Which wall", type: "wall", when: (e) => e.in === "wall" },
      { path: "from.station", label: "From, along the wall", when: (e) => e.in === "wall" },
      { path: "to.station", label: "To, along the wall", when: (e) => e.in === "wall" },
      { path: "low", label: "Lowest, over the floor", when: (e) => e.in === "wall" },
      { path: "high", label: "Highest, over the floor", when: (e) => e.in === "wall" },
      ...[...at("from", "One end"), ...at("to", "Other end")].map((f) => ({ ...f, when: (e: Entry) => e.in !== "wall" })),
      { path: "band", label: "Width kept clear" },
      { path: "found", label: "Known from" },
      { path: "dead.by", label: "Proved dead by" },
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
      { path: "id", label: "Called" },
      { path: "of", label: "In the" },
      { path: "kind", label: "What it is" },
      {
        path: "outline",
        label: "Its corners, in order",
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
      { path: "id", label: "Called" },
      {
        path: "kind",
        label: "What it is",
      },
      { path: "noise", label: "Standard error of a reading" },
      { path: "offset", label: "Reads too much by" },
      {
        path: "checks",
        label: "Checks against a known length",
        columns: [
          { path: "known", label: "Known" },
          { path: "read", label: "It read" },
        ],
      },
    ],
  },
];

export const forms: PartForm[] = asked.map((form) => ({
  ...form,
  fields: form.fields.map((f) => ({ type: "text", ...described[form.part]?.[f.path], ...f })),
}));

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
