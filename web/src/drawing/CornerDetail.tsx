import type { CornerDetail as Detail } from "../api/client";
import { Len } from "./Len";
import "./corner.css";

const side = 320;

/** Where two walls meet, from above and large: who runs past, the wood behind the boards. */
export function CornerDetail({ detail: d, of }: { detail: Detail; of: string }) {
  const k = side / (d.high.x - d.low.x);
  const x = (mm: number) => (mm - d.low.x) * k;
  const y = (mm: number) => side - (mm - d.low.y) * k;
  const points = (at: { x: number; y: number }[]) => at.map((p) => `${x(p.x).toFixed(1)},${y(p.y).toFixed(1)}`).join(" ");
  const middle = (at: { x: number; y: number }[]) => ({
    x: at.reduce((s, p) => s + x(p.x), 0) / at.length,
    y: at.reduce((s, p) => s + y(p.y), 0) / at.length,
  });
  const short = (id: string) => id.split("-").pop();
  return (
    <figure className="corner-detail">
      <svg viewBox={`0 0 ${side} ${side}`} role="img" aria-label={`The ${d.end} of ${of} at ${d.wall}, from above`}>
        <defs>
          <pattern id="there" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V9" className="hatch" />
          </pattern>
        </defs>
        {d.walls.map((w) => (
          <g key={w.id}>
            <polygon points={points(w.outline)} className={w.there ? "stands" : "plate"} />
            {w.there && <polygon points={points(w.outline)} fill="url(#there)" />}
            {w.board?.length === 4 && (
              <path
                d={`M${points(w.board.slice(0, 2)).replace(" ", "L")}M${points(w.board.slice(2)).replace(" ", "L")}`}
                className="board"
              />
            )}
          </g>
        ))}
        {d.wood.map((p) => (
          <g key={p.id + p.outline[0]?.x}>
            <polygon points={points(p.outline)} className={`piece ${p.kind} ${p.flat ? "flat" : ""} ${p.lying ? "lying" : ""}`}>
              <title>{p.id || "a stud that is there"}</title>
            </polygon>
            {!p.lying && p.outline.length === 4 && p.kind !== "there" && (
              <Cross at={p.outline.map((q) => ({ x: x(q.x), y: y(q.y) }))} />
            )}
          </g>
        ))}
        {d.wood
          .filter((p) => p.id && (!p.lying || d.wood.find((q) => q.lying) === p))
          .map((p) => {
            const m = p.lying
              ? middle([p.outline[0], p.outline[0], p.outline[0], p.outline[2]].filter((q) => !!q))
              : middle(p.outline);
            if (m.x < 14 || m.y < 14 || m.x > side - 14 || m.y > side - 14) return null;
            return (
              <text key={p.id} x={m.x} y={m.y + 5} textAnchor="middle" className="name">
                {short(p.id)}
              </text>
            );
          })}
        {d.walls.map((w) => {
          const half = w.id.length * 5 + 6;
          const at = { x: Math.min(Math.max(x(w.name.x), half), side - half), y: Math.min(Math.max(y(w.name.y), 20), side - 14) };
          return (
            <text key={w.id} x={at.x} y={at.y + 6} textAnchor="middle" className="wall">
              {w.id}
            </text>
          );
        })}
        {d.held && <circle cx={(x(d.heldA.x) + x(d.heldB.x)) / 2} cy={(y(d.heldA.y) + y(d.heldB.y)) / 2} r="7" className="gap" />}
      </svg>
      {d.held && (
        <figcaption>
          <span className="ring" /> end stud held back <Len text={d.held} />
        </figcaption>
      )}
    </figure>
  );
}

function Cross({ at }: { at: { x: number; y: number }[] }) {
  const [a, b, c, d] = at;
  if (!a || !b || !c || !d) return null;
  return <path d={`M${a.x} ${a.y}L${c.x} ${c.y}M${b.x} ${b.y}L${d.x} ${d.y}`} className="crossed" />;
}
