import { Checkbox } from "@mantine/core";
import type { PlanWall, Schedule } from "../../api/client";
import { Said } from "../../drawing/Len";
import { Lines } from "./Lines";
import { useSchedule } from "./useSchedule";

type Carried = NonNullable<PlanWall["raising"]>["route"][number];
type Passage = Carried["through"][number];
type Pass = NonNullable<Schedule["route"]>[number];

const says = (p: Pass) =>
  p.what === "stub"
    ? `${p.name || "stub"}: ${p.height} high, ${p.over} under what is over it`
    : p.what === "turn"
      ? `${p.name || "turn"}: from ${p.width} into ${p.after}${p.height ? `, ${p.height} high` : ""}`
      : `${p.name || "door"}: ${p.width} wide, ${p.height} high`;

/** The way in: what is tight on it, and whether what is carried gets through. */
export function Route({ wall }: { wall: PlanWall }) {
  const { schedule, put } = useSchedule();
  const carried = wall.raising?.route ?? [];
  return (
    <section aria-label="The way in" className="route">
      {carried.map((c) => (
        <div key={c.what}>
          <h3>
            {c.said}: <span className={c.fits ? "is-ready" : "is-stop"}>{c.fits ? "gets in" : "doesn't get in"}</span>
          </h3>
          {c.text && (
            <p className="is-stop">
              <Said text={c.text} />
            </p>
          )}
          <ol className="passages">
            {c.through.map((p, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two may be alike
              <li key={i}>
                <Through p={p} c={c} />
                <span className={p.fits ? "" : "is-stop"}>
                  <Said text={p.text} />
                </span>
              </li>
            ))}
          </ol>
        </div>
      ))}
      <div className="no-print">
        <Checkbox
          size="md"
          label="The ceiling is finished and stays: nothing is proposed that might touch it"
          checked={schedule.spareCeiling ?? false}
          onChange={(e) => put({ spareCeiling: e.currentTarget.checked || undefined })}
        />
        <Lines
          title="The way in"
          about="Doors, turns and stubs that wood and frames come by, in order. Lengths as on a tape: 32 in, 2 m."
          all={schedule.route}
          said={says}
          put={(route) => put({ route })}
          add="It is on the way"
          whole={(x) => x as Pass}
          fields={[
            {
              name: "what",
              label: "What",
              kind: "choice",
              choices: [
                ["door", "door, narrow place"],
                ["turn", "turn"],
                ["stub", "stub to step over"],
              ],
            },
            { name: "name", label: "Which", kind: "text" },
            { name: "width", label: "Clear width", kind: "length" },
            { name: "height", label: "Height", kind: "length" },
            { name: "after", label: "After a turn, width", kind: "length" },
            { name: "over", label: "Over a stub, to what is over it", kind: "length" },
          ]}
        />
      </div>
    </section>
  );
}

/** One tight place with what goes through it: a door from the front, a turn from above, a stub from the side. */
function Through({ p, c }: { p: Passage; c: Carried }) {
  const look = p.fits ? "pass-load" : "pass-load shut";
  if (p.what === "turn") {
    const size = Math.max(p.width, p.after) * 2.2;
    const turn = (p.turn * Math.PI) / 180;
    const long = Math.min(c.along, size * 1.2);
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)];
    const at = (u: number, d: number) => `${(long * cos - u * cos + d * sin).toFixed(0)},${(u * sin + d * cos).toFixed(0)}`;
    return (
      <svg viewBox={`-60 -60 ${size + 60} ${size + 60}`} className="pass" aria-hidden="true">
        <path d={`M0 ${size}V0H${size}M${p.after} ${size}V${p.width}H${size}`} className="pass-wall" />
        <polygon points={[at(0, 0), at(long, 0), at(long, p.side), at(0, p.side)].join(" ")} className={look} />
      </svg>
    );
  }
  if (p.what === "stub") {
    const up = Math.min(c.upright, c.along);
    const wide = Math.max(p.over, 1);
    return (
      <svg viewBox={`-60 -60 ${wide + 120} ${p.over + 120}`} className="pass" aria-hidden="true">
        <path d={`M-60 0H${wide + 60}M-60 ${p.over}H${wide + 60}`} className="pass-wall" />
        <rect x={wide / 2 - 60} y={p.over - p.height} width={120} height={p.height} className="pass-solid" />
        <rect x={wide * 0.1} y={p.over - p.height - up} width={wide * 0.8} height={up} className={look} />
      </svg>
    );
  }
  const lean = (p.lean * Math.PI) / 180;
  const [cos, sin] = [Math.cos(lean), Math.sin(lean)];
  // from the front, standing on its lower corner
  const at = (d: number, h: number) =>
    `${(d * cos + h * sin).toFixed(0)},${(p.height - (h * cos - d * sin) - c.thick * sin).toFixed(0)}`;
  const room = Math.max(p.width, p.side);
  return (
    <svg viewBox={`-90 -90 ${room + 180} ${p.height + 150}`} className="pass" aria-hidden="true">
      <path d={`M0 ${p.height}V0H${p.width}V${p.height}M-90 ${p.height}H${room + 90}`} className="pass-wall" />
      <polygon points={[at(0, 0), at(c.thick, 0), at(c.thick, c.upright), at(0, c.upright)].join(" ")} className={look} />
    </svg>
  );
}
