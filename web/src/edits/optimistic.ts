import type { Call, Edit, Job, PlanBody } from "../api/client";

type Document = Job["document"];
type Named = { id: string };

const put = <T extends Named>(list: T[] | undefined, one: T): T[] => {
  const all = list ?? [];
  return all.some((x) => x.id === one.id) ? all.map((x) => (x.id === one.id ? one : x)) : [...all, one];
};
const without = <T extends Named>(list: T[] | undefined, id: string): T[] => (list ?? []).filter((x) => x.id !== id);

/**
 * The document as it will be once an edit is made, as far as that is plain: what was given stands where it was given.
 * What follows from it is the server's to say. Edits it doesn't know leave the document as it is.
 */
export function withEdit(d: Document, e: Edit): Document {
  const s = d.survey ?? {};
  switch (e.do) {
    case "put-wall":
      return { ...d, walls: put(d.walls, e.wall) };
    case "remove-wall":
      return { ...d, walls: without(d.walls, e.wall) };
    case "put-opening":
      return { ...d, walls: d.walls?.map((w) => (w.id === e.wall ? { ...w, openings: put(w.openings, e.opening) } : w)) };
    case "remove-opening":
      return { ...d, walls: d.walls?.map((w) => (w.id === e.wall ? { ...w, openings: without(w.openings, e.opening) } : w)) };
    case "put-lumber":
      return { ...d, lumber: put(d.lumber, e.lumber) };
    case "put-floor":
      return { ...d, floors: put(d.floors, e.floor) };
    case "remove-floor":
      return { ...d, floors: without(d.floors, e.floor) };
    case "put-rules":
      return { ...d, rules: e.rules };
    case "put-shop":
      return { ...d, shop: e.shop };
    case "put-mark":
      return { ...d, mark: e.mark };
    case "put-schedule":
      return { ...d, schedule: e.schedule };
    case "put-order":
      return { ...d, order: e.order };
    case "rename":
      return { ...d, name: e.name };
    case "add-reading":
      return { ...d, survey: { ...s, readings: put(s.readings, e.reading) } };
    case "add-tie":
      return { ...d, survey: { ...s, ties: put(s.ties, e.tie) } };
    case "put-corners":
      return { ...d, survey: { ...s, corners: e.corners } };
    case "put-assess":
      return { ...d, assess: e.assess };
    case "put-found":
      return { ...d, survey: { ...s, [e.part]: put(s[e.part] as Named[] | undefined, e.entry) } };
    case "remove-found":
      return { ...d, survey: { ...s, [e.part]: without(s[e.part] as Named[] | undefined, e.key) } };
    case "cut":
      return { ...d, record: { ...d.record, cuts: [...(d.record?.cuts ?? []), e.cut] } };
    case "cull":
      return { ...d, record: { ...d.record, culls: [...(d.record?.culls ?? []), e.cull] } };
    case "worked":
      return { ...d, record: { ...d.record, worked: [...(d.record?.worked ?? []), e.worked] } };
    case "stand":
      return { ...d, record: { ...d.record, stood: [...(d.record?.stood ?? []), e.stood] } };
    case "note":
      return { ...d, record: { ...d.record, [e.part]: [...((d.record?.[e.part] as unknown[]) ?? []), e.line] } };
    default:
      return d;
  }
}

/** The call list with ticks that are on their way: what was cut is never called again. */
export function withTicks(plan: PlanBody, edits: Edit[]): PlanBody {
  const cut = new Map(edits.flatMap((e) => (e.do === "cut" && !e.cut.miscut ? [[e.cut.member, !e.cut.undone] as const] : [])));
  if (cut.size === 0) return plan;
  const pieces = (c: Call) =>
    c.pieces.map((p) => {
      const now = cut.get(p.member);
      return now === undefined || now === p.cut ? p : { ...p, cut: now, life: now ? ("cut" as const) : ("to-cut" as const) };
    });
  return { ...plan, saw: plan.saw.map((c) => ({ ...c, pieces: pieces(c) })) };
}

type Fields = Record<string, unknown>;

/** What an edit gives anew, as the document has it; nothing for what is new, or only added. */
export function replacedBy(d: Document, e: Edit): Fields | undefined {
  const named = (list: Named[] | undefined, id: string) => list?.find((x) => x.id === id) as Fields | undefined;
  switch (e.do) {
    case "put-wall":
      return named(d.walls, e.wall.id);
    case "put-opening":
      return named(d.walls?.find((w) => w.id === e.wall)?.openings, e.opening.id);
    case "put-lumber":
      return named(d.lumber, e.lumber.id);
    case "put-floor":
      return named(d.floors, e.floor.id);
    case "put-rules":
      return { ...d.rules };
    case "put-assess":
      return { ...d.assess };
    case "put-found":
      return named(d.survey?.[e.part] as Named[] | undefined, e.entry.id);
    default:
      return undefined;
  }
}

const given = {
  "put-wall": "wall",
  "put-opening": "opening",
  "put-lumber": "lumber",
  "put-floor": "floor",
  "put-rules": "rules",
  "put-assess": "assess",
  "put-found": "entry",
};

/** The same choice made to a document that is otherwise: only the fields that it changed are taken over. */
export function remade(e: Edit, was: Fields | undefined, d: Document): Edit {
  const field = given[e.do as keyof typeof given];
  const now = replacedBy(d, e);
  if (!field || !was || !now) return e;
  const to = (e as unknown as Record<string, Fields | undefined>)[field] ?? {};
  const out: Fields = { ...now };
  for (const key of new Set([...Object.keys(was), ...Object.keys(to)])) {
    if (JSON.stringify(was[key]) !== JSON.stringify(to[key])) out[key] = to[key];
  }
  return { ...e, [field]: out } as Edit;
}
