import { getHotkeyHandler, useElementSize } from "@mantine/hooks";
import type { Drawing, DrawnPiece } from "../api/client";
import { useWord } from "../app/words";
import "./drawing.css";
import { type Scale, stretched } from "./scale";

interface Props {
  drawing: Drawing;
  height: number;
  stretch: number;
  pieces?: boolean;
  selected?: string;
  select?: (member: string) => void;
  here?: number;
  pin?: (reading: string) => void;
}

/** A stated height's line through the stations, as an SVG path. */
function line(d: Drawing, y: (s: number) => number, x: Scale["x"]): string {
  const at = d.surface.length ? d.surface.map((p) => p.at) : [0, d.length];
  return at.map((s, i) => `${i ? "L" : "M"}${x(s).toFixed(1)} ${y(s).toFixed(1)}`).join("");
}

function band(
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

/** The wall seen from its side: stations true, unevenness stretched. */
export function Section({ drawing: d, height, stretch, pieces = true, selected, select, here, pin }: Props) {
  const { ref, width } = useElementSize();
  const least = Math.max(320, (d.length / 25.4) * 4.6); // on a phone the wall is swiped along
  const s = stretched(d, Math.max(width || 320, pieces ? least : 320), height, stretch, pieces ? 46 : 104);
  return (
    <div ref={ref} className="section-frame">
      <svg
        width={s.width}
        height={height}
        viewBox={`0 0 ${s.width} ${height}`}
        aria-label={d.wall ? `Section along wall ${d.wall}` : "Section along the line"}
        className="section"
      >
        <defs>
          <pattern id="earth" width="9" height="9" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V9" stroke="var(--rule)" strokeWidth="2" />
          </pattern>
          <pattern id="open" width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V6" stroke="var(--held)" strokeWidth="1.6" />
          </pattern>
          <pattern id="stopped" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 0L6 6M6 0L0 6" stroke="var(--stop)" strokeWidth="1" />
          </pattern>
        </defs>
        <path d={band(d, 0, d.length, s.floor, () => height - 4, s.x)} fill="url(#earth)" />
        {(d.crossed ?? []).map((j) => (
          <rect
            key={`${j.of}${j.from}`}
            x={s.x(j.from)}
            y={j.of === "ceiling" ? s.ceiling((j.from + j.to) / 2) - 14 : s.floor((j.from + j.to) / 2) + 2}
            width={Math.max(s.x(j.to) - s.x(j.from), 3)}
            height={12}
            className={j.exposed ? "joist-end bare" : "joist-end"}
          />
        ))}
        <path d={line(d, s.floor, s.x)} className="surface" />
        <path d={line(d, s.ceiling, s.x)} className="surface" />
        {!d.known && (
          <text x={s.width / 2} y={height / 2} textAnchor="middle" className="note">
            nothing read here yet: floor and ceiling are drawn level
          </text>
        )}
        {d.levels && <Laser d={d} s={s} />}
        {pieces && <Wood d={d} s={s} selected={selected} select={select} />}
        <Pins d={d} s={s} pin={pin} small={pieces} />
        {!pieces && <Stations d={d} s={s} />}
        {here !== undefined && <path d={`M${s.x(here)} ${s.ceiling(here)}V${s.floor(here)}`} className="here" />}
      </svg>
    </div>
  );
}

/** Where along the wall: the numbers of its tape under the floor. */
function Stations({ d, s }: { d: Drawing; s: Scale }) {
  const majors = d.tape.filter((t) => t.major);
  const every = Math.max(1, Math.ceil((majors.length * 40) / s.width));
  return (
    <g>
      {majors
        .filter((_, i) => (i + 1) % every === 0)
        .map((t) => (
          <text key={t.at} x={s.x(t.at)} y={s.height - 4} textAnchor="middle" className="station">
            {t.label}
          </text>
        ))}
    </g>
  );
}

function Laser({ d, s }: { d: Drawing; s: Scale }) {
  const y = d.surface.reduce((sum, p) => sum + s.y(p.at, 0), 0) / d.surface.length;
  return (
    <g>
      <path d={`M${s.x(0) - 8} ${y}H${s.x(d.length) + 8}`} className="laser" />
      <text x={2} y={y + 5} className="note">
        laser
      </text>
    </g>
  );
}

const readingMark = (kind: string) => (kind === "gap" ? ["floor", "ceiling"] : [kind]);

function Pins({ d, s, pin, small }: { d: Drawing; s: Scale; pin?: Props["pin"]; small: boolean }) {
  const low = crowdedPins(d, s);
  return (
    <g>
      {d.pins.map((p) =>
        readingMark(p.kind).map((of) => {
          const y = of === "floor" ? s.floor(p.at) : s.ceiling(p.at);
          return (
            // biome-ignore lint/a11y/noStaticElementInteractions: the list below the picture does the same by keyboard
            <g key={p.reading + of} onClick={() => pin?.(p.reading)} style={pin && { cursor: "pointer" }}>
              <title>{`${p.kind} at ${p.said}: ${p.label}`}</title>
              {p.kind === "gap" ? (
                <rect
                  x={s.x(p.at) - 4.5}
                  y={y - 4.5}
                  width={9}
                  height={9}
                  transform={`rotate(45 ${s.x(p.at)} ${y})`}
                  className="pin"
                />
              ) : (
                <circle cx={s.x(p.at)} cy={y} r={5} className="pin" />
              )}
              {!small && p.kind !== "gap" && (
                <text
                  x={s.x(p.at)}
                  y={
                    (of === "floor" ? y + 25 : y - (d.crossed ? 26 : 13)) + (low.has(p.reading) ? (of === "floor" ? 21 : -21) : 0)
                  }
                  textAnchor="middle"
                  className="pin-label len"
                >
                  {p.label.replace(/^-/, "−")}
                </text>
              )}
              {!small && p.kind === "gap" && of === "floor" && <GapLine p={p} s={s} />}
            </g>
          );
        }),
      )}
    </g>
  );
}

/** Every second label of a crowd of pins stands a line farther off. */
function crowdedPins(d: Drawing, s: Scale): Set<string> {
  const low = new Set<string>();
  for (const kind of ["floor", "ceiling"]) {
    let before = Number.NEGATIVE_INFINITY;
    let last = false;
    for (const p of d.pins.filter((one) => one.kind === kind).sort((a, b) => a.at - b.at)) {
      last = s.x(p.at) - before < 84 && !last;
      if (last) low.add(p.reading);
      before = s.x(p.at);
    }
  }
  return low;
}

/** A gap is one length from floor to ceiling: its value stands along it. */
function GapLine({ p, s }: { p: Drawing["pins"][number]; s: Scale }) {
  const [x, y] = [s.x(p.at), s.floor(p.at) * 0.4 + s.ceiling(p.at) * 0.6];
  return (
    <>
      <path d={`M${x} ${s.ceiling(p.at) + 8}V${s.floor(p.at) - 8}`} className="gap-line" />
      <text x={x + 6} y={y} transform={`rotate(-90 ${x + 6} ${y})`} textAnchor="middle" className="pin-label len">
        {p.label}
      </text>
    </>
  );
}

const said: Record<string, string> = { ready: "ready", "measure-first": "held: tape first", blocked: "stopped" };

function Wood({ d, s, selected, select }: { d: Drawing; s: Scale; selected?: string; select?: Props["select"] }) {
  const spans = d.pieces.filter((p) => p.kind === "header" || p.kind === "sill" || p.kind === "nogging");
  const uprights = d.pieces.filter((p) => !spans.includes(p) && p.kind !== "top-plate" && p.kind !== "bottom-plate");
  const plateTop = (p: DrawnPiece) => (p.kind === "top-plate" ? s.ceiling : (x: number) => s.floor(x) - 11);
  return (
    <g>
      {d.pieces
        .filter((p) => p.kind.endsWith("-plate"))
        .map((p) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: arrow keys go through plates too
          <path
            key={p.id}
            d={band(d, p.from, p.to, plateTop(p), (x) => plateTop(p)(x) + 11, s.x)}
            className={`wood ${p.kind} ${p.id === selected ? "chosen" : ""}`}
            onClick={() => select?.(p.id)}
          >
            <title>{`${p.id}, ${p.label}`}</title>
          </path>
        ))}
      {d.openings
        .filter((o) => o.known)
        .map((o) => {
          const middle = (o.from + o.to) / 2;
          // a window's stands in its light, a door's over the floor
          const under = o.kind === "window" ? s.y(middle, o.sill) : s.floor(middle);
          const y = (s.y(middle, o.head) + under) / 2 - (o.kind === "window" ? 22 : 0);
          return (
            <text key={o.id} x={s.x(middle)} y={y} textAnchor="middle" className="opening-label">
              <tspan className="note">{o.id} rough</tspan>
              {(s.x(o.to) - s.x(o.from) < 190 ? o.label.split(/(?<=×) /) : [o.label]).map((row) => (
                <tspan key={row} x={s.x(middle)} dy={25} className="len">
                  {row}
                </tspan>
              ))}
            </text>
          );
        })}
      {spans
        .filter((p) => p.foot !== 0 || p.head !== 0)
        .map((p) => {
          return (
            <Piece
              key={p.id}
              p={p}
              x={s.x(p.from)}
              w={s.x(p.to) - s.x(p.from)}
              y={lying(p, s).top}
              h={lying(p, s).bottom - lying(p, s).top}
              selected={selected}
              select={select}
            />
          );
        })}
      {uprights.map((p, i) => {
        const middle = (p.from + p.to) / 2;
        const short = p.kind === "jack" || p.kind === "cripple" || p.kind === "under-sill";
        // what carries a header or stands on it meets it as it is drawn
        const header = spans.find((h) => h.kind === "header" && h.from <= p.from + 1 && h.to >= p.to - 1);
        const meets = header && lying(header, s);
        const y1 =
          p.known && p.kind === "jack" && meets
            ? meets.bottom
            : p.known && short && p.kind !== "cripple"
              ? s.y(middle, p.head)
              : s.ceiling(middle) + 11;
        const y2 = p.kind === "cripple" && meets ? meets.top : s.floor(middle) - 11;
        if (!p.known && short) return null;
        return (
          <Upright
            key={p.id}
            p={p}
            x={s.x(p.from)}
            w={s.x(p.to) - s.x(p.from)}
            y={y1}
            h={Math.max(2, y2 - y1)}
            before={uprights[i - 1]}
            after={uprights[i + 1]}
            s={s}
            selected={selected}
            select={select}
            door={d.openings}
          />
        );
      })}
    </g>
  );
}

/** A span is level: it is drawn so, at the height of its middle. */
function lying(p: DrawnPiece, s: Scale) {
  const middle = (p.from + p.to) / 2;
  const bottom = s.y(middle, p.foot);
  return { bottom, top: Math.min(s.y(middle, p.head), bottom - 8) };
}

interface Drawn {
  p: DrawnPiece;
  x: number;
  y: number;
  w: number;
  h: number;
  selected?: string;
  select?: (id: string) => void;
}

function Piece({ p, x, y, w, h, selected, select }: Drawn) {
  const choose = () => select?.(p.id);
  const word = useWord();
  const keys = getHotkeyHandler([
    ["Enter", choose],
    ["Space", choose],
  ]);
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button can't stand in an SVG
    <g
      role="button"
      tabIndex={0}
      aria-label={`${p.id} ${word(p.kind)} ${p.label || "no length yet"}, ${said[p.state]}`}
      aria-pressed={p.id === selected}
      onClick={choose}
      onKeyDown={(e) => keys(e.nativeEvent)}
      className="piece"
      data-member={p.id}
      data-state={p.state}
    >
      <rect x={x - 14} y={y} width={w + 28} height={h} fill="transparent" />
      <rect x={x} y={y} width={w} height={h} className={`wood ${p.state} ${p.id === selected ? "chosen" : ""}`} />
    </g>
  );
}

/** An upright with its length up its face; close neighbours write to the far side, a crowded king into its opening. */
function Upright({
  before,
  after,
  s,
  door,
  ...drawn
}: Drawn & { before?: DrawnPiece; after?: DrawnPiece; s: Scale; door: Drawing["openings"] }) {
  const { p, x, y, w, h } = drawn;
  const near = (a?: DrawnPiece, b?: DrawnPiece) => a !== undefined && b !== undefined && s.x(b.from) - s.x(a.to) < 26;
  const opening = door.find((o) => p.from >= o.from - 160 && p.to <= o.to + 160);
  const leftOfDoor = opening !== undefined && p.to <= (opening.from + opening.to) / 2;
  const crowded = p.kind === "king" && (leftOfDoor ? near(before, p) : near(p, after));
  const right = p.kind === "jack" ? leftOfDoor : p.kind === "king" ? crowded === leftOfDoor : near(before, p);
  const inside = { from: s.x(opening?.from ?? 0), to: s.x(opening?.to ?? 0) };
  const text = p.state === "measure-first" ? "tape first" : p.state === "blocked" ? "stopped" : p.label;
  const over = crowded && opening ? (leftOfDoor ? s.x(opening.from) - x - w : x - s.x(opening.to)) : 0;
  // beside a window a jack's length stands in the light, clear of what is below the sill and of a crowded king's
  const light = opening?.kind === "window" && p.kind === "jack" ? 26 : 0;
  const middle = (p.from + p.to) / 2;
  const place = {
    x: right ? x + w + over + 19 + light : x - over - 6 - light,
    y: light
      ? (s.y(middle, opening?.head ?? 0) + s.y(middle, opening?.sill ?? 0)) / 2
      : y + h * (p.kind === "jack" ? 0.8 : !crowded ? 0.56 : opening?.kind === "window" ? 0.36 : 0.44),
  };
  return (
    <g>
      <Piece {...drawn} />
      {p.kind === "cripple" ? (
        <text
          x={Math.min(Math.max(x + w / 2, inside.from + 32), inside.to - 32)}
          y={y + h + 36}
          textAnchor="middle"
          className={`length len ${p.state}`}
        >
          {p.label}
        </text>
      ) : (
        <text
          x={place.x}
          y={place.y}
          transform={`rotate(-90 ${place.x} ${place.y})`}
          textAnchor="middle"
          className={`length len ${p.state}`}
        >
          {crowded ? `king ${text}` : text}
        </text>
      )}
    </g>
  );
}
