import { useElementSize } from "@mantine/hooks";
import type { ReactNode } from "react";
import type { Drawing } from "../api/client";
import { Across, Hung, Old } from "./Around";
import "./drawing.css";
import type { Layer } from "./layers";
import { along, band, type Scale, stretched } from "./scale";
import { beamBox, Wood } from "./Wood";

interface Props {
  drawing: Drawing;
  height: number;
  stretch: number;
  pieces?: boolean;
  selected?: string;
  select?: (member: string) => void;
  here?: number;
  pin?: (reading: string) => void;
  /** Layers that aren't shown. */
  hidden?: Layer[];
  /** what else is drawn over it */
  over?: (s: Scale) => ReactNode;
}

/** A stated height's line through the stations, as an SVG path. */
function line(d: Drawing, y: (s: number) => number, x: Scale["x"]): string {
  const at = d.surface.length ? d.surface.map((p) => p.at) : [0, d.length];
  return at.map((s, i) => `${i ? "L" : "M"}${x(s).toFixed(1)} ${y(s).toFixed(1)}`).join("");
}

/** What was not read, and is drawn all the same. */
function unread(d: Drawing): string {
  if (d.only === "floor") return "no ceiling read here yet: it is drawn level";
  if (d.only === "ceiling") return "no floor read here yet: it is drawn level";
  return "no height read here yet: floor and ceiling are drawn level";
}

/** The wall seen from its side: stations true, unevenness stretched. */
export function Section({ drawing: d, height, stretch, pieces = true, selected, select, here, pin, hidden = [], over }: Props) {
  const shows = (layer: Layer) => pieces && !hidden.includes(layer);
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
        {!d.hangs && <path d={band(d, 0, d.length, s.floor, () => height - 4, s.x)} fill="url(#earth)" />}
        {(d.crossed ?? []).map((j) => (
          <rect
            key={`${j.of}${j.from}`}
            x={s.x(j.from)}
            y={j.of === "ceiling" ? s.ceiling((j.from + j.to) / 2) - 14 : s.floor((j.from + j.to) / 2) + 2}
            width={Math.max(s.x(j.to) - s.x(j.from), 3)}
            height={d.tops ? Math.max(12, s.down(190)) : 12}
            className={j.exposed ? "joist-end bare" : "joist-end"}
          />
        ))}
        {(d.beams ?? []).map((b) => {
          const box = beamBox(d, s, b);
          const middle = (b.from + b.to) / 2;
          return (
            <g key={b.id}>
              <title>{b.said}</title>
              <path d={band(d, b.from, b.to, box.top, box.bottom, s.x)} className="beam-in" />
              <text x={s.x(middle)} y={(box.top(middle) + box.bottom(middle)) / 2 + 5} textAnchor="middle" className="note">
                beam {b.id}
              </text>
            </g>
          );
        })}
        {d.hangs && (
          <text x={s.width / 2} y={s.floor(d.length / 2) + 26} textAnchor="middle" className="note">
            it hangs: nothing under its foot
          </text>
        )}
        <path d={line(d, s.floor, s.x)} className={d.known || d.only === "floor" ? "surface" : "surface assumed"} />
        <path d={line(d, s.ceiling, s.x)} className={d.known || d.only === "ceiling" ? "surface" : "surface assumed"} />
        {!d.known && (
          <text x={s.width / 2} y={height * 0.34} textAnchor="middle" className="note">
            {unread(d)}
          </text>
        )}
        {d.levels && <Laser d={d} s={s} />}
        {(d.tops ?? []).map((t) => (
          <text
            key={t.from}
            x={s.x((t.from + t.to) / 2)}
            y={s.ceiling((t.from + t.to) / 2) - 34}
            textAnchor="middle"
            className="note"
          >
            {t.said}
          </text>
        ))}
        {pieces && <Old d={d} s={s} />}
        {shows("around") && <Across d={d} s={s} />}
        {shows("clear") && <KeptClear d={d} s={s} />}
        {shows("holes") && <NoNail d={d} s={s} />}
        {pieces && <Hung d={d} s={s} />}
        {pieces && <Wood d={d} s={s} between={shows("between")} selected={selected} select={select} />}
        {shows("holes") && <Bored d={d} s={s} />}
        {!hidden.includes("readings") && <Pins d={d} s={s} pin={pin} small={pieces} />}
        {!pieces && <Stations d={d} s={s} />}
        {here !== undefined && <path d={`M${s.x(here)} ${s.ceiling(here)}V${s.floor(here)}`} className="here" />}
        {over?.(s)}
      </svg>
    </div>
  );
}

/** Stretches that are kept clear of studs, from the floor to the ceiling where no heights are said. */
function KeptClear({ d, s }: { d: Drawing; s: Scale }) {
  return (
    <g>
      {(d.clear ?? []).map((c) => {
        const middle = (c.from + c.to) / 2;
        const floor = d.levels ? along(d, middle, "floor") : 0;
        const top = c.high > 0 ? s.y(middle, floor + c.high) : s.ceiling(middle) + 11;
        const foot = c.low > 0 ? s.y(middle, floor + c.low) : s.floor(middle) - 11;
        const x = s.x(c.from);
        return (
          <g key={`${c.from} ${c.what}`}>
            <title>{`kept clear: ${c.what}`}</title>
            <rect x={x} y={top} width={s.x(c.to) - x} height={Math.max(2, foot - top)} className="kept-clear" />
            <text x={s.x(middle)} y={Math.min(top + 18, foot - 4)} textAnchor="middle" className="note">
              {c.what.length * 7.5 < s.x(c.to) - x ? c.what : ""}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** Where nothing may be nailed or screwed in. */
function NoNail({ d, s }: { d: Drawing; s: Scale }) {
  return (
    <g>
      {(d.noNail ?? []).map((k) => {
        const floor = (x: number) => (k.level || !d.levels ? 0 : along(d, x, "floor"));
        const top = (x: number) => (k.head !== 0 ? s.y(x, floor(x) + k.head) : s.ceiling(x) + 11);
        const foot = (x: number) => (k.level || k.foot > 0 ? s.y(x, floor(x) + k.foot) : s.floor(x) - 11);
        return (
          <path key={`${k.from} ${k.what}`} d={band(d, k.from, k.to, top, foot, s.x)} className="no-drill">
            <title>{`no nails, no screws: ${k.what}`}</title>
          </path>
        );
      })}
    </g>
  );
}

/** Holes and notches of uprights: an open circle each, crossed where it is past the usual limits. */
function Bored({ d, s }: { d: Drawing; s: Scale }) {
  return (
    <g pointerEvents="none">
      {(d.holes ?? []).map((h) => {
        const [x, y] = [s.x(h.at), s.y(h.at, h.high)];
        return (
          <g key={`${h.member} ${h.high}`} className={h.over ? "hole over" : "hole"}>
            <circle cx={x} cy={y} r={5} />
            {h.over && <path d={`M${x - 9} ${y - 9}L${x + 9} ${y + 9}M${x + 9} ${y - 9}L${x - 9} ${y + 9}`} />}
          </g>
        );
      })}
    </g>
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
