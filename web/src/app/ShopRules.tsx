import { Button, Group, NativeSelect, TextInput } from "@mantine/core";
import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, got, type PlanBody } from "../api/client";
import { newId, useShops } from "../api/hooks";
import { Len } from "../drawing/Len";
import { type Shown, useEdits } from "../edits/useEdits";
import { bare } from "../entry/bare";
import { tell } from "./say";

/** The shop rules that a job goes by, what it has otherwise, and the way to keep its own as some. */
export function ShopRules({ job, usual }: { job: Shown; usual: PlanBody["usual"] }) {
  const edits = useEdits(job);
  const cache = useQueryClient();
  const shops = useShops();
  const [name, setName] = useState("");
  const d = job.document;
  const there = (shops.data ?? []).filter((s) => s.units === d.units);
  const own = there.find((s) => s.id === d.shop?.id && !s.builtIn);
  const known = !d.shop || there.some((s) => s.id === d.shop?.id);
  const again = () => cache.invalidateQueries({ queryKey: ["shops"] });
  const choose = (id: string) => {
    const { builtIn: _, ...shop } = there.find((s) => s.id === id) ?? { builtIn: false };
    edits.make({ do: "put-shop", ...("id" in shop ? { shop } : {}) }).catch(tell);
  };
  // what the job has now is kept under a name, and the job goes by it
  const keep = (id: string, called: string) => {
    const shop = { id, name: called, units: d.units, mark: d.mark, rules: d.rules, lumber: d.lumber };
    got(api.PUT("/api/shops/{id}", { params: { path: { id } }, body: shop })).then(() => {
      setName("");
      again();
      edits.make({ do: "put-shop", shop }).catch(tell);
    }, tell);
  };
  const drop = (id: string) => got(api.DELETE("/api/shops/{id}", { params: { path: { id } } })).then(again, tell);
  return (
    <section aria-label="Shop rules" className="shop-rules">
      <NativeSelect
        size="md"
        label="Shop rules"
        description="Choosing some takes over their rules, their mark, and lumber that isn't there yet. It can be taken back."
        value={d.shop?.id ?? ""}
        onChange={(e) => choose(e.currentTarget.value)}
        data={[
          { value: "", label: "none" },
          ...(known ? [] : [{ value: d.shop?.id ?? "", label: `${d.shop?.name}, as it was` }]),
          ...there.map((s) => ({ value: s.id, label: s.builtIn ? s.name : `${s.name} (your own)` })),
        ]}
      />
      {d.shop && usual.departs.length === 0 && <p className="quiet">This job changes nothing of them.</p>}
      {usual.departs.length > 0 && (
        <>
          <p>
            <b>Changed in this job:</b>
          </p>
          <ul>
            {usual.departs.map((x) => (
              <li key={x.field}>
                {spaced(x.field)}: <b>{x.own ? <Len text={bare(x.own)} /> : "as usual"}</b>{" "}
                <span className="quiet">the shop: {x.shop ? <Len text={bare(x.shop)} /> : "as usual"}</span>
              </li>
            ))}
          </ul>
          <Button h={48} variant="default" onClick={() => d.shop && edits.make({ do: "put-shop", shop: d.shop }).catch(tell)}>
            Back to the shop's
          </Button>
        </>
      )}
      <Group gap="sm" align="flex-end" mt="sm">
        {own && usual.departs.length > 0 && (
          <Button h={48} variant="default" onClick={() => keep(own.id, own.name)}>
            Keep these as {own.name}
          </Button>
        )}
        <TextInput
          size="md"
          label="Keep this job's as shop rules"
          placeholder="a name"
          value={name}
          onChange={(e) => setName(e.currentTarget.value)}
        />
        <Button h={48} variant="default" disabled={name.trim() === ""} onClick={() => keep(newId(), name.trim())}>
          Keep them
        </Button>
        {own && (
          <Button h={48} variant="subtle" color="red" onClick={() => drop(own.id)}>
            Take {own.name} out
          </Button>
        )}
      </Group>
    </section>
  );
}

/** A field's name as words: finishFloor, finish floor. */
const spaced = (field: string) =>
  field
    .replace(/[[\].]+/g, " ")
    .replace(/([A-Z])/g, (l) => ` ${l.toLowerCase()}`)
    .trim();
