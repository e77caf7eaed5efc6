import { Button, NativeSelect, NumberInput, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";

type Lumber = NonNullable<ReturnType<typeof useJobContext>["job"]["document"]["lumber"]>[number];
type What = "stick" | "offcut" | "salvage";

const said: Record<What, string> = { stick: "whole stick", offcut: "offcut", salvage: "salvage" };

/** What of each lumber is there already, and what it costs to buy. */
export function Stock() {
  const { job, plan } = useJobContext();
  const used = new Set(plan.plan.sticks.map((s) => s.lumber));
  const all = job.document.lumber ?? [];
  return (
    <section className="stock no-print" aria-label="Stock and prices">
      <h2>What is there, and what it costs</h2>
      {all
        .filter((l) => used.has(l.id) || (l.onHand ?? []).length > 0)
        .map((l) => (
          <OneStock key={l.id} lumber={l} at={all.indexOf(l)} />
        ))}
    </section>
  );
}

function OneStock({ lumber: l, at }: { lumber: Lumber; at: number }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const fault: Problem | null = edits.error;
  const set = (change: Partial<Lumber>) => edits.make({ do: "put-lumber", lumber: { ...l, ...change } }).catch(tell);
  const there = l.onHand ?? [];
  const { one, setOne, send } = useEntry({
    length: "",
    count: 1,
    what: "stick" as What,
    condition: "straight",
    from: "",
    to: "",
    place: "",
  });
  const entered = () => ({
    length: one.length,
    count: one.count,
    what: one.what,
    place: one.place || undefined,
    condition: one.condition === "bowed" ? ("bowed" as const) : undefined,
    defects: one.from && one.to ? [{ from: one.from, to: one.to }] : undefined,
  });
  const lengths = plan.usual.stock[at] ?? [];
  const priceOf = (length: string) => l.prices?.find((p) => bare(p.length) === bare(length))?.price;
  return (
    <details>
      <summary>
        <b>{l.id}</b>: {there.reduce((n, h) => n + h.count, 0)} there,{" "}
        {(l.prices ?? []).length > 0 ? `${l.prices?.length} prices` : "no prices: the least wood is taken"}
      </summary>
      <Removable
        lines={there.map((h) => ({
          name: `${h.count} of ${bare(h.length)}`,
          said: (
            <>
              <b>
                {h.count} × <Len text={bare(h.length)} />
              </b>{" "}
              {said[h.what ?? "stick"]}
              {h.condition === "bowed" && ", bowed"}
              {(h.defects ?? []).length > 0 && (
                <>
                  , not good from{" "}
                  {h.defects?.map((d, i) => (
                    <span key={d.from}>
                      {i > 0 && ", "}
                      <Len text={bare(d.from)} /> to <Len text={bare(d.to)} />
                    </span>
                  ))}
                </>
              )}
              {h.place && `, ${h.place}`}
              {h.label && `, marked ${h.label}`}
            </>
          ),
        }))}
        take={(i) => set({ onHand: without(there, i) })}
      />
      <form
        className="backing"
        onSubmit={(e) => {
          e.preventDefault();
          send(set({ onHand: [...there, entered()] }));
        }}
      >
        <LengthField
          label={`${l.id} that is there, its length`}
          units={job.document.units}
          mark={plan.plan.mark}
          value={one.length}
          fault={fault?.of(`.onHand[${there.length}].length`)}
          change={(length) => setOne({ ...one, length })}
        />
        <NumberInput
          label="How many"
          min={1}
          max={10000}
          value={one.count}
          onChange={(v) => setOne({ ...one, count: Number(v) || 1 })}
        />
        <NativeSelect
          label="It is"
          data={Object.entries(said).map(([value, label]) => ({ value, label }))}
          value={one.what}
          onChange={(e) => setOne({ ...one, what: e.currentTarget.value as What })}
        />
        <NativeSelect
          label="How it is"
          data={[
            { value: "straight", label: "straight" },
            { value: "bowed", label: "bowed: short pieces" },
          ]}
          value={one.condition}
          onChange={(e) => setOne({ ...one, condition: e.currentTarget.value })}
        />
        {(["from", "to"] as const).map((end) => (
          <LengthField
            key={end}
            label={end === "from" ? "Not good from" : "to"}
            units={job.document.units}
            mark={plan.plan.mark}
            value={one[end]}
            fault={fault?.of(`.onHand[${there.length}].defects[0].${end}`)}
            change={(v) => setOne({ ...one, [end]: v })}
          />
        ))}
        <TextInput label="Where it lies" value={one.place} onChange={(e) => setOne({ ...one, place: e.currentTarget.value })} />
        <Button type="submit" h={48} variant="default" disabled={!one.length}>
          It is there
        </Button>
      </form>
      <div className="prices">
        {lengths.map((length) => (
          <Price
            key={length}
            label={`One of ${bare(length)}`}
            now={priceOf(length)}
            keep={(price) => {
              const rest = (l.prices ?? []).filter((p) => bare(p.length) !== bare(length));
              const next = price === undefined ? rest : [...rest, { length, price }];
              set({ prices: next.length > 0 ? next : undefined });
            }}
          />
        ))}
      </div>
    </details>
  );
}

/** A price, kept as it is left; none where it is emptied. */
function Price({ label, now, keep }: { label: string; now?: number; keep: (price?: number) => void }) {
  const [typed, setTyped] = useState<string | number>(now ?? "");
  const left = () => {
    const price = typed === "" ? undefined : Number(typed);
    if (price !== now) keep(price);
  };
  return (
    <NumberInput
      label={label}
      min={0}
      max={1000000}
      decimalScale={2}
      hideControls
      value={typed}
      onChange={setTyped}
      onBlur={left}
      onKeyDown={(e) => e.key === "Enter" && left()}
    />
  );
}
