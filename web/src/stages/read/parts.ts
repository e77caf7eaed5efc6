import { described } from "../../api/fields.gen";
import type { Entry, Part } from "../../api/hooks";

export interface Field {
  path: string;
  label: string;
  /** the label where it hangs on what is given */
  ask?: (e: Entry) => string;
  type: "text" | "length" | "number" | "bool" | "choice" | "corner" | "wall" | "lengths" | "rows" | "face" | "end" | "how";
  options?: string[];
  /** of a way it is given: what the other way holds */
  other?: string[];
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

const byWall = (e: Entry) => e.by !== undefined;
const byAxes = (e: Entry) => e.by === undefined;
const across = (e: Entry) => (e.by as { runs?: string } | undefined)?.runs === "across";
const wallSaid = (e: Entry) => {
  const by = e.by as Record<string, string> | undefined;
  return by && `${by.runs ?? "along"} ${by.face}`;
};

/** Where a thing lies by a wall. */
const lying = (off: string, start: string, stop: string): Asked[] => [
  { path: "by.face", label: "Which wall", type: "face", when: byWall, must: true },
  { path: "by.runs", label: "It runs along or across that", type: "choice", options: ["along", "across"], when: byWall },
  { path: "by.end", label: "Measured from", type: "end", when: byWall },
  {
    path: "by.near",
    label: "From",
    ask: (e) => `From, ${across(e) ? "along the wall" : off}`,
    type: "length",
    when: byWall,
    must: true,
  },
  {
    path: "by.far",
    label: "to",
    ask: (e) => `to, ${across(e) ? "along the wall" : off}`,
    type: "length",
    when: byWall,
    must: true,
  },
  { path: "by.start", label: start, type: "length", when: byWall },
  { path: "by.stop", label: stop, type: "length", when: byWall },
];

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
        e.kind,
        e.from && `${e.from}–${e.to}`,
        e.by &&
          `stands free, ${(e.by as { near: string }).near} to ${(e.by as { far: string }).far} off ${(e.by as { face: string }).face}`,
        e.ends && "stands free",
        e.material,
        e.depth,
        e.fate && e.fate !== "stays" && `to be ${e.fate === "goes" ? "taken away" : "opened"}`,
      ),
    fields: [
      { path: "id", label: "Called" },
      { path: "kind", label: "What it is" },
      {
        path: "by",
        label: "It stands",
        type: "how",
        options: ["free in the room, off a wall", "from corner to corner", "free, by both ends on the plan"],
        other: ["from", "to", "ends"],
      },
      {
        path: "ends",
        label: "Both ends",
        columns: [
          { path: "x", label: "Across" },
          { path: "y", label: "Up" },
        ],
        when: (e) => !!e.ends,
      },
      { path: "from", label: "From corner", type: "corner", when: (e) => byAxes(e) && !e.ends, must: true },
      { path: "to", label: "To corner", type: "corner", when: (e) => byAxes(e) && !e.ends, must: true },
      ...lying("off the wall", "It begins at", "and ends at"),
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
          { path: "fate", label: "closed, accepted or nothing", text: true },
        ],
      },
    ],
  },
  {
    part: "joists",
    title: "Joists",
    one: "run of joists",
    empty: "Floor and ceiling joists: a regular run, or one by one.",
    fresh: { id: "", of: "ceiling", by: { runs: "along" } },
    said: (e) =>
      given(
        e.of,
        wallSaid(e),
        e.material === "steel" && "steel",
        e.gaps && `${(e.gaps as string[]).length + 1}, one by one`,
        e.spacing && `at ${e.spacing}`,
        e.count && `${e.count} of them`,
        e.at && `${(e.at as string[]).length}, one by one`,
        e.exposed && "exposed",
      ),
    fields: [
      { path: "id", label: "Called" },
      { path: "of", label: "Of" },
      { path: "by", label: "Given", type: "how", other: ["angle", "first", "at"] },
      { path: "by.face", label: "Which wall", type: "face", when: byWall, must: true },
      { path: "by.runs", label: "They run along or across it", type: "choice", options: ["along", "across"], when: byWall },
      { path: "by.end", label: "Measured from", type: "end", when: across },
      {
        path: "by.first",
        label: "First centre",
        ask: (e) => (across(e) ? "First centre, along it" : "First centre, off it"),
        type: "length",
        when: byWall,
        must: true,
      },
      { path: "angle", label: "They run at, degrees", when: byAxes },
      ...at("first", "One joist's centre").map((f) => ({ ...f, when: byAxes })),
      { path: "spacing", label: "Then every", when: (e) => !e.at && !e.gaps },
      { path: "count", label: "How many", when: (e) => !e.at && !e.gaps },
      { path: "gaps", label: "Or one by one, centre to centre", when: (e) => !e.spacing && !e.at },
      { path: "at", label: "Or each off the first", when: (e) => !e.spacing && !e.gaps && byAxes(e) },
      { path: "width", label: "Width" },
      { path: "material", label: "Made of" },
      { path: "exposed", label: "Exposed: the plate touches joists only" },
    ],
  },
  {
    part: "obstructions",
    title: "In the way",
    one: "thing in the way",
    empty: "Beam, duct, pipe, drain, soffit, skirting, sill, box: where it runs, how low it hangs, what room it wants.",
    fresh: { id: "", kind: "duct", by: { runs: "along" } },
    said: (e) =>
      given(
        e.kind,
        e.width && `${e.width} wide`,
        e.by &&
          `${(e.by as { near: string }).near} to ${(e.by as { far: string }).far} ${across(e) ? "along" : "off"} ${(e.by as { face: string }).face}`,
        e.height && `${e.height} high`,
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
      { path: "by", label: "Given", type: "how", other: ["from", "to", "width"] },
      ...lying("off the wall", "It begins at, else runs through", "and ends at"),
      ...[...at("from", "One end"), ...at("to", "Other end")].map((f) => ({ ...f, when: byAxes })),
      { path: "width", label: "Width, or outside diameter", when: byAxes, must: true },
      { path: "rises", label: "Comes up from the floor", when: (e) => !e.height },
      { path: "height", label: "Something low: its upper side, over the floor", when: (e) => !e.rises && !e.underside },
      { path: "underside", label: "Underside, from the laser", when: (e) => !e.headroom && !e.height },
      { path: "headroom", label: "Or its underside over the floor", when: (e) => !e.underside },
      { path: "clear.side", label: "Room wanted beside it" },
      { path: "clear.below", label: "Room wanted under it" },
    ],
  },
  {
    part: "stairs",
    title: "Stairs",
    one: "stair",
    empty: "A flight and the headroom over it: no wall stands in it, and no header hangs too low.",
    fresh: { id: "", by: { runs: "along" }, rise: "" },
    said: (e) => given(wallSaid(e), e.rise && `rises ${e.rise}`, e.headroom && `headroom ${e.headroom}`),
    fields: [
      { path: "id", label: "Called" },
      { path: "by", label: "Given", type: "how", other: ["from", "to", "width"] },
      ...lying("off the wall", "Its foot at", "Its head at").map((f) => ({
        ...f,
        must: f.must || f.path === "by.start" || f.path === "by.stop",
      })),
      ...[...at("from", "Foot, its middle"), ...at("to", "Head, its middle")].map((f) => ({ ...f, when: byAxes })),
      { path: "width", label: "Width", when: byAxes, must: true },
      { path: "rise", label: "Head over foot (less than nothing: down)" },
      { path: "headroom", label: "Headroom wanted" },
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
    part: "pockets",
    title: "Pockets for an infill",
    one: "pocket",
    empty:
      "Cleaned, nails out: width and height gauged at three places or more each. The smallest counts; a wall of kind infill goes in.",
    fresh: { id: "" },
    said: (e) =>
      given(
        (e.widths as string[] | undefined)?.length && `widths ${(e.widths as string[]).join(", ")}`,
        (e.heights as string[] | undefined)?.length && `heights ${(e.heights as string[]).join(", ")}`,
        e.strip && `a strip of ${e.strip} cut out under it`,
      ),
    fields: [
      { path: "id", label: "Called" },
      { path: "widths", label: "Widths gauged", must: true },
      { path: "heights", label: "Heights gauged", must: true },
      { path: "allowance", label: "Less, each way" },
      { path: "strip", label: "Floor finish that is cut out under it" },
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
    if (Object.keys(inner).length === 0 && key !== "by") delete out[key];
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
