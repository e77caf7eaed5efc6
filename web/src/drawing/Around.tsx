import type { Drawing } from "../api/client";
import type { Scale } from "./scale";

/** What comes through the wall: pipes from the floor, ducts and beams from over it, finds in floor and ceiling. */
export function Across({ d, s }: { d: Drawing; s: Scale }) {
  return (
    <g>
      {(d.across ?? []).map((t) => {
        const middle = (t.from + t.to) / 2;
        const [x, w] = [s.x(t.from), Math.max(3, s.x(t.to) - s.x(t.from))];
        const [floor, ceiling] = [s.floor(middle), s.ceiling(middle)];
        let [top, foot] = [ceiling, floor];
        if (t.find) [top, foot] = t.in === "ceiling" ? [ceiling - 12, ceiling + 6] : [floor - 6, floor + 12];
        else if (t.high) [top, foot] = [t.over ? s.y(middle, t.over) : ceiling, s.y(middle, t.under ?? 0)];
        else if (!t.rises) foot = ceiling + 14;
        return (
          <g key={t.id + t.from}>
            <title>{`${t.kind} ${t.id}`}</title>
            <rect x={x} y={top} width={w} height={Math.max(3, foot - top)} className={t.find ? "no-drill" : "across"} />
            <text x={x + w / 2} y={t.rises || t.in === "floor" ? floor + 28 : top - 4} textAnchor="middle" className="note">
              {t.id}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The studs of a wall that is there, and its plates: what goes is cut over the header. */
export function Old({ d, s }: { d: Drawing; s: Scale }) {
  if (!d.there) return null;
  const head = d.openings[0];
  return (
    <g>
      {d.there.map((o) => {
        const [x, w] = [s.x(o.at - o.wide / 2), s.x(o.at + o.wide / 2) - s.x(o.at - o.wide / 2)];
        const [top, foot] = [s.ceiling(o.at), s.floor(o.at)];
        const cut = o.fate === "goes" && head ? s.y(o.at, head.head) - 14 : foot;
        return (
          <g key={o.at}>
            <rect x={x} y={top} width={w} height={Math.max(2, cut - top)} className="old-wood" />
            {o.fate === "goes" && <rect x={x} y={cut} width={w} height={Math.max(2, foot - cut)} className="old-wood goes" />}
          </g>
        );
      })}
      {[s.ceiling, s.floor].map((at, k) => (
        <path
          key={k === 0 ? "top" : "bottom"}
          d={`M${d.surface.map((p) => `${s.x(p.at)} ${at(p.at) + (k === 0 ? 5.5 : -5.5)}`).join("L")}`}
          className="old-plate"
        />
      ))}
    </g>
  );
}

/** How each leaf hangs: bars at its hinges, a dot for its handle; an arrow where it slides. */
export function Hung({ d, s }: { d: Drawing; s: Scale }) {
  return (
    <g className="hung">
      {d.openings
        .filter((o) => o.known && (o.leaves ?? 0) > 0)
        .map((o) => {
          const middle = (o.from + o.to) / 2;
          const [top, foot] = [s.y(middle, o.head), s.floor(middle)];
          const high = foot - top;
          const [left, right] = [s.x(o.from), s.x(o.to)];
          const way = o.swing === "in" ? "towards you" : o.swing === "out" ? "away" : "";
          if (o.slides) {
            const y = top + high * 0.16;
            const [from, to] = o.hand === "left" ? [right - 8, left + 8] : [left + 8, right - 8];
            const tip = o.hand === "left" ? 9 : -9;
            return (
              <path key={o.id} d={`M${from} ${y}H${to}m${tip} -6l${-tip} 6l${tip} 6`} className="slides">
                <title>{`${o.id} goes to the ${o.hand}`}</title>
              </path>
            );
          }
          const both = o.leaves === 2;
          const hinges = both ? [left + 4, right - 4] : [o.hand === "right" ? right - 4 : left + 4];
          const knobs = both ? [(left + right) / 2 - 7, (left + right) / 2 + 7] : [o.hand === "right" ? left + 9 : right - 9];
          return (
            <g key={o.id}>
              <title>{`${o.id}: hinges at the ${both ? "sides" : o.hand}${way && `, swings ${way}`}`}</title>
              {hinges.map((x) => (
                <path key={x} d={`M${x} ${top + high * 0.1}v${high * 0.12}M${x} ${top + high * 0.78}v${high * 0.12}`} />
              ))}
              {knobs.map((x) => (
                <circle key={x} cx={x} cy={top + high * 0.55} r={4} />
              ))}
              {way && right - left > 60 && (
                <text x={(left + right) / 2} y={top + high * 0.16 + 5} textAnchor="middle" className="note">
                  {way}
                </text>
              )}
            </g>
          );
        })}
    </g>
  );
}
