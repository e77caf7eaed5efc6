import { NativeSelect } from "@mantine/core";
import { useState } from "react";
import type { Assess, Room } from "../../api/client";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Said } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Do, useAssess } from "./assessing";

type State = NonNullable<Assess["floor"]>[number]["state"];
const states: Record<State, string> = {
  sound: "sound",
  soft: "soft boards",
  rot: "rot",
  damp: "damp",
  insects: "insects",
  "missing-joist": "missing joist",
};
const said = (p: { x?: string; y?: string }) => `${bare(p.x ?? "")} across, ${bare(p.y ?? "")} up`;
const look: Record<string, string> = { sound: "is-ready", bad: "is-stop" };

/** The floor's soundness along each new line: no plate goes on a bad floor. */
export function Floors({ room }: { room: Room }) {
  const { job, plan } = useJobContext();
  const { assess, keep } = useAssess();
  const d = job.document;
  const checks = assess.floor ?? [];
  const stayed = checks.filter((c) => c.ends);
  const [wall, setWall] = useState<string>();
  const line = room.assess.floors.find((f) => f.wall === wall);
  const long = plan.plan.walls.find((w) => w.id === wall)?.length ?? "";
  const [state, setState] = useState<State>("sound");
  const [from, setFrom] = useState("0");
  const [to, setTo] = useState("");
  const open = (w: string) => {
    setWall(w === wall ? undefined : w);
    setFrom("0");
    setTo(bare(plan.plan.walls.find((x) => x.id === w)?.length ?? ""));
  };
  return (
    <section aria-label="Floor along each new line">
      <h2>Floor under each new wall</h2>
      <ul className="plain">
        {room.assess.floors.map((f) => (
          <li key={f.wall}>
            <button type="button" className="row-button" aria-expanded={f.wall === wall} onClick={() => open(f.wall)}>
              <b>{f.wall}</b>
              <span className="grow">
                <b className={look[f.state] ?? "is-held"}>{f.state}</b>{" "}
                <span className="quiet">
                  <Said text={f.text} />
                </span>
              </span>
            </button>
          </li>
        ))}
        {room.assess.floors.length === 0 && <li className="quiet">No new wall yet.</li>}
      </ul>
      {line && (
        <div className="floor-entry">
          {checks
            .filter((c) => c.wall === wall)
            .map((c) => (
              <Check key={c.id} of={c} where={`${bare(c.from ?? "")} to ${bare(c.to ?? "")}`} checks={checks} keep={keep} />
            ))}
          <div className="fields">
            <LengthField label="From" value={from} units={d.units} mark={d.mark} change={setFrom} />
            <LengthField label={`To, of ${bare(long)}`} value={to} units={d.units} mark={d.mark} change={setTo} />
            <NativeSelect
              label="The floor is"
              value={state}
              onChange={(e) => setState(e.currentTarget.value as State)}
              data={Object.entries(states).map(([value, label]) => ({ value, label }))}
            />
            <Do go={() => keep({ floor: [...checks, { id: newId(), wall: line.wall, from, to, state }] })} off={!to.trim()}>
              Write it down
            </Do>
          </div>
        </div>
      )}
      {stayed.length > 0 && (
        <div className="floor-entry">
          <p className="quiet">Looked at for a wall that has moved since. It holds for whatever wall comes over it.</p>
          {stayed.map((c) => (
            <Check key={c.id} of={c} where={(c.ends ?? []).map(said).join(" to ")} checks={checks} keep={keep} />
          ))}
        </div>
      )}
    </section>
  );
}

type FloorCheck = NonNullable<Assess["floor"]>[number];

interface CheckProps {
  of: FloorCheck;
  where: string;
  checks: FloorCheck[];
  keep: ReturnType<typeof useAssess>["keep"];
}

/** One stretch that was looked at. */
function Check({ of: c, where, checks, keep }: CheckProps) {
  return (
    <div className="floor-check">
      <span className="grow">
        {where}: {states[c.state]}
        {c.mended && `, mended by ${c.mended.by}`}
      </span>
      {c.state !== "sound" && !c.mended && (
        <Do
          go={() =>
            keep({
              floor: checks.map((x) =>
                x === c ? { ...c, mended: { by: "the crew", at: new Date().toISOString().slice(0, 10) } } : x,
              ),
            })
          }
        >
          Mended
        </Do>
      )}
      <button type="button" className="fix" onClick={() => keep({ floor: checks.filter((x) => x !== c) })}>
        take out
      </button>
    </div>
  );
}
