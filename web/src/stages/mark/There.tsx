import { Button, Group, NativeSelect, SimpleGrid, Text } from "@mantine/core";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { v7 as newId } from "uuid";
import type { Opening, Survey } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Term } from "../../app/words";
import { Len, Said } from "../../drawing/Len";
import { Section } from "../../drawing/Section";
import { Sum } from "../../drawing/Sum";
import { Told } from "../../drawing/Told";
import { type Draft, useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthEdit, LengthField } from "../../entry/LengthField";
import { BearingForm } from "./BearingForm";

type OldWall = NonNullable<Survey["walls"]>[number];
type CutIn = NonNullable<OldWall["cuts"]>[number];

const fates = { stays: "stays", king: "serves as a king", goes: "goes" };

/** An opening cut into a wall that is there: what goes, what stays, what is new, and in which order. */
export function There({ which, stretch }: { which: string; stretch: number }) {
  const { job, plan } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const edits = useEdits(job);
  const [chosen, choose] = useState<string | undefined>(search.get("piece") ?? undefined);
  const walls = job.document.survey?.walls ?? [];
  const wall = walls.find((w) => w.cuts?.some((c) => c.opening.id === which));
  const i = plan.plan.cutIns?.findIndex((c) => c.id === which) ?? -1;
  const worked = plan.plan.cutIns?.[i];
  const drawing = plan.cutIns[i];
  if (which === "new" || !wall) return <New walls={walls} />;
  const member = worked?.members.find((m) => m.id === chosen);
  const drawn = drawing?.pieces.find((p) => p.id === chosen);
  const cut = wall.cuts?.find((c) => c.opening.id === which) as CutIn;
  const thick = job.document.lumber?.find((l) => l.id === cut.lumber)?.thickness;
  const put = (cuts: CutIn[]) =>
    edits
      .make({ do: "put-found", part: "walls", entry: { ...wall, cuts: cuts.length ? cuts : undefined } } as unknown as Draft)
      .catch(tell);
  const set = (change: Partial<CutIn>) => put((wall.cuts ?? []).map((c) => (c.opening.id === which ? { ...c, ...change } : c)));
  const setOpening = (change: Partial<Opening>) => set({ opening: { ...cut.opening, ...change } });
  const wrong = (field: string) => edits.error?.of(`.opening.${field}`) ?? edits.error?.of(`.${field}`);
  const length = (label: string, value: string | undefined, field: string, keep: (v: string) => unknown) => (
    <LengthEdit label={label} units={job.document.units} value={value ?? ""} fault={wrong(field)} keep={keep} empty />
  );
  return (
    <div className="with-side" style={{ marginTop: 8 }}>
      <div style={{ minWidth: 0 }}>
        {drawing && <Section drawing={drawing} height={410} stretch={stretch} selected={chosen} select={choose} />}
        {worked && (
          <>
            <h2>On both faces</h2>
            {worked.corners.map((c) => (
              <p key={c.face}>
                <Said text={c.said} />
              </p>
            ))}
            <h2>The studs that are there</h2>
            {worked.studs.length === 0 && (
              <Text className="is-held">None is known: find them with the detector, and give them under Read.</Text>
            )}
            <ul className="plain studs">
              {worked.studs
                .filter((s) => s.fate !== "stays")
                .map((s) => (
                  <li key={s.at}>
                    <span>
                      at <Len text={bare(s.at)} />: <b>{fates[s.fate]}</b>
                      {s.packing && (
                        <>
                          , packed <Len text={bare(s.packing)} />
                        </>
                      )}
                      {s.top && (
                        <>
                          , its top of <Len text={bare(s.top)} /> stays, <Len text={bare(s.spare ?? "")} /> comes out
                        </>
                      )}
                      {s.becomes && ` and makes ${s.becomes}`}
                    </span>
                  </li>
                ))}
            </ul>
            <h2>What is new</h2>
            <ul className="plain">
              {worked.members.map((m) => (
                <li key={m.id}>
                  <span>
                    <button type="button" className="fix shows" onClick={() => choose(m.id)}>
                      {m.id}
                    </button>{" "}
                    <Term of={m.kind} />: <b>{m.cut ? <Len text={bare(m.cut)} /> : "not known yet"}</b>
                    {m.state !== "ready" && <span className="is-held"> {m.state === "blocked" ? "waits" : "tape first"}</span>}
                    {m.why && (
                      <span className="quiet">
                        , <Told text={m.why} />
                      </span>
                    )}
                  </span>
                </li>
              ))}
            </ul>
            <h2>In this order</h2>
            <ol className="steps">
              {worked.steps.map((s) => (
                <li key={s}>
                  <Told text={s} />
                </li>
              ))}
            </ol>
          </>
        )}
      </div>
      <div className="side">
        {member && (
          <Sum
            member={member}
            mark={plan.plan.mark}
            said={plan.plan.readings}
            wall={which}
            tape={drawn?.tape}
            give={drawn?.give}
            close={() => choose(undefined)}
          />
        )}
        {worked?.findings.map((f) => (
          <div key={f.code + f.text} className={`finding ${f.level}`}>
            <b className={f.level === "stop" ? "is-stop" : f.level === "warn" ? "is-held" : ""}>
              <Told text={f.text} />
            </b>
            <Told text={f.fix} />
          </div>
        ))}
        <Reading wall={which} />
        <section className="controls" aria-label="What is chosen for this opening">
          <h2>
            {which} in {wall.name || wall.id}
          </h2>
          <SimpleGrid cols={2} spacing="sm">
            {length("Middle at", cut.opening.centre, "centre", (v) => v && setOpening({ centre: v }))}
            {length("Reference at", cut.reference ?? "0", "reference", (v) => set({ reference: v || undefined }))}
            {(["width", "height"] as const).map((side) =>
              cut.opening.rough
                ? length(`Rough ${side}`, cut.opening.rough[side], `rough.${side}`, (v) =>
                    setOpening({ rough: { ...cut.opening.rough, [side]: v } }),
                  )
                : length(`Leaf ${side}`, cut.opening.leaf?.[side], `leaf.${side}`, (v) =>
                    setOpening({ leaf: { ...cut.opening.leaf, [side]: v } }),
                  ),
            )}
            {length("Floor still to come", cut.opening.finishFloor ?? "0", "finishFloor", (v) => setOpening({ finishFloor: v }))}
            {length("Finish on the other face", cut.far ?? wall.finish, "far", (v) => set({ far: v || undefined }))}
            {length("Bottom plate there", cut.bottom ?? thick, "bottom", (v) => set({ bottom: v || undefined }))}
            {length("Top plates there", cut.top ?? thick, "top", (v) => set({ top: v || undefined }))}
          </SimpleGrid>
          <BearingForm
            opening={cut.opening}
            carries={worked?.findings.some((f) => f.code === "carries") ?? false}
            said={worked?.bearing}
            set={setOpening}
            wrong={wrong}
          />
          <Button
            mt="sm"
            h={48}
            variant="subtle"
            onClick={() =>
              put((wall.cuts ?? []).filter((c) => c.opening.id !== which)).then(
                (made) => made && setSearch({}, { replace: true }),
              )
            }
          >
            Leave the wall as it is
          </Button>
          <Text fz={14} className="quiet" mt="sm">
            Nothing here says that a wall may be opened. A licensed engineer, the inspector and the local code decide.
          </Text>
        </section>
      </div>
    </div>
  );
}

/** A reading along the wall that is there, by its stations. */
function Reading({ wall }: { wall: string }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const [one, setOne] = useState({ kind: "gap", at: "", value: "" });
  const field = (label: string, name: "at" | "value", path: string) => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name]}
      fault={edits.error?.of(path)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  return (
    <form
      className="controls"
      onSubmit={(e) => {
        e.preventDefault();
        const reading = {
          id: newId(),
          kind: one.kind as "gap",
          basis: one.kind === "gap" ? ("between" as const) : undefined,
          place: { wall, station: one.at },
          value: one.value,
        };
        edits.make({ do: "add-reading", reading }).then((made) => made && setOne({ ...one, at: "", value: "" }), tell);
      }}
    >
      <h2>Read it there</h2>
      <SimpleGrid cols={2} spacing="sm">
        <NativeSelect
          label="What"
          data={[
            { value: "gap", label: "between its plates" },
            { value: "floor", label: "floor" },
            { value: "ceiling", label: "ceiling" },
          ]}
          value={one.kind}
          onChange={(e) => setOne({ ...one, kind: e.currentTarget.value })}
        />
        {field("At", "at", ".station")}
        {field("It reads", "value", ".value")}
      </SimpleGrid>
      <Button type="submit" h={48} variant="default" disabled={!one.at || !one.value}>
        Keep it
      </Button>
    </form>
  );
}

/** Begins one: which wall, where, how wide. */
function New({ walls }: { walls: OldWall[] }) {
  const { job, plan } = useJobContext();
  const [, setSearch] = useSearchParams();
  const edits = useEdits(job);
  const [one, setOne] = useState({ wall: walls[0]?.id ?? "", kind: "door", centre: "", width: "", height: "" });
  if (walls.length === 0)
    return <Text className="quiet">No wall that is there is known: give it under Read, by its corners or both its ends.</Text>;
  const taken = new Set([
    ...(job.document.walls ?? []).flatMap((w) => [w.id, ...(w.openings ?? []).map((o) => o.id)]),
    ...walls.flatMap((w) => (w.cuts ?? []).map((c) => c.opening.id)),
  ]);
  const id = Array.from({ length: 99 }, (_, k) => `P${k + 1}`).find((x) => !taken.has(x)) ?? "P";
  const wall = walls.find((w) => w.id === one.wall);
  const at = wall?.cuts?.length ?? 0;
  const wrong = (field: string) => edits.error?.of(`.cuts[${at}].${field}`);
  const field = (label: string, name: "centre" | "width" | "height", path: string) => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name]}
      fault={wrong(path)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  const lumber = job.document.lumber?.find((l) => !l.track)?.id ?? "";
  return (
    <form
      className="controls"
      style={{ maxWidth: 560 }}
      onSubmit={(e) => {
        e.preventDefault();
        if (!wall) return;
        const opening = { id, kind: one.kind, centre: one.centre, leaf: { width: one.width, height: one.height } };
        edits
          .make({
            do: "put-found",
            part: "walls",
            entry: { ...wall, cuts: [...(wall.cuts ?? []), { opening, lumber }] },
          } as unknown as Draft)
          .then((made) => made && setSearch({ in: id }, { replace: true }))
          .catch(tell);
      }}
    >
      <h2>An opening in a wall that is there</h2>
      <SimpleGrid cols={2} spacing="sm">
        <NativeSelect
          label="Wall"
          data={walls.map((w) => ({ value: w.id, label: w.name || w.id }))}
          value={one.wall}
          onChange={(e) => setOne({ ...one, wall: e.currentTarget.value })}
        />
        <NativeSelect
          label="Kind"
          data={["door", "cased", "double"]}
          value={one.kind}
          onChange={(e) => setOne({ ...one, kind: e.currentTarget.value })}
        />
        {field("Middle, from its first corner", "centre", "opening.centre")}
        {field("Leaf width", "width", "opening.leaf.width")}
        {field("Leaf height", "height", "opening.leaf.height")}
      </SimpleGrid>
      {edits.error && <Text className="is-stop">{edits.error.message}</Text>}
      <Group mt="sm">
        <Button type="submit" h={48} disabled={edits.isPending}>
          Lay it out
        </Button>
        <Button h={48} variant="subtle" onClick={() => setSearch({}, { replace: true })}>
          Leave it
        </Button>
      </Group>
    </form>
  );
}
