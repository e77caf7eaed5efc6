import { Button, Group, NumberInput, Select, SimpleGrid, Text, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Opening } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useWord } from "../../app/words";
import { Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";

type Entry = NonNullable<Opening["bearing"]>;
type Looked = NonNullable<Entry["path"]>[number];

interface Props {
  opening: Opening;
  carries: boolean;
  set: (change: Partial<Opening>) => Promise<unknown>;
  wrong: (field: string) => string | undefined;
  /** What follows from the entry, where it isn't among the wall's own. */
  said?: NonNullable<ReturnType<typeof useJobContext>["plan"]["plan"]["walls"][number]["bearing"]>;
}

/** What a licensed engineer named for an opening that carries; nothing is filled in for anybody. */
export function BearingForm({ opening: o, carries, set, wrong, said: of }: Props) {
  const word = useWord();
  const { job, plan, wall } = useJobContext();
  const [one, setOne] = useState<Entry>();
  const said = (of ?? plan.plan.walls[wall]?.bearing)?.find((b) => b.opening === o.id);
  const link = (key: Looked["link"], label: string) => {
    const was = one?.path?.find((l) => l.link === key);
    const at = one?.path?.findIndex((l) => l.link === key) ?? -1;
    const keep = (change: Partial<Looked>) => {
      if (!one) return;
      const now = { link: key, what: "", by: "", ...was, ...change };
      const rest = one.path?.filter((l) => l.link !== key) ?? [];
      setOne({ ...one, path: now.what || now.by ? [...rest, now] : rest });
    };
    return (
      <Group key={key} grow align="flex-start">
        <TextInput
          label={label}
          placeholder="post on its footing"
          value={was?.what ?? ""}
          error={at >= 0 ? wrong(`bearing.path[${at}].what`) : undefined}
          onChange={(e) => keep({ what: e.currentTarget.value })}
        />
        <TextInput
          label="Looked at by"
          value={was?.by ?? ""}
          error={at >= 0 ? wrong(`bearing.path[${at}].by`) : undefined}
          onChange={(e) => keep({ by: e.currentTarget.value })}
        />
      </Group>
    );
  };
  const text = (label: string, name: "by" | "when" | "paper" | "steel") => (
    <TextInput
      label={label}
      value={one?.[name] ?? ""}
      error={wrong(`bearing.${name}`)}
      onChange={(e) => one && setOne({ ...one, [name]: e.currentTarget.value })}
    />
  );
  const length = (label: string, name: "depth" | "each") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one?.[name] ?? ""}
      fault={wrong(`bearing.${name}`)}
      change={(v) => one && setOne({ ...one, [name]: v })}
    />
  );
  if (one)
    return (
      <form
        className="bearing"
        onSubmit={(e) => {
          e.preventDefault();
          set({
            bearing: {
              ...one,
              depth: one.depth || undefined,
              steel: one.steel || undefined,
              path: one.path?.length ? one.path : undefined,
            },
          }).then((made) => made && setOne(undefined));
        }}
      >
        <b>What the engineer named</b>
        <Text className="quiet">Only what a licensed engineer has named is entered here. No size is offered.</Text>
        <SimpleGrid cols={2} spacing="sm">
          {text("Named by", "by")}
          {text("On", "when")}
          {text("Paper", "paper")}
          <NumberInput
            label="Plies"
            min={0}
            max={6}
            value={one.plies ?? ""}
            error={wrong("bearing.plies")}
            onChange={(v) => setOne({ ...one, plies: v === "" ? undefined : Number(v) })}
          />
          <Select
            label="Lumber"
            clearable
            data={job.document.lumber?.filter((l) => !l.track).map((l) => l.id) ?? []}
            value={one.lumber ?? null}
            error={wrong("bearing.lumber")}
            onChange={(v) => setOne({ ...one, lumber: v ?? undefined })}
          />
          {text("Or steel", "steel")}
          {length("Depth", "depth")}
          {length("Bearing at each end", "each")}
        </SimpleGrid>
        <Text className="quiet" mt="xs">
          What the load goes down by, where somebody licensed has looked at it. What is left empty stays missing.
        </Text>
        {link("under-left", `Under the left ${word("jacks")}`)}
        {link("under-right", `Under the right ${word("jacks")}`)}
        {link("to-ground", "From there to the ground")}
        <Group mt="xs">
          <Button type="submit" h={48}>
            Enter it
          </Button>
          <Button h={48} variant="subtle" onClick={() => setOne(undefined)}>
            Leave it
          </Button>
        </Group>
      </form>
    );
  if (!carries && !o.bearing) return null;
  return (
    <div className="bearing">
      {o.bearing && (
        <p>
          {word("header")} named by <b>{o.bearing.by}</b>, {o.bearing.when}
          {o.bearing.paper && <> ({o.bearing.paper})</>}
          {said && (
            <>
              : <Said text={said.header} />, <Said text={bare(said.length)} /> long
              {said.packing && (
                <>
                  , packed <Said text={bare(said.packing)} /> to the wall's depth
                </>
              )}
              . <Told text={said.plates} />
            </>
          )}
        </p>
      )}
      {said && (
        <ul className="plain path" aria-label="What the load goes down by">
          {said.path.map((l) => (
            <li key={l.what} className={l.there ? "" : "is-stop"}>
              {l.there ? "✓" : "missing:"} <Told text={l.what} />
            </li>
          ))}
        </ul>
      )}
      <Group mt="xs">
        <Button h={48} variant="default" onClick={() => setOne(o.bearing ?? { by: "", when: "", each: "" })}>
          {o.bearing ? "Change the entry" : "Enter what the engineer named"}
        </Button>
        {o.bearing && (
          <Button h={48} variant="subtle" onClick={() => set({ bearing: undefined })}>
            Take the entry out
          </Button>
        )}
      </Group>
    </div>
  );
}
