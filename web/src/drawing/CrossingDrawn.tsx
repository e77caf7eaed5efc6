import type { Drawing, DrawnPiece, PlanBody } from "../api/client";
import { along } from "./scale";
import "./drawing.css";

type Crossing = NonNullable<PlanBody["plan"]["walls"][number]["crossings"]>[number];

/** Where something comes through, drawn large and true to scale both ways, with the steps at what they are about. */
export function CrossingDrawn({ of: c, drawing: d }: { of: Crossing; drawing: Drawing }) {
  const things = (d.across ?? []).filter((t) => (t.id === c.obstruction || c.with?.includes(t.id)) && t.high);
  const piece = d.pieces.find((p) => p.id === c.member);
  if (!piece || things.length === 0 || !d.known) return null;
  const from = Math.max(0, piece.from - 140);
  const to = Math.min(d.length, piece.to + 140);
  const ceiling = Math.max(along(d, from, "ceiling"), along(d, to, "ceiling"));
  const bottom = piece.foot - 320;
  const wide = 420;
  const scale = (wide - 20) / (to - from);
  const high = (ceiling - bottom) * scale + 40;
  const x = (mm: number) => 10 + (mm - from) * scale;
  const y = (mm: number) => 20 + (ceiling - mm) * scale;
  const seen = (p: DrawnPiece) => p.to > from && p.from < to && p.known && !p.kind.endsWith("-plate") && p.head > bottom;
  const steps = new Map([[c.member, 2]]);
  for (const id of c.short) steps.set(id, 3);
  const plates = d.pieces.filter((p) => p.kind === "top-plate" && p.to > from && p.from < to);
  const out =
    c.out && things.length > 0 ? [Math.min(...things.map((t) => t.from)), Math.max(...things.map((t) => t.to))] : undefined;
  return (
    <svg
      width={wide}
      height={high}
      viewBox={`0 0 ${wide} ${high}`}
      role="img"
      aria-label={`${c.obstruction} through the wall, drawn large`}
      className="section"
    >
      {d.pieces.filter(seen).map((p) => (
        <rect
          key={p.id}
          x={x(Math.max(p.from, from))}
          y={y(p.head)}
          width={(Math.min(p.to, to) - Math.max(p.from, from)) * scale}
          height={(p.head - Math.max(p.foot, bottom)) * scale}
          className={`wood ${p.state}`}
        />
      ))}
      {plates.map((p) => {
        const [a, b] = [Math.max(p.from, from), Math.min(p.to, to)];
        const top = (at: number) => y(along(d, at, "ceiling"));
        return (
          <path
            key={p.id}
            d={`M${x(a)} ${top(a)}L${x(b)} ${top(b)}v${d.top * scale}L${x(a)} ${top(a) + d.top * scale}Z`}
            className="wood top-plate"
          />
        );
      })}
      <path d={`M${x(from)} ${y(along(d, from, "ceiling"))}L${x(to)} ${y(along(d, to, "ceiling"))}`} className="surface" />
      {things.map((t) => {
        const top = t.over ? y(t.over) : Math.min(y(along(d, (t.from + t.to) / 2, "ceiling")), y(t.under ?? 0) - 30);
        return (
          <g key={t.id}>
            <rect x={x(t.from)} y={top} width={(t.to - t.from) * scale} height={y(t.under ?? 0) - top} className="across" />
            <text x={x((t.from + t.to) / 2)} y={(top + y(t.under ?? 0)) / 2 + 5} textAnchor="middle" className="note">
              {t.id}
            </text>
          </g>
        );
      })}
      {d.pieces
        .filter((p) => steps.has(p.id))
        .map((p) => (
          <Step
            key={p.id}
            n={steps.get(p.id) ?? 0}
            x={x(p.from) + (p.kind === "cross-piece" ? 22 : (p.to - p.from) * scale + 16)}
            y={p.kind === "cross-piece" ? y((p.head + p.foot) / 2) : y(Math.max(p.foot, bottom)) - 40}
          />
        ))}
      {out && (
        <Step
          n={c.short.length > 0 ? 4 : 3}
          x={x(out[0] ?? 0) - 16}
          y={y(along(d, out[0] ?? 0, "ceiling")) + (d.top * scale) / 2}
        />
      )}
    </svg>
  );
}

/** The number of a step. */
function Step({ n, x, y }: { n: number; x: number; y: number }) {
  return (
    <g className="step">
      <circle cx={x} cy={y} r={13} />
      <text x={x} y={y + 6} textAnchor="middle">
        {n}
      </text>
    </g>
  );
}
