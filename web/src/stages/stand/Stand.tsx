import { Button, Checkbox, Group, NativeSelect, SegmentedControl, Text } from "@mantine/core";
import { IconArrowDown, IconArrowUp } from "@tabler/icons-react";
import { useSearchParams } from "react-router";
import type { PlanWall, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Empty } from "../../app/States";
import { tell } from "../../app/say";
import { Len, Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";
import { Above } from "./Above";
import { Days } from "./Days";
import { Route } from "./Route";
import "./stand.css";
import { TiltDrawn } from "./TiltDrawn";
import { useSchedule } from "./useSchedule";

const ways = {
  "in-place": "stud by stud, in place",
  tilt: "built flat and tilted",
  "plate-first": "bottom plate first, the frame stood on it",
  sections: "in sections",
} as const;

type Way = keyof typeof ways;

/** How each wall goes up, and in which order. */
export default function Stand() {
  const { job, plan } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const order = plan.plan.order;
  const walls = plan.plan.walls;
  const days = search.get("view") === "days";
  const show = (change: Record<string, string>) =>
    setSearch(
      (now) => {
        const next = { ...Object.fromEntries(now), ...change };
        return Object.fromEntries(Object.entries(next).filter(([, v]) => v !== ""));
      },
      { replace: true },
    );
  const at = search.get("wall") ?? order[0]?.wall;
  const wall = walls.find((w) => w.id === at) ?? walls[0];
  const doc = job.document.walls?.find((w) => w.id === wall?.id);
  if (!wall || !doc)
    return (
      <Empty title="Nothing stands yet">
        <Text>Place a wall under Line: how it goes up, and after which, follows.</Text>
      </Empty>
    );
  return (
    <>
      <Group mb="sm" className="no-print">
        <SegmentedControl
          aria-label="What is shown"
          value={days ? "days" : "walls"}
          onChange={(v) => show({ view: v === "days" ? v : "" })}
          data={[
            { value: "walls", label: "Wall by wall" },
            { value: "days", label: "Day by day" },
          ]}
        />
      </Group>
      {days ? (
        <Days />
      ) : (
        <div className="stand">
          <Order chosen={wall.id} choose={(id) => show({ wall: id })} />
          <OneWall key={wall.id} wall={wall} doc={doc} />
        </div>
      )}
    </>
  );
}

/** The walls as a stack to lift: the next one on top. */
function Order({ chosen, choose }: { chosen: string; choose: (id: string) => void }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const order = plan.plan.order.map((t) => t.wall);
  const put = (next: string[] | undefined) => edits.make({ do: "put-order", order: next }).catch(tell);
  const move = (i: number, by: number) => {
    const next = [...order];
    const [one] = next.splice(i, 1);
    if (one === undefined) return;
    next.splice(i + by, 0, one);
    put(next);
  };
  const held = (id: string) => plan.plan.planned.tasks.find((t) => t.wall === id && t.held)?.held;
  const broken = plan.plan.findings.filter((f) => f.code.startsWith("order-"));
  return (
    <section aria-label="Order of walls" className="stand-order">
      <h2>In this order</h2>
      <ol className="stack">
        {plan.plan.order.map((t, i) => {
          const w = plan.plan.walls.find((x) => x.id === t.wall);
          const name = job.document.walls?.find((x) => x.id === t.wall)?.name;
          return (
            <li key={t.wall} className={t.wall === chosen ? "here" : ""}>
              <button type="button" className="stack-wall" onClick={() => choose(t.wall)} aria-pressed={t.wall === chosen}>
                <b>{i + 1}</b>
                <span className="grow">
                  <b>
                    {t.wall} {name?.toLowerCase()}
                  </b>
                  <small>
                    {w?.raising && ways[w.raising.way]}
                    {t.after.length > 0 && `, after ${t.after.join(" and ")}`}
                    {t.boarded && t.boarded.length > 0 && `, once ${t.boarded.join(" and ")} is boarded`}
                    {held(t.wall) && <span className="is-held"> {held(t.wall)}</span>}
                  </small>
                </span>
              </button>
              <Button
                variant="default"
                h={48}
                px={10}
                aria-label={`${t.wall} earlier`}
                disabled={i === 0}
                onClick={() => move(i, -1)}
              >
                <IconArrowUp size={20} />
              </Button>
              <Button
                variant="default"
                h={48}
                px={10}
                aria-label={`${t.wall} later`}
                disabled={i === order.length - 1}
                onClick={() => move(i, 1)}
              >
                <IconArrowDown size={20} />
              </Button>
            </li>
          );
        })}
      </ol>
      {broken.map((f) => (
        <p key={f.text} className={f.level === "note" ? "quiet" : "is-stop"} role="alert">
          <Told text={f.text} /> <Told text={f.fix} />
        </p>
      ))}
      {job.document.order && (
        <Button h={48} variant="default" onClick={() => put(undefined)}>
          As proposed
        </Button>
      )}
    </section>
  );
}

const later = [
  ["top-plate", "top plate fixed first"],
  ["header", "headers fitted later"],
  ["between", "noggings and backing fitted later"],
] as const;

function OneWall({ wall, doc }: { wall: PlanWall; doc: Wall }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const r = wall.raising;
  if (!r) return null;
  const raise = (next: Wall["raise"]) => edits.make({ do: "put-wall", wall: { ...doc, raise: next } }).catch(tell);
  const wrong = wall.findings.filter((f) => ["tilt-jams", "no-way-up", "not-carried"].includes(f.code));
  return (
    <section aria-label={`How wall ${wall.id} goes up`} className="stand-wall">
      <h2>
        Wall {wall.id}, <Len text={bare(wall.said)} />: {ways[r.way]}
      </h2>
      <Group gap="sm" align="flex-end" className="no-print">
        <NativeSelect
          label="How it goes up"
          size="md"
          value={doc.raise?.way ?? ""}
          onChange={(e) => {
            const way = e.currentTarget.value as Way | "";
            raise(way === "" ? undefined : { way });
          }}
          data={[
            { value: "", label: `as proposed: ${ways[r.proposed]}` },
            ...Object.entries(ways).map(([value, label]) => ({ value, label })),
          ]}
        />
        {doc.raise && doc.raise.way !== "in-place" && (
          <NativeSelect
            label="It lies first"
            size="md"
            value={doc.raise.side ?? ""}
            onChange={(e) =>
              doc.raise && raise({ ...doc.raise, side: (e.currentTarget.value || undefined) as "left" | undefined })
            }
            data={[
              { value: "", label: "where it clears" },
              { value: "left", label: "on the left" },
              { value: "right", label: "on the right" },
            ]}
          />
        )}
      </Group>
      {doc.raise && doc.raise.way !== "in-place" && (
        <Group gap="md" className="no-print" my={8}>
          {later.map(([part, said]) => (
            <Checkbox
              key={part}
              size="md"
              label={said}
              checked={doc.raise?.later?.includes(part) ?? false}
              onChange={(e) => {
                if (!doc.raise) return;
                const now = (doc.raise.later ?? []).filter((p) => p !== part);
                const next = e.currentTarget.checked ? [...now, part] : now;
                raise({ ...doc.raise, later: next.length > 0 ? next : undefined });
              }}
            />
          ))}
          <Checkbox
            size="md"
            label="built elsewhere and carried in"
            checked={doc.raise.elsewhere ?? false}
            onChange={(e) => doc.raise && raise({ ...doc.raise, elsewhere: e.currentTarget.checked || undefined })}
          />
        </Group>
      )}
      {doc.raise?.way === "sections" && (
        <Sections at={doc.raise.sections ?? []} raise={(next) => raise({ ...doc.raise, ...next } as Wall["raise"])} />
      )}
      {wrong.map((f) => (
        <p key={f.code + f.text} className="is-stop" role="alert">
          <Told text={f.text} /> {r.cures.length === 0 && <Told text={f.fix} />}
        </p>
      ))}
      {r.cures.length > 0 && (
        <ul className="cures no-print" aria-label="What helps">
          {r.cures.map((c) => (
            <li key={c.do}>
              <span className="grow">
                <Told text={c.text} />
              </span>
              <Button
                h={48}
                variant="default"
                onClick={() =>
                  edits.make({ do: "put-wall", wall: { ...doc, fit: c.fit ?? doc.fit, raise: c.raise ?? doc.raise } }).catch(tell)
                }
              >
                Do that
              </Button>
            </li>
          ))}
        </ul>
      )}
      <p>
        {r.way === "in-place"
          ? "Its wood weighs"
          : r.way === "sections"
            ? "The heaviest section weighs"
            : "What is raised weighs"}{" "}
        <b>{Math.round(r.weight)} kg</b>
        {r.way !== "in-place" && (
          <>
            : <b>{r.people}</b> {r.people === 1 ? "person holds" : "people hold"} it upright, <b>{r.atStart}</b>{" "}
            {r.atStart === 1 ? "begins" : "begin"} the tilt
          </>
        )}
        {r.way !== "in-place" && `. ${Math.round(r.weights.wood)} kg of wood in all`}
        {r.weights.treated >= 0.5 && `, ${Math.round(r.weights.treated)} kg of it treated`}
        {r.weights.later >= 0.5 && `, ${Math.round(r.weights.later)} kg fitted later`}
        {r.weights.boards >= 0.5 && `; ${Math.round(r.weights.boards)} kg of boards, hung once it stands`}
        {(r.weights.layers ?? 0) >= 0.5 && `; ${Math.round(r.weights.layers ?? 0)} kg of layers`}
        {(r.weights.before ?? 0) >= 0.5 && `, ${Math.round(r.weights.before ?? 0)} kg of them on it as it goes up`}.
      </p>
      <details>
        <summary>Why {ways[r.proposed]} is proposed</summary>
        <ul>
          {r.why.map((w) => (
            <li key={w}>
              <Said text={w} />
            </li>
          ))}
        </ul>
      </details>
      <div className="tilts">
        {r.tilt.map((t) => (
          <TiltDrawn key={t.side} tilt={t} />
        ))}
      </div>
      {r.swing.text && (
        <p className="quiet">
          <Said text={r.swing.text} />
        </p>
      )}
      <Above wall={wall} tilts={r.tilt} />
      <Route wall={wall} />
      <Steps wall={wall} />
      {r.shims.length > 0 && (
        <>
          <h3>Gaps to pack</h3>
          <ul className="shims">
            {r.shims.map((s) => (
              <li key={s.at + s.where}>
                <b>
                  <Len text={bare(s.thickness)} />
                </b>{" "}
                at <Len text={bare(s.at)} />, {s.where === "over" ? "over the top plate, at the joist" : "under the bottom plate"}
              </li>
            ))}
          </ul>
        </>
      )}
      {r.braces.length > 0 && (
        <p>
          Temporary braces at{" "}
          {r.braces.map((b, i) => (
            <span key={b.at}>
              {i > 0 && ", "}
              <Len text={bare(b.at)} />
            </span>
          ))}
          : they come off once the wall is fixed to what holds it.
        </p>
      )}
      <aside className="caution">
        <b>Before it is lifted:</b> clear the way it turns through and the way out; nobody stands under it; one person gives the
        word. A wall that carries, or is tied to one that does, waits for the engineer's word. Local rules and the inspector
        decide.
      </aside>
    </section>
  );
}

const marks = { do: "", hold: "hold", caution: "caution", check: "check" } as const;

/** What is done, in order, from striking the line to fixed: a sheet to print. */
function Steps({ wall }: { wall: PlanWall }) {
  const { job } = useJobContext();
  const { schedule, put } = useSchedule();
  const crew = schedule.crew ?? 2;
  return (
    <section className="steps" aria-label={`Steps of wall ${wall.id}`}>
      <Group gap="sm" align="flex-end">
        <h3>Step by step</h3>
        <NativeSelect
          className="no-print"
          aria-label="Who is there"
          size="md"
          value={crew === 1 ? "1" : "2"}
          onChange={(e) => put({ crew: Number(e.currentTarget.value) })}
          data={[
            { value: "2", label: "two or more people" },
            { value: "1", label: "one, alone" },
          ]}
        />
        <Button
          h={42}
          className="no-print"
          variant="default"
          component="a"
          href={`/api/jobs/${job.id}/stand.pdf?walls=${encodeURIComponent(wall.id)}`}
          target="_blank"
        >
          Print
        </Button>
      </Group>
      <ol>
        {wall.raising?.steps.map((s) => (
          <li key={s.text} className={`step ${s.kind}`}>
            {marks[s.kind] && <b className="step-kind">{marks[s.kind]}</b>} <Told text={s.text} />
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Where one section ends and the next begins. */
function Sections({ at, raise }: { at: string[]; raise: (next: Wall["raise"]) => Promise<unknown> }) {
  const { job, plan } = useJobContext();
  const { one, setOne, send } = useEntry({ at: "" });
  return (
    <form
      className="no-print sections"
      onSubmit={(e) => {
        e.preventDefault();
        send(raise({ way: "sections", sections: [...at, one.at] }));
      }}
    >
      <Removable
        lines={at.map((s) => ({
          name: `the joint at ${bare(s)}`,
          said: (
            <>
              Its plates end at <Len text={bare(s)} />, with a stud on each side
            </>
          ),
        }))}
        take={(i) => raise({ way: "sections", sections: without(at, i) })}
      />
      <Group gap="sm" align="flex-start">
        <LengthField
          label="A section ends at"
          units={job.document.units}
          mark={plan.plan.mark}
          value={one.at}
          change={(v) => setOne({ at: v })}
        />
        <Button type="submit" h={48} mt={24} variant="default" disabled={!one.at.trim()}>
          Part it there
        </Button>
      </Group>
    </form>
  );
}
