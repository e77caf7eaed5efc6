import { useElementSize } from "@mantine/hooks";
import type { Drawing, PlanBody } from "../api/client";
import { kinds, Term, useWord } from "../app/words";
import { Said } from "./Len";
import "./drawing.css";

type Marks = PlanBody["plan"]["walls"][number]["marks"];

interface Props {
  drawing: Drawing;
  marks: Marks;
  selected?: string;
  select: (member: string) => void;
  /** Another layout, drawn over this one, and what its marks go by. */
  beside?: NonNullable<Drawing["layouts"]>[number];
  besideSaid?: string;
}

/** The sign a kind has on the plates. */
export function Sign({ kind, x, y, w }: { kind: string; x: number; y: number; w: number }) {
  const c = x + w / 2;
  const r = Math.max(4, Math.min(6, w / 2));
  switch (kinds[kind]?.sign) {
    case "bridge":
      return <path d={`M${c - r} ${y - 7}V${y + 7}M${c + r} ${y - 7}V${y + 7}M${c - r} ${y}H${c + r}`} className="sign" />;
    case "peak":
      return <path d={`M${c} ${y - 7}L${c + r} ${y + 6}H${c - r}Z`} className="sign" />;
    case "box":
      return <path d={`M${c - r} ${y - 6}H${c + r}V${y + 6}H${c - r}Z`} className="sign" />;
    case "tee":
      return <path d={`M${c - r} ${y - 7}H${c + r}M${c} ${y - 7}V${y + 7}`} className="sign" />;
    case "hang":
      return <path d={`M${c - r} ${y + 7}H${c + r}M${c} ${y + 7}V${y - 7}`} className="sign" />;
    case "through":
      return <path d={`M${c} ${y - 7}V${y + 7}M${c - r} ${y + 1}L${c} ${y + 7}L${c + r} ${y + 1}`} className="sign" />;
    case "ring":
      return <circle cx={c} cy={y} r={r} className="sign" />;
  }
  return <path d={`M${c - r} ${y - 7}L${c + r} ${y + 7}M${c + r} ${y - 7}L${c - r} ${y + 7}`} className="sign" />;
}

/** The marks whose numbers find room beside each other: what stands close to one that is written is in its title. */
function labels<M extends { hook?: string }>(all: M[], x: (m: M) => number) {
  const out: { mark: M; at: number }[] = [];
  for (const mark of [...all].sort((a, b) => x(a) - x(b))) {
    const at = x(mark);
    if (at - (out.at(-1)?.at ?? Number.NEGATIVE_INFINITY) >= 15) out.push({ mark, at });
  }
  return out;
}

/** A mark of a top plate that lies along a slope: it is read along that. */
const alongTop = (m: Marks[number]) => m.plates.length === 1 && m.plates[0] === "top";

/** The two plates side by side as they lie on the floor, and the tape along them. */
export function Plates({ drawing: d, marks, selected, select, beside, besideSaid }: Props) {
  const word = useWord();
  const { ref, width } = useElementSize();
  const wide = Math.max(width || 320, 320, (d.length / 25.4) * 4.6);
  const [left, right] = [62, 46];
  const x = (s: number) => left + (s * (wide - left - right)) / d.length;
  const by = Object.fromEntries(d.pieces.map((p) => [p.id, p]));
  const down = beside ? 44 : 0;
  const chosen = selected ? by[selected] : undefined;
  const written = labels(
    marks.filter((m) => by[m.member] && !alongTop(m)),
    (m) => x(((by[m.member]?.from ?? 0) + (by[m.member]?.to ?? 0)) / 2),
  );
  const tapeAt = 72 + 62 + down; // under the marks' own numbers
  const rows = [
    { name: "top", kind: "top-plate", y: 4 + down },
    { name: "bottom", kind: "bottom-plate", y: 36 + down },
  ];
  const sets = { ahead: "wood ahead of every mark", centre: "every mark is a centre", back: "wood behind every mark" };
  const set = marks[0]?.set ?? "ahead";
  const first = marks.find((m) => m.hook)?.hook;
  const signed = Object.keys(kinds).filter((k) => kinds[k]?.sign && marks.some((m) => by[m.member]?.kind === k));
  const majors = d.tape.filter((t) => t.major);
  const every = Math.max(1, Math.ceil(34 / Math.max(1, Math.abs(x(majors[1]?.at ?? d.length) - x(majors[0]?.at ?? 0)))));
  return (
    <div ref={ref} className="section-frame">
      <svg
        width={wide}
        height={170 + down}
        viewBox={`0 0 ${wide} ${170 + down}`}
        aria-label={`Plates of wall ${d.wall} with their marks`}
        className="section"
      >
        {beside && (
          <g>
            <text x={left - 6} y={22} textAnchor="end" className="note">
              or
            </text>
            <rect x={x(0)} y={4} width={x(d.length) - x(0)} height={26} className="wood bottom-plate" />
            {beside.stands.map((p) => (
              <g key={p.kind + p.from} className={p.new ? "is-new" : ""}>
                {p.new && <rect x={x(p.from)} y={2} width={x(p.to) - x(p.from)} height={34} className="new-mark" />}
                <Sign kind={p.kind} x={x(p.from)} y={17} w={x(p.to) - x(p.from)} />
              </g>
            ))}
          </g>
        )}
        {rows.map((r) => (
          <g key={r.name}>
            <text x={left - 6} y={r.y + 18} textAnchor="end" className="note">
              {word(r.kind).replace(" plate", "")}
            </text>
            {d.pieces
              .filter((p) => p.kind === r.kind || (r.name === "top" && p.kind === "cap"))
              .map((p) => (
                // biome-ignore lint/a11y/noStaticElementInteractions: the section above does the same by keyboard
                <rect
                  key={p.id}
                  x={x(p.from)}
                  y={r.y}
                  width={x(p.to) - x(p.from)}
                  height={26}
                  className={`wood ${p.steel ? "steel" : p.kind} ${p.id === selected ? "chosen" : ""}`}
                  onClick={() => select(p.id)}
                />
              ))}
            {marks
              .filter((m) => m.plates.includes(r.name))
              .map((m) => {
                const p = by[m.member];
                if (!p) return null;
                const [a, w] = [x(p.from), x(p.to) - x(p.from)];
                const line = m.set === "centre" ? a + w / 2 : (d.hook === "end") === (m.set === "ahead") ? a + w : a;
                return (
                  // biome-ignore lint/a11y/noStaticElementInteractions: the section above does the same by keyboard
                  <g
                    key={m.member}
                    onClick={() => select(m.member)}
                    className={`mark ${m.member === selected ? "chosen-mark" : ""}`}
                  >
                    <title>{`${m.member}: ${p.near} to ${p.back}`}</title>
                    <rect x={a} y={r.y} width={w} height={26} fill="transparent" />
                    <path d={`M${line} ${r.y}v26`} className="sign" />
                    <Sign kind={p.kind} x={a} y={r.y + 13} w={w} />
                  </g>
                );
              })}
          </g>
        ))}
        {d.openings
          .filter((o) => o.sawn)
          .map((o) => (
            <path key={o.id} d={`M${x(o.from)} ${36 + down}v26M${x(o.to)} ${36 + down}v26`} className="saw-line" />
          ))}
        {d.openings
          .filter((o) => o.sawn && x(o.to) - x(o.from) > 130)
          .map((o) => (
            <text key={o.id} x={(x(o.from) + x(o.to)) / 2} y={54 + down} textAnchor="middle" className="note">
              sawn out after it stands
            </text>
          ))}
        {written.map(({ mark: m, at }) => (
          // biome-ignore lint/a11y/noStaticElementInteractions: the section above does the same by keyboard
          <g key={m.member} onClick={() => select(m.member)} className={m.member === selected ? "chosen-mark" : ""}>
            <path d={`M${at} ${64 + down}v5`} className="tick" />
            <text
              x={at + 5}
              y={72 + down}
              transform={`rotate(90 ${at - 4.5} ${72 + down})`}
              className={`mark-number len ${m.member === selected ? "is-chosen" : ""}`}
            >
              {by[m.member]?.tape}
            </text>
          </g>
        ))}
        <rect x={x(0)} y={tapeAt} width={x(d.length) - x(0)} height={30} className="tape" />
        {d.tape.map((t) => (
          <path key={t.at} d={`M${x(t.at)} ${tapeAt}v${t.major ? 13 : 6}`} className="tick" />
        ))}
        {majors
          .filter((_, i) => i % every === every - 1 || every === 1)
          .map((t) => (
            <text key={t.at} x={x(t.at)} y={tapeAt + 27} textAnchor="middle" className="tape-number">
              {t.label}
            </text>
          ))}
        <path d={d.hook === "end" ? `M${x(d.length) + 4} ${tapeAt - 4}v38` : `M${x(0) - 4} ${tapeAt - 4}v38`} className="hook" />
      </svg>
      <p className="tape-note quiet">
        {d.hook === "start" && "→ "}
        tape hooked on the {d.ends[d.hook === "end" ? 1 : 0]}
        {first && `, then on the mark of ${first}`} · {d.by && <Said text={`marks by ${d.by} · `} />}
        {sets[set]}
        {d.hook === "end" && " ←"}
      </p>
      {chosen && (
        <p className="tape-note">
          <b>{selected}</b>: from <Said text={chosen.near} /> to <Said text={chosen.back} /> by the tape from the{" "}
          {d.ends[d.hook === "end" ? 1 : 0]}
        </p>
      )}
      {marks.some((m) => alongTop(m) && d.tops?.some((t) => t.kind === "raked")) && (
        <p className="tape-note">The {word("top-plate")} lies along the slope: its own marks, read along it, are on its map.</p>
      )}
      {beside && (
        <p className="tape-note">
          Over them, by <Said text={besideSaid ?? ""} />: what would stand elsewhere is marked.
        </p>
      )}
      <ul className="legend" aria-label="Signs on the plates">
        {signed.map((k) => (
          <li key={k}>
            <svg width="20" height="20" aria-hidden="true">
              <Sign kind={k} x={3} y={10} w={14} />
            </svg>
            <Term of={k} />
          </li>
        ))}
        <li>
          <svg width="20" height="20" aria-hidden="true">
            <circle cx="10" cy="10" r="5" className="pin" />
          </svg>
          floor or ceiling reading
        </li>
        <li>
          <svg width="20" height="20" aria-hidden="true">
            <rect x="5.5" y="5.5" width="9" height="9" transform="rotate(45 10 10)" className="pin" />
          </svg>
          gap reading
        </li>
      </ul>
    </div>
  );
}
