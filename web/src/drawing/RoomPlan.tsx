import { getHotkeyHandler, type HotkeyItem, useElementSize } from "@mantine/hooks";
import { type MouseEvent, useId } from "react";
import type { DetailPiece, Laid, Room } from "../api/client";
import { Found } from "./Found";
import { type Frame, middle, points, type Spot } from "./frame";
import "./room.css";

export type { Spot } from "./frame";

interface Props {
  room: Room;
  /** which unevenness is shaded */
  relief: string;
  at?: Spot;
  choose: (at: Spot) => void;
  take: () => void;
  wanted?: { from: string; to: string };
  line?: [Spot, Spot];
  pin?: (reading: string) => void;
  step: number;
  /** a wall that stands out, and what happens when a face is touched */
  chosen?: string;
  face?: (id: string) => void;
  /** the new walls' wood from above */
  above?: DetailPiece[];
  /** a line that is being said, where it would lie */
  laid?: Laid;
}

const margin = 46;
const beside = 44; // room for the lengths of the sides

function framed(room: Room, width: number): Frame {
  const wide = room.high.x - room.low.x;
  const deep = room.high.y - room.low.y;
  const k = Math.min((width - 2 * beside) / wide, 500 / deep);
  const left = (width - wide * k) / 2;
  const height = deep * k + 2 * margin;
  return {
    width,
    height,
    k,
    x: (mm) => left + (mm - room.low.x) * k,
    y: (mm) => height - margin - (mm - room.low.y) * k,
  };
}

/** The room from above, as it was read. Shapes come from tapes: nothing here is dragged. */
export function RoomPlan({ room, relief, at, choose, take, wanted, line, pin, step, chosen, face, above, laid }: Props) {
  const { ref, width } = useElementSize();
  const clip = useId();
  const f = framed(room, Math.max(width || 320, 300));
  const corners = room.corners;
  const shown = room.reliefs.find((r) => r.of === relief);
  const click = (e: MouseEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    choose({
      x: room.low.x + (e.clientX - box.left - f.x(room.low.x)) / f.k,
      y: room.low.y + (f.y(room.low.y) - (e.clientY - box.top)) / f.k,
    });
  };
  const go = (x: number, y: number) => () => {
    const from = at ?? { x: (room.low.x + room.high.x) / 2, y: (room.low.y + room.high.y) / 2 };
    choose({ x: from.x + x * step, y: from.y + y * step });
  };
  const keys = getHotkeyHandler([
    ...(["", "shift+"] as const).flatMap((fine): HotkeyItem[] => {
      const far = fine ? 1 : 4;
      return [
        [`${fine}ArrowLeft`, go(-far, 0)],
        [`${fine}ArrowRight`, go(far, 0)],
        [`${fine}ArrowUp`, go(0, far)],
        [`${fine}ArrowDown`, go(0, -far)],
      ];
    }),
    ["Enter", () => at && take()],
  ]);
  return (
    <div ref={ref} className="room-frame">
      <svg
        width={f.width}
        height={f.height}
        role="application"
        // biome-ignore lint/a11y/noNoninteractiveTabindex: as above
        tabIndex={0}
        aria-label="Plan of the room. Arrow keys choose a place, Enter takes a reading there."
        className="room"
        onClick={click}
        onKeyDown={(e) => keys(e.nativeEvent)}
      >
        <defs>
          <clipPath id={clip}>
            {corners.length > 2 ? (
              <polygon points={points(f, corners)} />
            ) : (
              <rect x={f.x(room.low.x)} y={f.y(room.high.y)} width={f.width} height={f.height} />
            )}
          </clipPath>
          <pattern id="keepout" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V7" stroke="var(--stop)" strokeWidth="2" />
          </pattern>
          <pattern id="blur" width="5" height="5" patternUnits="userSpaceOnUse">
            <circle cx="1.4" cy="1.4" r=".9" fill="var(--quiet)" />
          </pattern>
        </defs>
        {corners.length > 2 && <polygon points={points(f, corners)} className="ground" />}
        {shown && <Shading f={f} relief={shown} clip={clip} />}
        <Found room={room} f={f} clip={clip} chosen={chosen} face={face} above={above} />
        {laid && <LaidLine l={laid} f={f} />}
        {line && <path d={`M${points(f, line).replace(" ", "L")}`} className="cut-line" />}
        <Outline room={room} f={f} wanted={wanted} />
        {shown && <Labels f={f} relief={shown} clip={clip} />}
        <Pins room={room} f={f} relief={relief} pin={pin} />
        {at && (
          <g className="spot" transform={`translate(${f.x(at.x)} ${f.y(at.y)})`}>
            <circle r="12" />
            <path d="M-18 0H-6M6 0H18M0 -18V-6M0 6V18" />
          </g>
        )}
      </svg>
    </div>
  );
}

type Relief = Room["reliefs"][number];

/** Low is dark, high is light: it reads in grey too. */
function Shading({ f, relief, clip }: { f: Frame; relief: Relief; clip: string }) {
  const side = relief.step * f.k;
  return (
    <g clipPath={`url(#${clip})`}>
      {relief.cells.map((c) => (
        <rect
          key={`${c.x}:${c.y}`}
          x={f.x(c.x) - side / 2}
          y={f.y(c.y) - side / 2}
          width={side}
          height={side}
          className="cell"
          opacity={0.04 + (1 - c.share) * 0.3}
        />
      ))}
      {relief.cells
        .filter((c) => c.blur)
        .map((c) => (
          <rect
            key={`b${c.x}:${c.y}`}
            x={f.x(c.x) - side / 2}
            y={f.y(c.y) - side / 2}
            width={side}
            height={side}
            fill="url(#blur)"
            opacity="0.55"
          />
        ))}
      <g transform={`translate(${f.x(0)} ${f.y(0)}) scale(${f.k} ${-f.k})`}>
        {relief.contours.map((c) => (
          <path key={c.label} d={c.path} className={c.major ? "contour major" : "contour"} vectorEffect="non-scaling-stroke" />
        ))}
      </g>
    </g>
  );
}

function Labels({ f, relief, clip }: { f: Frame; relief: Relief; clip: string }) {
  const taken: Spot[] = [];
  return (
    <g clipPath={`url(#${clip})`}>
      {relief.contours.map((c) => {
        const p = { x: f.x(c.at.x), y: f.y(c.at.y) };
        if (taken.some((t) => Math.abs(t.x - p.x) < 62 && Math.abs(t.y - p.y) < 20)) return null;
        taken.push(p);
        return (
          <text key={c.label} x={p.x} y={p.y + 5} textAnchor="middle" className="height len">
            {c.label.replace(/^-/, "−")}
          </text>
        );
      })}
    </g>
  );
}

/** Corners and the tapes between them; what is loose, doubtful or wanted stands out. */
function Outline({ room, f, wanted }: { room: Room; f: Frame; wanted?: Props["wanted"] }) {
  const c = room.corners;
  const n = c.length;
  const centre = middle(c.length ? c : [{ x: 0, y: 0 }]);
  const find = (id: string) => c.find((one) => one.id === id);
  const a = wanted && find(wanted.from);
  const b = wanted && find(wanted.to);
  const fate = (i: number) =>
    room.walls.find((w) => {
      const same = (p: Spot, q?: Spot) => !!q && Math.abs(p.x - q.x) < 1 && Math.abs(p.y - q.y) < 1;
      const j = c[(i + 1) % n];
      return (same(w.from, c[i]) && same(w.to, j)) || (same(w.to, c[i]) && same(w.from, j));
    })?.fate;
  return (
    <g>
      {c.map((p, i) => {
        const q = c[(i + 1) % n];
        if (!q || (n === 2 && i === 1)) return null;
        const wrong = room.crosses.includes(i);
        return (
          <line
            key={p.id}
            x1={f.x(p.x)}
            y1={f.y(p.y)}
            x2={f.x(q.x)}
            y2={f.y(q.y)}
            className={`side-line ${wrong ? "wrong" : ""} ${fate(i) ?? ""}`}
          />
        );
      })}
      {room.walls.flatMap((w) =>
        w.openings.map((o) => (
          <g key={`${w.id}${o.from.x}:${o.from.y}`} className={o.fate ? `opening-${o.fate}` : undefined}>
            <title>{`${o.id ? `${o.id}, ` : ""}${o.what}, ${o.fate === "closed" ? "closed, " : o.fate === "new" ? "to be cut " : ""}in ${w.id}`}</title>
            <line x1={f.x(o.from.x)} y1={f.y(o.from.y)} x2={f.x(o.to.x)} y2={f.y(o.to.y)} className="way-through" />
            <line x1={f.x(o.from.x)} y1={f.y(o.from.y)} x2={f.x(o.to.x)} y2={f.y(o.to.y)} className="sill-line" />
            {o.fate && o.id && (
              <text x={(f.x(o.from.x) + f.x(o.to.x)) / 2} y={(f.y(o.from.y) + f.y(o.to.y)) / 2} className="opening-id">
                {o.id}
              </text>
            )}
          </g>
        )),
      )}
      {room.ties
        .filter((t) => t.kind === "length")
        .map((t) => {
          const p = c[t.from];
          const q = c[t.to];
          if (!p || !q) return null;
          const side = (t.from + 1) % n === t.to || (t.to + 1) % n === t.from;
          const mid = { x: (f.x(p.x) + f.x(q.x)) / 2, y: (f.y(p.y) + f.y(q.y)) / 2 };
          const out = Math.hypot(mid.x - f.x(centre.x), mid.y - f.y(centre.y)) || 1;
          const shift = side ? 22 : 0;
          const place = {
            x: mid.x + ((mid.x - f.x(centre.x)) / out) * shift,
            y: mid.y + ((mid.y - f.y(centre.y)) / out) * shift,
          };
          // written along its side, never upside down
          let turn = (Math.atan2(f.y(q.y) - f.y(p.y), f.x(q.x) - f.x(p.x)) * 180) / Math.PI;
          if (turn > 90) turn -= 180;
          if (turn <= -90) turn += 180;
          return (
            <g key={t.id}>
              {(!side || t.doubtful) && (
                <line x1={f.x(p.x)} y1={f.y(p.y)} x2={f.x(q.x)} y2={f.y(q.y)} className={t.doubtful ? "tie doubtful" : "tie"} />
              )}
              {(side || t.doubtful) && (
                <text
                  transform={`translate(${place.x} ${place.y}) rotate(${turn})`}
                  y="5"
                  textAnchor="middle"
                  className={`tie-label len ${t.doubtful ? "is-stop" : ""}`}
                >
                  {t.value}
                  {t.doubtful ? " ?" : ""}
                </text>
              )}
            </g>
          );
        })}
      {a && b && (
        <g>
          <line x1={f.x(a.x)} y1={f.y(a.y)} x2={f.x(b.x)} y2={f.y(b.y)} className="tie wanted" />
        </g>
      )}
      {c.map((p) => (
        <g key={p.id} transform={`translate(${f.x(p.x)} ${f.y(p.y)})`}>
          <title>{`Corner ${p.id}: ${p.said}, ${p.inside}`}</title>
          {!p.pinned && <circle r="19" className="loose" />}
          <circle r="13" className="corner" />
          <text y="5" textAnchor="middle" className="corner-id">
            {p.id}
          </text>
        </g>
      ))}
    </g>
  );
}

function Pins({ room, f, relief, pin }: { room: Room; f: Frame; relief: string; pin?: Props["pin"] }) {
  return (
    <g>
      {[...room.pins]
        .sort((p, q) => Number(p.kind === relief) - Number(q.kind === relief))
        .map((p) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: the list of readings does the same by keyboard
          <g
            key={p.reading}
            transform={`translate(${f.x(p.x)} ${f.y(p.y)})`}
            className={`plan-pin ${p.doubtful ? "doubtful" : ""} ${p.kind === relief || relief === "none" || p.doubtful ? "" : "faint"}`}
            onClick={(e) => {
              e.stopPropagation();
              pin?.(p.reading);
            }}
          >
            <title>{`${p.said}: ${p.label}`}</title>
            <circle r="11" className="reach" />
            {p.kind === "gap" && <rect x="-4" y="-4" width="8" height="8" transform="rotate(45)" />}
            {p.kind === "floor" && <circle r="4" />}
            {p.kind === "ceiling" && <circle r="4" className="ring" />}
            {p.doubtful && <circle r="10" className="doubt" />}
          </g>
        ))}
    </g>
  );
}

/** A line before it is placed: its two ends by what they meet, From first, and its X side. */
function LaidLine({ l, f }: { l: Laid; f: Frame }) {
  const long = Math.hypot(l.to.x - l.from.x, l.to.y - l.from.y) || 1;
  const [ux, uy] = [(l.to.x - l.from.x) / long, (l.to.y - l.from.y) / long];
  const inward = [
    { at: l.from, word: `From: ${l.ends[0]}`, side: 1 },
    { at: l.to, word: `To: ${l.ends[1]}`, side: -1 },
  ];
  const middleOf = middle(l.outline);
  const tip = { x: l.from.x + ux * long * 0.56, y: l.from.y + uy * long * 0.56 };
  const wing = (s: number) => ({ x: tip.x - ux * 90 - uy * 45 * s, y: tip.y - uy * 90 + ux * 45 * s });
  const steep = Math.abs(uy) > Math.abs(ux);
  return (
    <g className="laid-line">
      <polygon points={points(f, l.outline)} />
      <line x1={f.x(l.from.x)} y1={f.y(l.from.y)} x2={f.x(l.to.x)} y2={f.y(l.to.y)} />
      <path d={`M${f.x(wing(1).x)} ${f.y(wing(1).y)}L${f.x(tip.x)} ${f.y(tip.y)}L${f.x(wing(-1).x)} ${f.y(wing(-1).y)}`} />
      <text x={f.x(middleOf.x)} y={f.y(middleOf.y) + 6} textAnchor="middle" className="x-side">
        X
      </text>
      {inward.map((e) => {
        const [dx, dy] = steep ? [12, e.side * (uy > 0 ? -26 : 26)] : [e.side * (ux > 0 ? 20 : -20), -14];
        return (
          <text
            key={e.word}
            x={f.x(e.at.x) + dx}
            y={f.y(e.at.y) + dy}
            textAnchor={steep || e.side > 0 === ux > 0 ? "start" : "end"}
            className="end-name"
          >
            {e.word}
          </text>
        );
      })}
    </g>
  );
}
