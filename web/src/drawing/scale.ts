import type { Drawing } from "../api/client";

/** Turns a drawing's millimetres into the picture's pixels. */
export interface Scale {
  width: number;
  height: number;
  left: number;
  x: (station: number) => number;
  floor: (station: number) => number;
  ceiling: (station: number) => number;
  /** how far down something under the floor is drawn */
  down: (mm: number) => number;
  /** height z at a station, plates drawn thick enough to see */
  y: (station: number, z: number) => number;
}

const plate = 11; // px, for the whole stack of plates at either end

/** Floor, ceiling or spread at a station, mm. */
export function along(d: Drawing, station: number, of: "floor" | "ceiling" | "spread"): number {
  const s = d.surface;
  const first = s[0];
  if (!first) return of === "ceiling" ? 2400 : 0;
  let before = first;
  for (const p of s) {
    if (p.at >= station) {
      const span = p.at - before.at;
      return span === 0 ? p[of] : before[of] + ((p[of] - before[of]) * (station - before.at)) / span;
    }
    before = p;
  }
  return before[of];
}

/** The stretched section: stations true, unevenness `stretch` times too large. */
export function stretched(d: Drawing, width: number, height: number, stretch: number, foot = 46): Scale {
  const left = 62;
  const right = 46;
  const perMm = (width - left - right) / d.length;
  const middle = (of: "floor" | "ceiling") => {
    const values = d.surface.map((p) => p[of]);
    return values.length ? (Math.min(...values) + Math.max(...values)) / 2 : along(d, 0, of);
  };
  const mid = { floor: middle("floor"), ceiling: middle("ceiling") };
  const limit = 34; // px that either surface may rise or fall
  const room = (of: "floor" | "ceiling") => Math.max(1e-9, ...d.surface.map((p) => Math.abs(p[of] - mid[of])));
  const k = Math.min(stretch * perMm, limit / room("floor"), limit / room("ceiling"));
  const base = { floor: height - foot, ceiling: 58 };
  const surface = (of: "floor" | "ceiling") => (s: number) => base[of] - (along(d, s, of) - mid[of]) * k;
  const whole = d.tops?.length ? trueHeights(d, height, foot) : undefined;
  const floor = whole?.floor ?? surface("floor");
  const ceiling = whole?.ceiling ?? surface("ceiling");
  return {
    width,
    height,
    left,
    x: (s) => left + s * perMm,
    floor,
    ceiling,
    down: (mm) => mm * (whole?.k ?? 0),
    y: (s, z) => {
      const f = along(d, s, "floor");
      const c = along(d, s, "ceiling");
      const [yf, yc] = [floor(s), ceiling(s)];
      const over = z - f;
      const under = c - z;
      if (over < d.bottom) return yf - (over / d.bottom) * plate;
      if (under < d.top) return yc + (under / d.top) * plate;
      const t = (over - d.bottom) / (c - f - d.bottom - d.top);
      return yf - plate - t * (yf - yc - 2 * plate);
    },
  };
}

const storey = 1800; // mm: what is lower is drawn lower

/** Floor and top of a wall that isn't all to the ceiling: how high each part is, is seen. */
function trueHeights(d: Drawing, height: number, foot: number) {
  const gap = (s: number) => along(d, s, "ceiling") - along(d, s, "floor");
  const most = Math.max(storey, ...d.surface.map((p) => p.ceiling - p.floor));
  const under = Math.max(
    0,
    ...d.pieces.filter((p) => p.kind === "post" && p.known).map((p) => along(d, p.from, "floor") - p.foot),
  );
  const k = (height - foot - 66) / (most + under);
  const low = Math.min(...d.surface.map((p) => p.floor), along(d, 0, "floor"));
  const floor = (s: number) => height - foot - under * k - (along(d, s, "floor") - low) * k;
  return { k, floor, ceiling: (s: number) => floor(s) - gap(s) * k };
}

/** What lies between two lines along the wall, as an SVG path. */
export function band(
  d: Drawing,
  from: number,
  to: number,
  top: (s: number) => number,
  bottom: (s: number) => number,
  x: Scale["x"],
): string {
  const at = [from, ...d.surface.map((p) => p.at).filter((s) => s > from && s < to), to];
  const there = at.map((s, i) => `${i ? "L" : "M"}${x(s).toFixed(1)} ${top(s).toFixed(1)}`).join("");
  const back = at
    .reverse()
    .map((s) => `L${x(s).toFixed(1)} ${bottom(s).toFixed(1)}`)
    .join("");
  return `${there}${back}Z`;
}
