import { Group, NumberInput, Select, SimpleGrid, Text, TextInput } from "@mantine/core";
import type { Opening } from "../api/client";
import { useJobContext } from "../app/Shell";
import { LengthField } from "./LengthField";

export type Entry = NonNullable<Opening["bearing"]>;
type Looked = NonNullable<Entry["path"]>[number];

interface Props {
  one: Entry;
  change: (to: Entry) => void;
  wrong: (field: string) => string | undefined;
  /** what stands under its ends */
  under: string;
}

/** What a licensed engineer named; nothing is filled in for anybody. */
export function EngineerFields({ one, change, wrong, under }: Props) {
  const { job, plan } = useJobContext();
  const link = (key: Looked["link"], label: string) => {
    const was = one.path?.find((l) => l.link === key);
    const at = one.path?.findIndex((l) => l.link === key) ?? -1;
    const keep = (now: Partial<Looked>) => {
      const next = { link: key, what: "", by: "", ...was, ...now };
      const rest = one.path?.filter((l) => l.link !== key) ?? [];
      change({ ...one, path: next.what || next.by ? [...rest, next] : rest });
    };
    return (
      <Group key={key} grow align="flex-start">
        <TextInput
          label={label}
          placeholder="post on its footing"
          value={was?.what ?? ""}
          error={at >= 0 ? wrong(`path[${at}].what`) : undefined}
          onChange={(e) => keep({ what: e.currentTarget.value })}
        />
        <TextInput
          label="Looked at by"
          value={was?.by ?? ""}
          error={at >= 0 ? wrong(`path[${at}].by`) : undefined}
          onChange={(e) => keep({ by: e.currentTarget.value })}
        />
      </Group>
    );
  };
  const text = (label: string, name: "by" | "when" | "paper" | "steel") => (
    <TextInput
      label={label}
      value={one[name] ?? ""}
      error={wrong(name)}
      onChange={(e) => change({ ...one, [name]: e.currentTarget.value })}
    />
  );
  const length = (label: string, name: "depth" | "each") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name] ?? ""}
      fault={wrong(name)}
      change={(v) => change({ ...one, [name]: v })}
    />
  );
  return (
    <>
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
          error={wrong("plies")}
          onChange={(v) => change({ ...one, plies: v === "" ? undefined : Number(v) })}
        />
        <Select
          label="Lumber"
          clearable
          data={job.document.lumber?.filter((l) => !l.track).map((l) => l.id) ?? []}
          value={one.lumber ?? null}
          error={wrong("lumber")}
          onChange={(v) => change({ ...one, lumber: v ?? undefined })}
        />
        {text("Or steel", "steel")}
        {length("Depth", "depth")}
        {length("Bearing at each end", "each")}
      </SimpleGrid>
      <Text className="quiet" mt="xs">
        What the load goes down by, where somebody licensed has looked at it. What is left empty stays missing.
      </Text>
      {link("under-left", `Under the left ${under}`)}
      {link("under-right", `Under the right ${under}`)}
      {link("to-ground", "From there to the ground")}
    </>
  );
}

/** The entry with what was left empty taken out. */
export function entered(one: Entry): Entry {
  return {
    ...one,
    depth: one.depth || undefined,
    steel: one.steel || undefined,
    path: one.path?.length ? one.path : undefined,
  };
}
