import { ActionIcon, Button, NativeSelect, Switch, Table, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useState } from "react";
import type { Fixing, PlanWall, Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { means, useWord } from "../../app/words";
import { Len, Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { LengthEdit, LengthField } from "../../entry/LengthField";
import { Against } from "./Against";
import { fixings } from "./choices";

/** How the plates are cut, tied and fixed, and what waits. */
export function PlatesSaid({ wall, worked }: { wall: Wall; worked: PlanWall }) {
  const word = useWord();
  const { job } = useJobContext();
  const edits = useEdits(job);
  const keep = (now: Partial<Wall>) => edits.make({ do: "put-wall", wall: { ...wall, ...now } });
  const plates = worked.members.filter(
    (m) => m.kind === "bottom-plate" || m.kind === "top-plate" || m.kind === "cap" || (m.kind === "track" && !m.opening),
  );
  const said = worked.plates;
  const fault: Problem | null = edits.error;
  return (
    <>
      <section aria-label="Plates" className="against">
        <h3>Plates</h3>
        <Table className="lines plates-said">
          <Table.Tbody>
            {plates.map((m) => (
              <Table.Tr key={m.id}>
                <Table.Td>
                  {m.id} <span className="quiet">{m.lumber}</span>
                  {m.bevel && <div className="is-held">{m.bevel}</div>}
                  {m.pending && <div className="is-stop">waits: {m.pending}</div>}
                  {m.sum.slice(1).map((s) => (
                    <div key={s.what} className="quiet">
                      <Said text={s.what} /> <Len text={s.value} />
                    </div>
                  ))}
                </Table.Td>
                <Table.Td className="num">
                  <b>
                    <Len text={m.cut ?? ""} />
                  </b>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
        {said?.stack && <p>{said.stack}</p>}
        {said?.ground && <p>{said.ground}</p>}
        {said?.doors.map((t) => (
          <p key={t}>
            <Said text={t} />
          </p>
        ))}
        {said && said.ties.length > 0 && (
          <p>
            {said.straps > 0 && (
              <b>
                {said.straps} {said.straps === 1 ? "strap" : "straps"}, {said.nails} nails
              </b>
            )}
            {said.straps > 0 && ": "}
            {said.ties.map((t, i) => (
              <span key={t.at + t.what}>
                {i > 0 && "; "}
                {t.what} at <Len text={t.said} />
              </span>
            ))}
            .
          </p>
        )}
        {said?.notches.map((n) => (
          <p key={n.at + n.text}>
            <Said text={n.text} />
          </p>
        ))}
        {job.document.rules?.floor === "concrete" && (
          <Switch
            label={`A membrane lies under the ${word("bottom-plate")}`}
            checked={!!wall.membrane}
            onChange={(e) => keep({ membrane: e.currentTarget.checked || undefined }).catch(tell)}
          />
        )}
        <NativeSelect
          label="Does it carry what is over it?"
          value={wall.carries ?? "unknown"}
          onChange={(e) => {
            const carries = e.currentTarget.value as Wall["carries"];
            keep({ carries: carries === "unknown" ? undefined : carries }).catch(tell);
          }}
          data={[
            { value: "unknown", label: "not answered" },
            { value: "no", label: "no sign that it does" },
            { value: "yes", label: "it carries" },
          ]}
        />
      </section>
      <OwnFit wall={wall} keep={keep} />
      {(wall.breaks ?? []).map((b, i) => (
        <p key={b.of + b.at} className="held-back">
          <span>
            The {word(b.of === "floor" ? "bottom-plate" : "top-plate")} ends at <Len text={b.at} />, a stud on each side.
          </span>
          <ActionIcon
            size={48}
            variant="subtle"
            color="gray"
            aria-label={`Let the plate run through at ${b.at}`}
            onClick={() => keep({ breaks: wall.breaks?.filter((_, k) => k !== i) }).catch(tell)}
          >
            <IconX size={18} />
          </ActionIcon>
        </p>
      ))}
      <Pending wall={wall} keep={keep} fault={fault} />
      <Against lies={worked.against ?? []}>
        {(of) => (
          <FixWith
            key={of + JSON.stringify(wall[of === "floor" ? "fixFloor" : "fixCeiling"])}
            label={`Fix the ${word(of === "floor" ? "bottom-plate" : "top-plate")} with`}
            now={wall[of === "floor" ? "fixFloor" : "fixCeiling"]}
            keep={(f) => keep(of === "floor" ? { fixFloor: f } : { fixCeiling: f })}
          />
        )}
      </Against>
    </>
  );
}

/** Fit and hold of this wall, the job's where nothing is said. */
function OwnFit({ wall, keep }: Pick<PendingProps, "wall" | "keep">) {
  const { job, plan } = useJobContext();
  const d = job.document;
  return (
    <div className="two">
      {(["fit", "hold"] as const).map((key) => (
        <LengthEdit
          key={key}
          label={key === "fit" ? "Its own fit, else the job's" : "Its own hold, else the job's"}
          units={d.units}
          value={wall[key] ?? ""}
          placeholder={plan.usual.rules[key]}
          empty
          keep={(v) => keep({ [key]: v || undefined }).catch(tell)}
        />
      ))}
    </div>
  );
}

/** What a plate is fixed with; its bite follows from its length. */
function FixWith({ label, now, keep }: { label: string; now?: Fixing; keep: (f?: Fixing) => Promise<unknown> }) {
  const { job } = useJobContext();
  const d = job.document;
  const [f, setF] = useState<Fixing>(now ?? {});
  const [fault, setFault] = useState<Problem>();
  const send = (next: Fixing) => {
    setF(next);
    keep(
      next.by ? (Object.fromEntries(Object.entries(next).filter(([, v]) => v !== "" && v !== undefined)) as Fixing) : undefined,
    ).then(
      () => setFault(undefined),
      (e) => setFault(e as Problem),
    );
  };
  const by = means.find((m) => m.by === f.by);
  const more = by && !by.bead;
  return (
    <div className="fix-with">
      <NativeSelect
        label={label}
        value={f.by ?? ""}
        data={fixings}
        onChange={(e) => send(e.currentTarget.value ? { ...f, by: e.currentTarget.value as Fixing["by"] } : {})}
      />
      {more && (
        <div className="two">
          <LengthField
            label="Its length"
            value={f.length ?? ""}
            units={d.units}
            mark={d.mark}
            change={(length) => setF({ ...f, length })}
            onBlur={() => (f.length ?? "") !== (now?.length ?? "") && send(f)}
            enter={() => send(f)}
            fault={fault?.of(".length")}
          />
          <LengthField
            label="Farthest apart"
            value={f.step ?? ""}
            units={d.units}
            mark={d.mark}
            change={(step) => setF({ ...f, step })}
            onBlur={() => (f.step ?? "") !== (now?.step ?? "") && send(f)}
            enter={() => send(f)}
            fault={fault?.of(".step")}
          />
        </div>
      )}
      {by && !by.bead && (
        <Switch
          label="A bead of adhesive under it as well"
          checked={!!f.bead}
          onChange={(e) => send({ ...f, bead: e.currentTarget.checked || undefined })}
        />
      )}
      {(by?.cures || f.bead) && (
        <TextInput
          label="Hours to cure, as its maker says"
          inputMode="decimal"
          defaultValue={f.cure ?? ""}
          error={fault?.of(".cure")}
          onBlur={(e) => {
            const cure = e.currentTarget.value.trim() === "" ? undefined : Number(e.currentTarget.value);
            if (cure !== now?.cure && !Number.isNaN(cure)) send({ ...f, cure });
          }}
        />
      )}
      {fault && !fault.of(".length") && !fault.of(".step") && !fault.of(".cure") && (
        <div className="is-stop">{fault.message}</div>
      )}
    </div>
  );
}

interface PendingProps {
  wall: Wall;
  keep: (now: Partial<Wall>) => Promise<unknown>;
  fault: Problem | null;
}

/** Stretches held back: floor to be broken out, a pipe to be moved. */
function Pending({ wall, keep, fault }: PendingProps) {
  const { job } = useJobContext();
  const d = job.document;
  const fresh = { from: "", to: "", what: "", of: "floor" as "floor" | "ceiling" | "both" };
  const [next, setNext] = useState<typeof fresh>();
  const all = wall.pending ?? [];
  const at = (field: string) => fault?.of(`.pending[${all.length}].${field}`);
  return (
    <section aria-label="Held back" className="against">
      <h3>Held back</h3>
      {all.map((p, i) => (
        <p key={p.from + p.what} className="held-back">
          <span>
            <Len text={p.from} /> to <Len text={p.to} />: {p.what}
          </span>
          <ActionIcon
            size={48}
            variant="subtle"
            color="gray"
            aria-label={`Take ${p.what} off`}
            onClick={() => keep({ pending: all.filter((_, k) => k !== i) }).catch(tell)}
          >
            <IconX size={18} />
          </ActionIcon>
        </p>
      ))}
      {next ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            keep({ pending: [...all, next] }).then(
              () => setNext(undefined),
              () => {}, // the faults stand at the fields
            );
          }}
        >
          <div className="two">
            <LengthField
              label="From station"
              value={next.from}
              units={d.units}
              mark={d.mark}
              change={(from) => setNext({ ...next, from })}
              fault={at("from")}
            />
            <LengthField
              label="to station"
              value={next.to}
              units={d.units}
              mark={d.mark}
              change={(to) => setNext({ ...next, to })}
              fault={at("to")}
            />
          </div>
          <TextInput
            label="What it waits for"
            placeholder="floor to be broken out"
            value={next.what}
            onChange={(e) => setNext({ ...next, what: e.currentTarget.value })}
            error={at("what")}
          />
          <NativeSelect
            label="Where the work is"
            value={next.of}
            onChange={(e) => setNext({ ...next, of: e.currentTarget.value as typeof next.of })}
            data={[
              { value: "floor", label: "in the floor" },
              { value: "ceiling", label: "in the ceiling" },
              { value: "both", label: "in both" },
            ]}
          />
          <div className="buttons">
            <Button type="submit" h={48}>
              Hold it back
            </Button>
            <Button h={48} variant="default" onClick={() => setNext(undefined)}>
              Leave it
            </Button>
          </div>
        </form>
      ) : (
        <Button h={48} variant="subtle" onClick={() => setNext(fresh)}>
          Hold a stretch back
        </Button>
      )}
    </section>
  );
}
