import { Button, NativeSelect } from "@mantine/core";
import { useState } from "react";
import { api, got, type Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { type Draft, useEdits } from "../../edits/useEdits";

/** Sides round a pipe or a duct that is there, as walls: from floor to ceiling round what rises, else hung. */
export function BoxIn({ pick }: { pick: (wall: string) => void }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const d = job.document;
  const things = (d.survey?.obstructions ?? []).filter((o) => !o.height);
  const timber = (d.lumber ?? []).filter((l) => !l.track && !l.steel);
  const sides = (id: string) => (d.walls ?? []).filter((w) => w.boxes === id).map((w) => w.id);
  const free = things.filter((o) => sides(o.id).length === 0);
  const [round, setRound] = useState("");
  const [lumber, setLumber] = useState("");
  const [wrong, setWrong] = useState("");
  const [busy, setBusy] = useState(false);
  const of = free.find((o) => o.id === round) ?? free[0];
  const box = () => {
    if (!of) return;
    setWrong("");
    setBusy(true);
    const asked = api.GET("/api/jobs/{id}/box", { params: { path: { id: job.id }, query: { round: of.id, lumber } } });
    got(asked)
      .then(async (answer) => {
        const drafts = answer.edits.map(({ id: _id, ...e }) => e as Draft);
        await edits.make(drafts);
        const first = drafts[0];
        if (first?.do === "put-wall") pick(first.wall.id);
      })
      .catch((e: Problem) => setWrong(e.message))
      .finally(() => setBusy(false));
  };
  return (
    <details className="kind-panel floor-work">
      <summary>Box in a pipe or a duct</summary>
      {things
        .filter((o) => sides(o.id).length > 0)
        .map((o) => (
          <p key={o.id}>
            <b>{o.id}</b> is boxed in by {sides(o.id).join(", ")}.
          </p>
        ))}
      {things.length === 0 && (
        <p className="quiet">Nothing is in the way yet: pipes and ducts are given under Read, What's there.</p>
      )}
      {of && (
        <form
          className="box-in"
          onSubmit={(e) => {
            e.preventDefault();
            box();
          }}
        >
          <div className="two">
            <NativeSelect
              label="Round"
              value={of.id}
              onChange={(e) => setRound(e.currentTarget.value)}
              data={free.map((o) => ({ value: o.id, label: o.id.includes(o.kind) ? o.id : `${o.kind} ${o.id}` }))}
            />
            <NativeSelect
              label="Framed of"
              value={lumber}
              onChange={(e) => setLumber(e.currentTarget.value)}
              data={[{ value: "", label: "the shallowest" }, ...timber.map((l) => l.id)]}
            />
          </div>
          <p className="quiet">
            With the room that it wants beside it and under it. It begins at walls close by; each side is a wall, to be moved and
            marked like any other.
          </p>
          {wrong && (
            <p role="alert" className="is-stop">
              {wrong}
            </p>
          )}
          <Button type="submit" h={48} mt="xs" loading={busy || edits.isPending}>
            Box it in
          </Button>
        </form>
      )}
    </details>
  );
}
