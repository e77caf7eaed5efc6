import type { DetailPiece, Room } from "../api/client";
import { type Frame, middle, points, type Spot } from "./frame";

/** What is there besides corners: joists, steps, things in the way, no-drill zones, walls. */
interface FoundProps {
  room: Room;
  f: Frame;
  clip: string;
  chosen?: string;
  face?: (id: string) => void;
  above?: DetailPiece[];
}

export function Found({ room, f, clip, chosen, face, above }: FoundProps) {
  return (
    <>
      <g clipPath={`url(#${clip})`}>
        {room.joists.map((j) => (
          <line
            key={`${j.run}${j.from.x}:${j.from.y}`}
            x1={f.x(j.from.x)}
            y1={f.y(j.from.y)}
            x2={f.x(j.to.x)}
            y2={f.y(j.to.y)}
            className={`joist ${j.of} ${j.exposed ? "bare" : ""}`}
          />
        ))}
      </g>
      {room.zones.map((z) => (
        <g key={z.id}>
          <polygon points={points(f, z.outline)} className="zone" />
          <title>{z.said}</title>
          {f.k > 0.09 && (
            <text y={f.y(middle(z.outline).y) - 4} textAnchor="middle" className="tag">
              {[z.said.replace(z.id, "").trim(), z.id].map((part, i) => (
                <tspan key={part} x={f.x(middle(z.outline).x)} dy={i * 17}>
                  {part}
                </tspan>
              ))}
            </text>
          )}
        </g>
      ))}
      {room.walls
        .filter((w) => w.free)
        .map((w) => (
          <g key={w.id}>
            <title>{`${w.kind ?? "wall"} ${w.id}, stands free`}</title>
            <line
              x1={f.x(w.from.x)}
              y1={f.y(w.from.y)}
              x2={f.x(w.to.x)}
              y2={f.y(w.to.y)}
              strokeWidth={Math.max(w.depth * f.k, 4)}
              className={`free-wall ${w.fate}`}
            />
            <text
              x={f.x((w.from.x + w.to.x) / 2)}
              y={f.y((w.from.y + w.to.y) / 2) - 8 - (w.depth * f.k) / 2}
              textAnchor="middle"
              className="tag"
            >
              {w.id}
            </text>
          </g>
        ))}
      {room.stairs.map((s) => (
        <Flight key={s.id} s={s} f={f} />
      ))}
      {room.obstructions.map((o) => (
        <g key={o.id}>
          <title>{`${o.id}: ${o.said}`}</title>
          <line
            x1={f.x(o.from.x)}
            y1={f.y(o.from.y)}
            x2={f.x(o.to.x) + 0.01}
            y2={f.y(o.to.y)}
            strokeWidth={Math.max(o.width * f.k, 5)}
            className={o.from.x === o.to.x && o.from.y === o.to.y ? "thing round" : "thing"}
          />
          <text
            display={f.k > 0.09 ? undefined : "none"}
            x={f.x(o.from.x + (o.to.x - o.from.x) * 0.22)}
            y={f.y(o.from.y + (o.to.y - o.from.y) * 0.22) + 5 + (o.from.x === o.to.x && o.from.y === o.to.y ? 20 : 0)}
            textAnchor="middle"
            className="tag"
          >
            {o.id}
          </text>
        </g>
      ))}
      {room.hidden.map((h) => (
        <line
          key={h.id}
          x1={f.x(h.from.x)}
          y1={f.y(h.from.y)}
          x2={f.x(h.to.x)}
          y2={f.y(h.to.y)}
          strokeWidth={Math.max(h.width * f.k, 8)}
          stroke="url(#keepout)"
          className="hidden-run"
        >
          <title>{`${h.id}: ${h.said}`}</title>
        </line>
      ))}
      {above
        ?.filter((p) => p.kind === "block")
        .map((p) => (
          <polygon key={`${p.outline[0]?.x}:${p.outline[0]?.y}`} points={points(f, p.outline)} className="joist-block" />
        ))}
      {(room.blocks ?? []).map((p) => (
        <polygon key={p.id} points={points(f, p.outline)} className="joist-block">
          <title>{p.id}</title>
        </polygon>
      ))}
      {room.lines.map((w) => (
        // biome-ignore lint/a11y/noStaticElementInteractions: the form beside the plan does the same by keyboard
        <g
          key={w.id}
          onClick={(e) => {
            if (!face) return;
            e.stopPropagation();
            face(w.id);
          }}
          style={face && { cursor: "pointer" }}
        >
          {(w.layers ?? []).map((l) => (
            <polygon key={`${l.what}${l.outline[0]?.x}:${l.outline[0]?.y}`} points={points(f, l.outline)} className="wall-layer">
              <title>{`${w.id}: ${l.what}`}</title>
            </polygon>
          ))}
          <polygon
            points={points(f, w.outline)}
            className={["new-wall", w.id === chosen && "chosen", w.hangs && "hangs"].filter(Boolean).join(" ")}
          />
          <line x1={f.x(w.from.x)} y1={f.y(w.from.y)} x2={f.x(w.to.x)} y2={f.y(w.to.y)} className="snap-line" />
          {above
            ?.filter((p) => p.id.startsWith(`${w.id}-`))
            .map((p) => (
              <polygon key={p.id} points={points(f, p.outline)} className={`stick ${p.kind}`}>
                <title>{p.id}</title>
              </polygon>
            ))}
          {(w.id === chosen || above) && <Marks w={w} f={f} chosen={w.id === chosen} />}
          <text x={f.x(partway(w.outline).x)} y={f.y(partway(w.outline).y) + 6} textAnchor="middle" className="wall-name">
            {w.id}
          </text>
        </g>
      ))}
      {face &&
        [...room.sides.map((side) => ({ id: side.face, from: side.from, to: side.to })), ...room.walls.filter((w) => w.free)].map(
          (w) => (
            // biome-ignore lint/a11y/noStaticElementInteractions: as above
            <line
              key={w.id}
              x1={f.x(w.from.x)}
              y1={f.y(w.from.y)}
              x2={f.x(w.to.x)}
              y2={f.y(w.to.y)}
              className="pick-face"
              onClick={(e) => {
                e.stopPropagation();
                face(w.id);
              }}
            >
              <title>{w.id}</title>
            </line>
          ),
        )}
    </>
  );
}

/** The start of a line, and X's on the side its wood stands. */
function Marks({ w, f, chosen }: { w: Room["lines"][number]; f: Frame; chosen: boolean }) {
  const [a, b, c, d] = w.outline;
  if (!a || !b || !c || !d) return null;
  const at = (t: number) => ({ x: (a.x + d.x) / 2 + (b.x - a.x) * t, y: (a.y + d.y) / 2 + (b.y - a.y) * t });
  return (
    <g>
      {[0.12, 0.88].map((t) => (
        <text key={t} x={f.x(at(t).x)} y={f.y(at(t).y) + 6} textAnchor="middle" className={chosen ? "x-mark" : "x-mark other"}>
          ×
        </text>
      ))}
      {chosen && <circle cx={f.x(a.x)} cy={f.y(a.y)} r="7" className="line-start" />}
    </g>
  );
}

/** Where a wall's name stands: off its middle, where other walls like to come. */
const partway = ([a, b, , d]: Spot[]): Spot =>
  a && b && d ? { x: (a.x + d.x) / 2 + (b.x - a.x) * 0.32, y: (a.y + d.y) / 2 + (b.y - a.y) * 0.32 } : { x: 0, y: 0 };

/** A stair from above: its treads, and an arrow from its foot to its head. */
function Flight({ s, f }: { s: Room["stairs"][number]; f: Frame }) {
  const long = Math.hypot(s.to.x - s.from.x, s.to.y - s.from.y) || 1;
  const [ux, uy] = [(s.to.x - s.from.x) / long, (s.to.y - s.from.y) / long];
  const at = (along: number, off: number) => ({
    x: f.x(s.from.x + ux * along - uy * off),
    y: f.y(s.from.y + uy * along + ux * off),
  });
  const half = s.width / 2;
  const tip = at(long - 40, 0);
  const wing = [at(long - 160, 70), at(long - 160, -70)];
  return (
    <g className="flight">
      <title>{`${s.id}: ${s.said}`}</title>
      {Array.from({ length: s.steps + 1 }, (_, i) => {
        const [a, b] = [at((long * i) / s.steps, half), at((long * i) / s.steps, -half)];
        return <line key={`${a.x}:${a.y}`} x1={a.x} y1={a.y} x2={b.x} y2={b.y} />;
      })}
      {[half, -half].map((off) => {
        const [a, b] = [at(0, off), at(long, off)];
        return <line key={off} x1={a.x} y1={a.y} x2={b.x} y2={b.y} />;
      })}
      <path
        d={`M${at(0, 0).x} ${at(0, 0).y}L${tip.x} ${tip.y}M${wing[0]?.x} ${wing[0]?.y}L${tip.x} ${tip.y}L${wing[1]?.x} ${wing[1]?.y}`}
        className="way"
      />
      <text x={at(long * 0.3, 0).x} y={at(long * 0.3, 0).y + 5} textAnchor="middle" className="tag">
        {s.id}
      </text>
    </g>
  );
}
