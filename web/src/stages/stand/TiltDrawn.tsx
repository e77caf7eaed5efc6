import { Slider } from "@mantine/core";
import { IconPlayerPause, IconPlayerPlay } from "@tabler/icons-react";
import { useEffect, useState } from "react";
import type { PlanWall } from "../../api/client";
import { Len, Said } from "../../drawing/Len";
import { bare } from "../../entry/bare";

type Tilt = NonNullable<PlanWall["raising"]>["tilt"][number];

const looks = { yes: "is-ready", no: "is-stop", unsure: "is-held" } as const;
const said = { yes: "It clears", no: "It jams", unsure: "It can't be said" } as const;

/** A wall turned up from one side, seen along it where it is tightest: it can be stopped anywhere. */
export function TiltDrawn({ tilt: t }: { tilt: Tilt }) {
  const tight = t.tightest?.angle ?? 90;
  const [angle, setAngle] = useState(tight);
  const [going, setGoing] = useState(false);
  useEffect(() => {
    if (!going) return;
    const step = setInterval(() => setAngle((a) => (a >= 90 ? 0 : Math.min(90, a + 1.5))), 40);
    return () => clearInterval(step);
  }, [going]);
  const s = t.section;
  const blocked = (t.blocked ?? []).length > 0;
  return (
    <figure className="tilt">
      <figcaption>
        <b>From the {t.side}:</b>{" "}
        <b className={blocked ? "is-stop" : looks[t.clears]}>{blocked ? "no room to lie down" : said[t.clears]}</b>
        <div>
          <Said text={t.text} />
        </div>
        {t.how.map((text) => (
          <div key={text} className="quiet">
            <Said text={text} />
          </div>
        ))}
      </figcaption>
      {s && (
        <>
          <Swept
            section={s}
            angle={angle}
            mirrored={t.side === "right"}
            tight={Math.abs(angle - tight) < 1}
            jams={t.clears === "no"}
          />
          <LeftOver tilt={t} angle={angle} />
          <div className="tilt-hand no-print">
            <button type="button" aria-label={going ? "Stop it" : "Turn it up"} onClick={() => setGoing(!going)}>
              {going ? <IconPlayerPause size={22} /> : <IconPlayerPlay size={22} />}
            </button>
            <Slider
              thumbLabel={`How far it is up, from the ${t.side}`}
              min={0}
              max={90}
              step={0.5}
              value={angle}
              onChange={(a) => {
                setGoing(false);
                setAngle(a);
              }}
              label={(a) => `${a}°`}
              marks={[{ value: tight }]}
            />
          </div>
        </>
      )}
    </figure>
  );
}

/** What is left over the frame at the angle nearest to where it is drawn. */
function LeftOver({ tilt: t, angle }: { tilt: Tilt; angle: number }) {
  const all = t.angles ?? [];
  const first = all[0];
  if (!first) return null;
  const at = all.reduce((best, a) => (Math.abs(a.up - angle) < Math.abs(best.up - angle) ? a : best), first);
  return (
    <details className="tilt-left">
      <summary>
        At {at.up}° <Len text={bare(at.clearance)} /> is left over it
      </summary>
      <ol>
        {all.map((a) => (
          <li key={a.up} className={a.up === at.up ? "here" : ""}>
            {a.up}° <Len text={bare(a.clearance)} />
          </li>
        ))}
      </ol>
    </details>
  );
}

function Swept({
  section: s,
  angle,
  mirrored,
  tight,
  jams,
}: {
  section: NonNullable<Tilt["section"]>;
  angle: number;
  mirrored: boolean;
  tight: boolean;
  jams: boolean;
}) {
  const turn = (angle * Math.PI) / 180;
  const place = (h: number, d: number) =>
    [h * Math.cos(turn) - d * Math.sin(turn), h * Math.sin(turn) + d * Math.cos(turn)] as const;
  const up = Math.max(...s.ceiling.map((p) => p.up), s.high) + 120;
  const from = -Math.max(400, s.deep * 3);
  const wide = s.high * 1.08 - from;
  // out is drawn to the left where it lies on the left
  const x = (u: number) => (mirrored ? u - from : s.high * 1.08 - u);
  const y = (v: number) => up - v;
  const frame = [place(0, 0), place(s.high, 0), place(s.high, s.deep), place(0, s.deep)];
  const reach = Math.hypot(s.high, s.deep);
  const arc = Array.from({ length: 46 }, (_, i) => {
    const a = (i / 45) * (Math.PI / 2) + Math.atan2(s.deep, s.high);
    return `${x(reach * Math.cos(a)).toFixed(0)},${y(reach * Math.sin(a)).toFixed(0)}`;
  });
  return (
    <svg viewBox={`-20 -20 ${wide + 40} ${up + 60}`} role="img" aria-label={`Turned up ${angle.toFixed(0)} degrees`}>
      <path d={`M${s.ceiling.map((p) => `${x(p.out).toFixed(0)} ${y(p.up).toFixed(0)}`).join("L")}`} className="tilt-ceiling" />
      {s.boxes.map((b) => {
        const { from: a, to: c, under } = b;
        return (
          <rect
            key={`${a} ${c} ${under}`}
            x={Math.min(x(a), x(c))}
            y={-20}
            width={Math.abs(x(c) - x(a))}
            height={Math.max(0, y(under) + 20)}
            className="tilt-box"
          />
        );
      })}
      <path d={`M-20 ${y(0)}H${wide + 20}`} className="tilt-floor" />
      <polyline points={arc.join(" ")} className="tilt-arc" />
      <polygon
        points={frame.map(([u, v]) => `${x(u).toFixed(1)},${y(v).toFixed(1)}`).join(" ")}
        className={tight && jams ? "tilt-frame jams" : "tilt-frame"}
      />
      <circle cx={x(s.at.out)} cy={y(s.at.up)} r="34" className={jams ? "tilt-at jams" : "tilt-at"} />
    </svg>
  );
}
