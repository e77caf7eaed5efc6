import { getHotkeyHandler } from "@mantine/hooks";
import type { Drawing, DrawnPiece } from "../api/client";
import { useWord } from "../app/words";
import { betweenKinds } from "./layers";
import { type Box, type Place, places, room, size, type Wanted } from "./lengths";
import { along, band, type Scale } from "./scale";

interface Props {
  d: Drawing;
  s: Scale;
  selected?: string;
  select?: (member: string) => void;
  /** Whether what lies between the studs is drawn. */
  between?: boolean;
}

/** A piece with the room it takes in the picture. */
export interface Laid {
  p: DrawnPiece;
  box: Box;
  /** of one that is cut to a slope: how its head lies, from its left side to its right */
  head?: [number, number];
}

const onTop = (kind: string) => kind === "top-plate" || kind === "cap";
const isPlate = (kind: string) => kind.endsWith("-plate") || kind === "cap";

const said: Record<string, string> = { ready: "ready", "measure-first": "held: tape first", blocked: "stopped" };
const short = ["jack", "cripple", "under-sill", "short-stud", "high-stud", "short-cripple"];

/** A span is level: it is drawn so, at the height of its middle. */
function lying(p: DrawnPiece, s: Scale) {
  const middle = (p.from + p.to) / 2;
  const bottom = s.y(middle, p.foot);
  return { bottom, top: Math.min(s.y(middle, p.head), bottom - 8) };
}

/** A beam lies tight under the head plate. */
export function beamBox(d: Drawing, s: Scale, b: NonNullable<Drawing["beams"]>[number]) {
  const middle = (b.from + b.to) / 2;
  const under = s.ceiling(middle) + 11;
  const high = Math.max(10, s.y(middle, along(d, middle, "ceiling") - d.top - b.depth) - under);
  const top = (x: number) => s.ceiling(x) + 11;
  return { top, bottom: (x: number) => top(x) + high };
}

/** Where each piece between the plates lies in the picture. */
export function laid(d: Drawing, s: Scale): { spans: Laid[]; uprights: Laid[] } {
  const wide = (p: DrawnPiece) => ({ x: s.x(p.from), w: s.x(p.to) - s.x(p.from) });
  const isSpan = (p: DrawnPiece) =>
    p.kind === "header" ||
    p.kind === "sill" ||
    p.kind === "fill" ||
    p.kind === "cross-piece" ||
    p.kind === "tab-track" ||
    p.kind === "bridging" ||
    betweenKinds.includes(p.kind);
  const spans = d.pieces
    .filter((p) => isSpan(p) && (p.foot !== 0 || p.head !== 0))
    .map((p) => ({ p, box: { ...wide(p), y: lying(p, s).top, h: lying(p, s).bottom - lying(p, s).top } }));
  const uprights = d.pieces
    .filter((p) => !isSpan(p) && !isPlate(p.kind) && (p.known || !short.includes(p.kind)))
    .map((p) => {
      const middle = (p.from + p.to) / 2;
      // what carries a header or stands on it meets it as it is drawn
      const meets = spans.find(
        (h) => (h.p.kind === "header" || h.p.kind === "tab-track") && h.p.from <= p.from + 1 && h.p.to >= p.to - 1,
      )?.box;
      const beam = d.beams?.find((b) => b.from < middle && b.to > middle);
      let top = beam ? beamBox(d, s, beam).bottom(middle) : s.ceiling(middle) + 11;
      // over or under what comes through, they meet the piece that lies there
      const crosses = spans.filter((x) => x.p.kind === "cross-piece" && x.p.from <= p.from + 1 && x.p.to >= p.to - 1);
      const under = crosses.find((x) => Math.abs(x.p.foot - p.head) < 2)?.box;
      const over = crosses.find((x) => Math.abs(x.p.head - p.foot) < 2)?.box;
      if ((p.kind === "short-stud" || p.kind === "short-cripple") && under) top = under.y + under.h;
      else if (p.kind === "jack" && meets) top = meets.y + meets.h;
      else if (p.kind === "jack" || p.kind === "under-sill") top = s.y(middle, p.head);
      const onHeader = p.kind === "cripple" || p.kind === "short-cripple";
      let foot = onHeader && meets ? meets.y : p.kind === "high-stud" && over ? over.y : s.floor(middle) - 11;
      if (p.kind === "post" && p.known) foot = s.floor(middle) + s.down(along(d, middle, "floor") - p.foot);
      if (p.kind === "brace") [foot, top] = [s.ceiling(middle), s.ceiling(middle) - 26];
      const sloped = p.slope !== undefined && d.tops && !short.includes(p.kind) && p.kind !== "brace";
      if (sloped) {
        const head: [number, number] = [s.ceiling(p.from + 0.1) + 11, s.ceiling(p.to - 0.1) + 11];
        top = Math.min(...head);
        return { p, head, box: { ...wide(p), y: top, h: Math.max(2, foot - top) } };
      }
      return { p, box: { ...wide(p), y: top, h: Math.max(2, foot - top) } };
    });
  for (const u of uprights) if (u.p.kind === "track") u.box = { ...u.box, x: u.box.x + u.box.w * 0.3, w: u.box.w * 0.4 };
  return { spans, uprights };
}

/** An opening's rough size in its light, row by row, with the room that it takes. */
export function roughSizes(d: Drawing, s: Scale) {
  return d.openings
    .filter((o) => o.known)
    .map((o) => {
      const middle = (o.from + o.to) / 2;
      // a window's stands in its light, a door's over the floor
      const under = o.sits ? s.y(middle, o.sill) : s.floor(middle);
      const y = (s.y(middle, o.head) + under) / 2 - (o.sits ? 12 : 0);
      const rows = s.x(o.to) - s.x(o.from) < 190 ? o.label.split(/(?<=×) /) : [o.label];
      const w = Math.max(`${o.id} rough`.length * 7.5, ...rows.map((r) => room(r, { x: 0, y: 0 }, true).w));
      return { id: o.id, x: s.x(middle), y, rows, box: { x: s.x(middle) - w / 2, y: y - 16, w, h: 20 + 25 * rows.length } };
    });
}

/** What stands by a piece. A short one that is held has no room for words: it is drawn open. */
function written(p: DrawnPiece): string {
  if (p.kind === "track") return ""; // as its jamb
  if (p.state === "ready") return p.label;
  if (p.kind === "cripple") return "";
  return p.state === "blocked" ? "stopped" : "tape first";
}

/** Where the length of each upright is written; a jack's stands in its opening, a king's outside. */
export function lengthPlaces(d: Drawing, s: Scale, uprights: Laid[]): Map<string, Place> {
  const wanted = uprights
    .filter(({ p }) => written(p) !== "")
    .map(({ p, box: b }): Wanted => {
      const o = d.openings.find((one) => p.from >= one.from - 160 && p.to <= one.to + 160);
      const own = { id: p.id, text: written(p), wood: b };
      if (p.kind === "cripple") {
        const half = room(own.text, b, true).w / 2;
        const [from, to] = o ? [s.x(o.from) + half, s.x(o.to) - half] : [0, s.width];
        const x = Math.max(Math.min(b.x + b.w / 2, to), Math.min(from, to));
        return { ...own, level: true, best: { x, y: b.y + b.h + 29 } };
      }
      const leftOfDoor = o !== undefined && p.to <= (o.from + o.to) / 2;
      const right = o && (p.kind === "jack" ? leftOfDoor : p.kind === "king" && !leftOfDoor);
      return {
        ...own,
        best: { x: right ? b.x + b.w + 13.5 : b.x - 13.5, y: b.y + b.h * (p.kind === "jack" ? 0.8 : 0.56) },
      };
    });
  const taken = roughSizes(d, s).map((r) => r.box);
  return places(wanted, taken, { x: 0, y: 0, w: s.width, h: s.height });
}

/** The wood of a wall with its lengths, seen from its side. */
export function Wood({ d, s, selected, select, between = true }: Props) {
  const plateTop = (p: DrawnPiece) => (onTop(p.kind) ? s.ceiling : (x: number) => s.floor(x) - 11);
  const { spans, uprights } = laid(d, s);
  const at = lengthPlaces(d, s, uprights);
  return (
    <g>
      {d.pieces
        .filter((p) => isPlate(p.kind))
        .map((p) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: arrow keys go through plates too
          <path
            key={p.id}
            d={band(d, p.from, p.to, plateTop(p), (x) => plateTop(p)(x) + 11, s.x)}
            className={`wood ${p.steel ? "steel" : p.kind} ${p.id === selected ? "chosen" : ""}`}
            onClick={() => select?.(p.id)}
          >
            <title>{`${p.id}, ${p.label}`}</title>
          </path>
        ))}
      {roughSizes(d, s).map((r) => (
        <text key={r.id} x={r.x} y={r.y} textAnchor="middle" className="opening-label">
          <tspan className="note">{r.id} rough</tspan>
          {r.rows.map((row) => (
            <tspan key={row} x={r.x} dy={25} className="len">
              {row}
            </tspan>
          ))}
        </text>
      ))}
      {[...spans.filter((one) => between || !betweenKinds.includes(one.p.kind)), ...uprights].map((one) => (
        <Piece key={one.p.id} {...one} selected={selected} select={select} />
      ))}
      {uprights.map((one) => (
        <Length key={one.p.id} {...one} at={at.get(one.p.id)} />
      ))}
    </g>
  );
}

function Piece({ p, box, head, selected, select }: Laid & Pick<Props, "selected" | "select">) {
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
      <rect x={box.x - 14} y={box.y} width={box.w + 28} height={box.h} fill="transparent" />
      {head ? (
        <path
          d={`M${box.x} ${head[0]}L${box.x + box.w} ${head[1]}V${box.y + box.h}H${box.x}Z`}
          className={`wood ${p.steel ? "steel" : ""} ${p.state} ${p.id === selected ? "chosen" : ""}`}
        />
      ) : (
        <rect
          x={box.x}
          y={box.y}
          width={box.w}
          height={box.h}
          className={`wood ${p.steel ? "steel" : ""} ${p.state} ${p.id === selected ? "chosen" : ""}`}
        />
      )}
    </g>
  );
}

/** A length where it found room, with a leader where that is not beside its piece. */
function Length({ p, box, at }: Laid & { at?: Place }) {
  if (!at) return null;
  const baseline = size * 0.36;
  const level = p.kind === "cripple";
  const edge = at.x < box.x ? box.x : box.x + box.w;
  const toEdge = at.x < box.x ? at.x + size / 2 : at.x - size / 2;
  return (
    <g pointerEvents="none">
      {at.far && (
        <path
          className="leader"
          d={level ? `M${box.x + box.w / 2} ${box.y + box.h}V${at.y - size / 2}` : `M${edge} ${at.y}H${toEdge}`}
        />
      )}
      <text
        x={level ? at.x : at.x + baseline}
        y={level ? at.y + baseline : at.y}
        transform={level ? undefined : `rotate(-90 ${at.x + baseline} ${at.y})`}
        textAnchor="middle"
        className={`length len ${p.state}`}
      >
        {written(p)}
      </text>
    </g>
  );
}
