import { Checkbox, NativeSelect, Select, SimpleGrid, Text, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Opening } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { capital, useWord } from "../../app/words";
import { Said } from "../../drawing/Len";
import { LengthEdit } from "../../entry/LengthField";
import { SillParts } from "./SillParts";

const kinds = [
  { value: "door", label: "door" },
  { value: "double", label: "double door" },
  { value: "cased", label: "cased, no leaf" },
  { value: "pocket", label: "pocket door" },
  { value: "bifold", label: "bifold" },
  { value: "slider", label: "top-hung slider" },
  { value: "window", label: "window" },
  { value: "hatch", label: "hatch" },
  { value: "rough", label: "of a rough size" },
];

const sizes = [
  { value: "leaf", label: "the leaf and our usual room" },
  { value: "parts", label: "the leaf and its parts" },
  { value: "unit", label: "the unit that is here" },
  { value: "rough", label: "a rough size" },
];

interface Props {
  opening: Opening;
  set: (change: Partial<Opening>) => Promise<unknown>;
  wrong: (field: string) => string | undefined;
  /** what jamb fits, and a window's usual sill */
  fits?: string;
  sill?: string;
  /** the sill it has, which its parts come to */
  comes?: string;
}

const hangs = (kind: string) => kind === "door" || kind === "double" || kind === "cased" || kind === "bifold";
const sits = (kind: string) => kind === "window" || kind === "hatch";

/** All that is chosen for one opening; each field is kept as it is given. */
export function OpeningForm({ opening: o, set, wrong, fits, sill, comes }: Props) {
  const word = useWord();
  const { job, plan } = useJobContext();
  const d = job.document;
  const by = o.rough ? "rough" : o.unit ? "unit" : o.parts ? "parts" : o.kind === "rough" ? "rough" : "leaf";
  const [also, setAlso] = useState(false);
  const [summed, setSummed] = useState(false);
  const length = (label: string, field: string, value: string, keep: (v: string) => unknown, empty = false) => (
    <LengthEdit key={label} label={label} units={d.units} value={value} empty={empty} fault={wrong(field)} keep={keep} />
  );
  const part = (label: string, name: "jamb" | "gap" | "shim" | "foot") =>
    length(label, `parts.${name}`, o.parts?.[name] ?? plan.usual.parts[name] ?? "", (v) =>
      set({ parts: { ...o.parts, [name]: v } }),
    );
  const size = (name: "leaf" | "unit" | "rough", what: string) => (
    <>
      {length(`${what} width`, `${name}.width`, o[name]?.width ?? "", (v) => set({ [name]: { ...o[name], width: v } }))}
      {length(`${what} height`, `${name}.height`, o[name]?.height ?? "", (v) => set({ [name]: { ...o[name], height: v } }))}
    </>
  );
  const unit = o.kind === "window" || o.kind === "hatch" ? "Unit" : "Leaf";
  const change = (kind: Opening["kind"]) => {
    set({
      kind,
      sill: sits(kind) ? (o.sill ?? sill) : undefined,
      parts: hangs(kind) ? o.parts : undefined,
      rough: kind === "rough" ? (o.rough ?? o.leaf) : o.rough,
    });
  };
  return (
    <SimpleGrid cols={2} spacing="sm">
      <NativeSelect label="Kind" data={kinds} value={o.kind} onChange={(e) => change(e.currentTarget.value as Opening["kind"])} />
      {length("Middle at", "centre", o.centre, (v) => set({ centre: v }))}
      {o.kind !== "rough" && (
        <NativeSelect
          label="Sized by"
          style={{ gridColumn: "1 / -1" }}
          data={sizes.filter((s) => s.value !== "parts" || hangs(o.kind))}
          value={by}
          onChange={(e) => {
            const to = e.currentTarget.value;
            set({
              parts: to === "parts" ? (o.parts ?? {}) : undefined,
              unit: to === "unit" ? (o.unit ?? {}) : undefined,
              rough: to === "rough" ? (o.rough ?? {}) : undefined,
            });
          }}
        />
      )}
      {o.kind !== "rough" && size("leaf", unit)}
      {by === "unit" && size("unit", "Measured")}
      {by === "rough" && size("rough", "Rough")}
      {by === "parts" && (
        <>
          {part("Jamb", "jamb")}
          {part("Gap", "gap")}
          {part("Shim", "shim")}
          {part("Under the leaf", "foot")}
        </>
      )}
      {length("Floor still to come", "finishFloor", o.finishFloor ?? "0", (v) => set({ finishFloor: v }))}
      {(sits(o.kind) || (o.kind === "rough" && o.sill)) &&
        !o.sillParts &&
        length("Sill over the finished floor", "sill", o.sill ?? "", (v) => set({ sill: v }))}
      {(sits(o.kind) || (o.kind === "rough" && (o.sill || o.sillParts))) &&
        (o.sillParts || summed ? (
          <SillParts opening={o} comes={comes} set={set} wrong={wrong} />
        ) : (
          <button type="button" className="fix" onClick={() => setSummed(true)}>
            Sill by its parts …
          </button>
        ))}
      {!sits(o.kind) && o.kind !== "rough" && o.kind !== "cased" && (
        <>
          <NativeSelect
            label={o.kind === "slider" || o.kind === "pocket" ? "Goes to the" : "Hinges at the"}
            data={[
              { value: "", label: "not said" },
              { value: "left", label: "left" },
              { value: "right", label: "right" },
            ]}
            value={o.hand ?? ""}
            onChange={(e) => set({ hand: (e.currentTarget.value || undefined) as Opening["hand"] })}
          />
          {(o.kind === "door" || o.kind === "double") && (
            <NativeSelect
              label="Swings"
              data={[
                { value: "", label: "not said" },
                { value: "in", label: "towards you" },
                { value: "out", label: "away" },
              ]}
              value={o.swing ?? ""}
              onChange={(e) => set({ swing: (e.currentTarget.value || undefined) as Opening["swing"] })}
            />
          )}
        </>
      )}
      {o.kind === "door" && o.hand && (
        <NativeSelect
          label="Switch on the latch side"
          data={[
            { value: "0", label: "none" },
            ...[1, 2, 3, 4].map((n) => ({ value: String(n), label: n === 1 ? "1 gang" : `${n} gangs` })),
          ]}
          value={String(o.switch ?? 0)}
          onChange={(e) => set({ switch: Number(e.currentTarget.value) || undefined })}
        />
      )}
      <Select
        label={`${capital(word("jacks"))} a side`}
        data={["usual", "none", "1", "2", "3"]}
        value={o.jacks === -1 ? "none" : o.jacks ? String(o.jacks) : "usual"}
        allowDeselect={false}
        onChange={(v) => set({ jacks: v === "usual" ? 0 : v === "none" ? -1 : Number(v) })}
      />
      {!o.bearing && (
        <Select
          label={capital(word("header"))}
          data={["usual", "flat, 1", "flat, 2", "flat, 3", "on edge, 1", "on edge, 2", "on edge, 3"]}
          value={o.header ? `${o.header.lie === "flat" || !o.header.lie ? "flat" : "on edge"}, ${o.header.plies || 1}` : "usual"}
          allowDeselect={false}
          onChange={(v) => {
            const [lie, plies] = (v ?? "usual").split(", ");
            set({
              header: v === "usual" ? undefined : { ...o.header, lie: lie === "flat" ? "flat" : "on-edge", plies: Number(plies) },
            });
          }}
        />
      )}
      {o.kind !== "rough" && (also || o.first) && (
        <NativeSelect
          label="Built in two halves"
          style={{ gridColumn: "1 / -1" }}
          data={[
            { value: "", label: "no, both sides laid out" },
            { value: "left", label: "left side first, the unit sets the right" },
            { value: "right", label: "right side first, the unit sets the left" },
          ]}
          value={o.first ?? ""}
          error={wrong("first")}
          onChange={(e) => set({ first: (e.currentTarget.value || undefined) as Opening["first"] })}
        />
      )}
      {also || o.first || o.head || o.level || o.jamb || o.heavy || o.blocks ? (
        <>
          <TextInput
            key={o.head}
            label="Head shared with"
            description="a name, as hall: all of it go by the highest"
            inputWrapperOrder={["label", "input", "description", "error"]}
            defaultValue={o.head ?? ""}
            error={wrong("head")}
            onBlur={(e) => e.currentTarget.value !== (o.head ?? "") && set({ head: e.currentTarget.value || undefined })}
          />
          {length("Or on a level line at", "level", o.level ?? "", (v) => set({ level: v || undefined }), true)}
          {length("A jamb that is here, deep", "jamb", o.jamb ?? "", (v) => set({ jamb: v || undefined }), true)}
          <NativeSelect
            label="Straightening blocks"
            data={[
              { value: "0", label: "none" },
              ...[1, 2, 3, 4].map((n) => ({ value: String(n), label: n === 1 ? "1 row" : `${n} rows` })),
            ]}
            value={String(o.blocks ?? 0)}
            onChange={(e) => set({ blocks: Number(e.currentTarget.value) || undefined })}
          />
          <Checkbox
            size="md"
            mt="lg"
            label="Heavy leaf: double kings"
            checked={o.heavy ?? false}
            onChange={(e) => set({ heavy: e.currentTarget.checked || undefined })}
          />
        </>
      ) : (
        <button type="button" className="fix" onClick={() => setAlso(true)}>
          Head, jamb, two halves, heavy leaf …
        </button>
      )}
      {fits && (
        <Text fz={15} className="quiet" style={{ gridColumn: "1 / -1" }}>
          <Said text={fits} />
        </Text>
      )}
    </SimpleGrid>
  );
}
