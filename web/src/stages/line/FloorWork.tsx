import { Button, NativeSelect, TextInput } from "@mantine/core";
import type { Edit, Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useWord } from "../../app/words";
import { Len, Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { NumberField } from "../../entry/NumberField";
import { Removable } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";

type Floor = Extract<Edit, { do: "put-floor" }>["floor"];
const empty = {
  kind: "blocking",
  joists: "",
  lumber: "",
  at: "",
  from: "",
  to: "",
  seams: "",
  long: "",
  hanger: "",
  by: "",
  when: "",
};
type Length = "at" | "from" | "to" | "long";

/** Rows of blocks between joists without a wall, and joists that are doubled as somebody designed. */
export function FloorWork() {
  const { job, plan } = useJobContext();
  const word = useWord();
  const edits = useEdits(job);
  const d = job.document;
  const runs = d.survey?.joists ?? [];
  const lumber = (d.lumber ?? []).filter((l) => !l.track && !l.steel);
  const { one, setOne, send } = useEntry({
    ...empty,
    lie: "staggered",
    joist: undefined as number | undefined,
    plies: undefined as number | undefined,
    hangers: undefined as number | undefined,
  });
  const fault: Problem | null = edits.error;
  const at = (path: string) => fault?.at[`edits[0].floor.${path}`];
  const doubled = one.kind === "doubled";
  const taken = new Set([...(d.floors ?? []), ...(d.walls ?? [])].map((x) => x.id));
  const free = Array.from({ length: 60 }, (_, i) => `K${i + 1}`).find((id) => !taken.has(id)) ?? "K";
  const length = (label: string, name: Length) => (
    <LengthField
      label={label}
      units={d.units}
      mark={d.mark}
      value={one[name]}
      fault={at(name)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  const made = (e: Parameters<typeof edits.make>[0]) =>
    edits.make(e).then(
      () => true,
      () => false, // the fault stands at its field
    );
  const add = () => {
    const next: Floor = { id: free, joists: one.joists || (runs[0]?.id ?? ""), lumber: one.lumber || (lumber[0]?.id ?? "") };
    const names: Length[] = doubled ? ["long"] : ["at", "from", "to"];
    for (const name of names) if (one[name]) next[name] = one[name];
    const seams = one.seams
      .split(d.units === "metric" ? /;|,(?!\d)/ : /[,;]/)
      .map((s) => s.trim())
      .filter(Boolean);
    if (doubled)
      Object.assign(next, {
        kind: "doubled",
        joist: one.joist,
        plies: one.plies,
        hangers: one.hangers,
        hanger: one.hanger || undefined,
        by: one.by || undefined,
        when: one.when || undefined,
      });
    else {
      if (seams.length) next.seams = seams;
      if (one.lie === "inline") next.lie = "inline";
    }
    send(made({ do: "put-floor", floor: next }));
  };
  const rest = Object.entries(fault?.at ?? {}).filter(([p]) => p.startsWith("edits[0].floor.seams") || p === "edits[0].floor.id");
  return (
    <details className="kind-panel floor-work" open={(d.floors ?? []).length > 0 || !!fault}>
      <summary>Blocks between joists, doubled joists</summary>
      {(plan.plan.floors ?? []).map((f) => (
        <div key={f.id}>
          <b>{f.id}</b>: {f.said}
          {f.members[0] && (
            <>
              , <Len text={bare(f.members[0].cut ?? "")} />
            </>
          )}
          {f.findings.map((x) => (
            <p key={x.code} className="quiet">
              <Said text={x.text} /> {x.fix}
            </p>
          ))}
        </div>
      ))}
      <Removable
        lines={(d.floors ?? []).map((f) => ({ name: f.id, said: `${f.id}, joists ${f.joists}, of ${f.lumber}` }))}
        take={(i) => made({ do: "remove-floor", floor: d.floors?.[i]?.id ?? "" })}
      />
      {runs.length === 0 ? (
        <p className="quiet">No joists are read yet: give them under Read, What's there.</p>
      ) : (
        <form
          className="line-form"
          onSubmit={(e) => {
            e.preventDefault();
            add();
          }}
        >
          <NativeSelect
            label="What is done"
            value={one.kind}
            onChange={(e) => setOne({ ...one, kind: e.currentTarget.value })}
            data={[
              { value: "blocking", label: "a row of blocks" },
              { value: "doubled", label: "a joist is doubled, as designed" },
            ]}
          />
          <div className="two">
            <NativeSelect
              label="Joists of"
              value={one.joists || runs[0]?.id}
              onChange={(e) => setOne({ ...one, joists: e.currentTarget.value })}
              data={runs.map((r) => r.id)}
              error={at("joists")}
            />
            <NativeSelect
              label="Cut from"
              value={one.lumber || lumber[0]?.id}
              onChange={(e) => setOne({ ...one, lumber: e.currentTarget.value })}
              data={lumber.map((l) => l.id)}
              error={at("lumber")}
            />
          </div>
          {doubled ? (
            <>
              <div className="two">
                <NumberField
                  label="Which joist, from 1"
                  value={one.joist}
                  change={(joist) => setOne({ ...one, joist })}
                  error={at("joist")}
                />
                {length("How long, as designed", "long")}
              </div>
              <NumberField
                label="Pieces beside it, one if left out"
                value={one.plies}
                change={(plies) => setOne({ ...one, plies })}
                error={at("plies")}
              />
              <div className="two">
                <NumberField
                  label="Hangers"
                  value={one.hangers}
                  change={(hangers) => setOne({ ...one, hangers })}
                  error={at("hangers")}
                />
                <TextInput
                  label="Which hangers"
                  value={one.hanger}
                  onChange={(e) => setOne({ ...one, hanger: e.currentTarget.value })}
                />
              </div>
              <div className="two">
                <TextInput
                  label="Who designed it"
                  value={one.by}
                  onChange={(e) => setOne({ ...one, by: e.currentTarget.value })}
                  error={at("by")}
                />
                <TextInput label="When" value={one.when} onChange={(e) => setOne({ ...one, when: e.currentTarget.value })} />
              </div>
              <p className="is-held">What carries a floor is a licensed engineer's to size. Nothing of it is offered here.</p>
            </>
          ) : (
            <>
              <div className="two">
                {length("Line of the row, along the joists", "at")}
                <NativeSelect
                  label="They lie"
                  value={one.lie}
                  onChange={(e) => setOne({ ...one, lie: e.currentTarget.value })}
                  data={[
                    { value: "staggered", label: "staggered about it" },
                    { value: "inline", label: "in one line" },
                  ]}
                />
              </div>
              <div className="two">
                {length("From, across them", "from")}
                {length("To, across them", "to")}
              </div>
              <TextInput
                label="Sheet seams, across them"
                placeholder="none; several with commas"
                value={one.seams}
                onChange={(e) => setOne({ ...one, seams: e.currentTarget.value })}
              />
            </>
          )}
          {rest.map(([p, text]) => (
            <div key={p} className="is-stop" role="alert">
              {text}
            </div>
          ))}
          <Button type="submit" h={48} variant="default" loading={edits.isPending}>
            Add the {doubled ? word("sister-joist") : "row"}
          </Button>
        </form>
      )}
    </details>
  );
}
