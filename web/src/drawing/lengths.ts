/** A rectangle of the picture, in pixels. */
export interface Box {
  x: number;
  y: number;
  w: number;
  h: number;
}

/** A length that wants a place by its piece: up the side of an upright, or level below a short one. */
export interface Wanted {
  id: string;
  text: string;
  wood: Box;
  /** where it stands best: the middle of its writing */
  best: { x: number; y: number };
  level?: boolean;
  /** between which x it may stand, where not everywhere */
  within?: { from: number; to: number };
}

/** Where a length is written: the middle of it; `far` asks for a leader to its piece. */
export interface Place {
  x: number;
  y: number;
  far: boolean;
}

export const size = 21; // px, as the style sheet says
const perSign = 0.62; // of the size: a bold figure, all as wide as one another
const gap = 3; // px between two writings

const meet = (a: Box, b: Box) => a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** The room that a text takes with its middle at a place, px. */
export function room(text: string, at: { x: number; y: number }, level: boolean): Box {
  const long = Math.max(1, text.length) * size * perSign + gap;
  const [w, h] = level ? [long, size] : [size, long];
  return { x: at.x - w / 2, y: at.y - h / 2, w, h };
}

/**
 * Gives each length a place where nothing else is written: its best one if that is free, else along its
 * piece on either side, else farther off. What finds none, in a crowd narrower than its own writing, is
 * left out: touched, the piece says its length.
 */
export function places(wanted: Wanted[], taken: Box[], within: Box): Map<string, Place> {
  const out = new Map<string, Place>();
  const written = [...taken];
  const woods = wanted.map((w) => w.wood);
  const inside = (b: Box) =>
    b.x >= within.x && b.y >= within.y && b.x + b.w <= within.x + within.w && b.y + b.h <= within.y + within.h;
  const free = (b: Box, wood: boolean) =>
    inside(b) && !written.some((t) => meet(t, b)) && !(wood && woods.some((w) => meet(w, b)));
  for (const w of wanted) {
    const level = w.level ?? false;
    const fits = (c: Place) => !w.within || (c.x >= w.within.from && c.x <= w.within.to);
    const at = [{ ...w.best, far: false }, ...others(w)].filter(fits);
    const found = [true, false].flatMap((wood) => at.filter((c) => free(room(w.text, c, level), wood)).slice(0, 1))[0];
    if (!found) continue;
    out.set(w.id, found);
    written.push(room(w.text, found, level));
  }
  return out;
}

/** The places a length can stand at, the nearer ones first. */
function others(w: Wanted): Place[] {
  const { wood: b } = w;
  if (w.level) {
    const rows = Array.from({ length: 6 }, (_, i) => w.best.y + (i + 1) * (size + gap));
    return rows.map((y) => ({ x: w.best.x, y, far: true }));
  }
  const beside = [b.x - 3 - size / 2, b.x + b.w + 3 + size / 2].sort((p, q) => Math.abs(p - w.best.x) - Math.abs(q - w.best.x));
  const along = [0.5, 0.35, 0.65, 0.2, 0.8];
  const away = beside.flatMap((x) => [1, 2, 3].map((n) => (x < b.x ? x - size * n : x + size * n)));
  const column = (x: number, far: boolean) => along.map((t) => ({ x, y: b.y + b.h * t, far }));
  return [...beside.flatMap((x) => column(x, false)), ...away.flatMap((x) => column(x, true))];
}
