import { Button, NativeSelect, Text, TextInput } from "@mantine/core";
import type { Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { capital, useWord } from "../../app/words";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  fault: Problem | null;
}

type Row = NonNullable<Wall["noggings"]>["rows"][number];

const places = {
  mid: "at mid height",
  height: "over the floor",
  fromBottom: "over the bottom plate",
  fromTop: "under the top plate",
} as const;
type Place = keyof typeof places;

const placeOf = (r: Row) => (Object.keys(places) as Place[]).find((p) => r[p]) ?? "mid";

/** What lies between the studs: rows, and backing for what is fixed to the wall. */
export function Between({ wall: w, set, fault }: Props) {
  const word = useWord();
  const { job, plan } = useJobContext();
  const rows = w.noggings?.rows ?? [];
  const all = w.backing ?? [];
  const row = useEntry<{ place: Place; at: string }>({ place: "mid", at: "" });
  const back = useEntry({ what: "", from: "", to: "", height: "", lumber: "" });
  const keepRows = (now: Row[], lie = w.noggings?.lie) => set({ noggings: now.length ? { rows: now, lie } : undefined });
  const backField = (label: string, name: "from" | "to" | "height") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={back.one[name]}
      fault={fault?.of(`.backing[${all.length}].${name}`)}
      change={(v) => back.setOne({ ...back.one, [name]: v })}
    />
  );
  return (
    <>
      <h2>{capital(word("noggings"))}</h2>
      {rows.length === 0 && <Text className="quiet">No rows yet.</Text>}
      <Removable
        lines={rows.map((r, i) => ({
          name: `row ${i + 1}`,
          said: (
            <>
              {placeOf(r) !== "mid" && (
                <b>
                  <Len text={bare(String(r[placeOf(r)]))} />{" "}
                </b>
              )}
              {places[placeOf(r)]}
            </>
          ),
        }))}
        take={(i) => keepRows(rows.filter((_, k) => k !== i))}
      />
      <form
        className="gauge"
        onSubmit={(e) => {
          e.preventDefault();
          const { place, at } = row.one;
          row.send(keepRows([...rows, place === "mid" ? { mid: true } : { [place]: at }]));
        }}
      >
        <NativeSelect
          label="A row"
          style={{ gridColumn: row.one.place === "mid" ? "1 / 3" : undefined }}
          data={Object.entries(places).map(([value, label]) => ({ value, label }))}
          value={row.one.place}
          onChange={(e) => row.setOne({ ...row.one, place: e.currentTarget.value as Place })}
        />
        {row.one.place !== "mid" && (
          <LengthField
            label="So high"
            units={job.document.units}
            mark={plan.plan.mark}
            value={row.one.at}
            fault={fault?.of(`.noggings.rows[${rows.length}].${row.one.place}`)}
            change={(at) => row.setOne({ ...row.one, at })}
          />
        )}
        <Button type="submit" h={48} variant="default" disabled={row.one.place !== "mid" && !row.one.at}>
          Add the row
        </Button>
      </form>
      {rows.length > 0 && (
        <NativeSelect
          label="They lie"
          data={[
            { value: "inline", label: "in line" },
            { value: "staggered", label: "staggered, each nailed through the stud" },
          ]}
          value={w.noggings?.lie ?? "inline"}
          onChange={(e) => keepRows(rows, e.currentTarget.value as "inline")}
        />
      )}
      <h2>Backing</h2>
      {all.length === 0 && <Text className="quiet">For cabinets, rails, basins: wood from stud to stud.</Text>}
      <Removable
        lines={all.map((b) => ({
          name: `the backing for ${b.what}`,
          said: (
            <>
              <b>{b.what}</b>, <Len text={bare(b.from)} /> to <Len text={bare(b.to)} />, <Len text={bare(b.height)} /> over the
              floor
            </>
          ),
        }))}
        take={(i) => set({ backing: without(all, i) })}
      />
      <form
        className="backing"
        onSubmit={(e) => {
          e.preventDefault();
          back.send(set({ backing: [...all, { ...back.one, lumber: back.one.lumber || undefined }] }));
        }}
      >
        <TextInput
          label="Backing for"
          placeholder="cabinet"
          value={back.one.what}
          error={fault?.of(`.backing[${all.length}].what`)}
          onChange={(e) => back.setOne({ ...back.one, what: e.currentTarget.value })}
        />
        {backField("Its middle over the floor", "height")}
        {backField("Backing from", "from")}
        {backField("Backing to", "to")}
        <NativeSelect
          label="Of"
          style={{ gridColumn: "1 / -1" }}
          data={[
            { value: "", label: `${w.lumber}, as the studs` },
            ...(job.document.lumber ?? [])
              .filter((l) => !l.track && l.id !== w.lumber)
              .map((l) => ({ value: l.id, label: l.id })),
          ]}
          value={back.one.lumber}
          error={fault?.of(`.backing[${all.length}].lumber`)}
          onChange={(e) => back.setOne({ ...back.one, lumber: e.currentTarget.value })}
        />
        <Button type="submit" h={48} variant="default" disabled={!back.one.from || !back.one.to || !back.one.height}>
          Add the backing
        </Button>
      </form>
    </>
  );
}
