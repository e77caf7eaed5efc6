import { Button, Divider, Group, Modal, Select, SimpleGrid, Switch, Text, TextInput } from "@mantine/core";
import { useForm } from "@mantine/form";
import { IconPlus } from "@tabler/icons-react";
import { useState } from "react";
import type { Job, PlanBody, Problem } from "../api/client";
import { type Draft, type Shown, useEdits } from "../edits/useEdits";
import { bare } from "../entry/bare";
import { LengthEdit, LengthField } from "../entry/LengthField";
import { listed } from "../entry/listed";
import { ShopRules } from "./ShopRules";
import { tell } from "./say";
import { answersTo, Meant, meanings, sets, useWord, type WordSet } from "./words";

type LengthRule = "spacing" | "fit" | "hold" | "near" | "reach" | "kerf" | "lap" | "board" | "infill" | "bore";

const lengths: [LengthRule, string][] = [
  ["spacing", "Spacing, centre to centre"],
  ["fit", "Fit: cut shorter by"],
  ["hold", "Hold back if less sure than ±"],
  ["near", "A reading bears on a wall this near"],
  ["reach", "A reading reaches pieces this near"],
  ["kerf", "Kerf of the saw"],
  ["lap", "Lap of plate joints"],
  ["board", "Board and skim to come, each face"],
  ["infill", "What fills a hole: smaller than it by"],
  ["bore", "A hole is bored wider than its pipe by"],
];

type OpeningRule = "doorWider" | "doorHigher" | "windowWider" | "windowHigher" | "sill";

const allowances: [OpeningRule, string][] = [
  ["doorWider", "Door: rough over the leaf, wider by"],
  ["doorHigher", "Door: higher by"],
  ["windowWider", "Window: rough over the unit, wider by"],
  ["windowHigher", "Window: higher by"],
  ["sill", "A new window's sill"],
];

/** The crew's rules for this job, and its lumber as measured. Each is kept as it is left. */
export function Settings({ job, usual, close }: { job: Shown; usual: PlanBody["usual"]; close: () => void }) {
  const edits = useEdits(job);
  const d = job.document;
  const rules = d.rules ?? {};
  const word = useWord();
  const keep = (next: Draft) => edits.make(next).catch(tell);
  const set = (change: Partial<typeof rules>) => keep({ do: "put-rules", rules: { ...rules, ...change } });
  const jambs = (rules.jambs ?? usual.rules.jambs ?? []).map(bare);
  return (
    <Modal opened onClose={close} title="Rules and lumber" size="lg">
      <ShopRules job={job} usual={usual} />
      <Divider my="md" label="This job's rules" />
      <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="sm">
        <TextInput
          key={d.name}
          label="Name of the job"
          defaultValue={d.name}
          onBlur={(e) =>
            e.currentTarget.value.trim() &&
            e.currentTarget.value !== d.name &&
            keep({ do: "rename", name: e.currentTarget.value.trim() })
          }
        />
        <LengthEdit
          label="Finest mark you cut to"
          units={d.units}
          value={d.mark ?? usual.mark}
          keep={(v) => keep({ do: "put-mark", mark: v })}
        />
        {lengths.map(([key, label]) => (
          <LengthEdit
            key={key}
            label={label}
            units={d.units}
            value={rules[key] ?? usual.rules[key] ?? ""}
            keep={(v) => set({ [key]: v })}
          />
        ))}
        <Select
          label="Fire blocks"
          data={[
            { value: "", label: "none but the plates" },
            { value: "yes", label: "where a bay is open too far" },
          ]}
          value={rules.fireBlocking ? "yes" : ""}
          allowDeselect={false}
          onChange={(v) => set({ fireBlocking: v ? {} : undefined })}
        />
        {rules.fireBlocking && (
          <LengthEdit
            label="A bay is open at most; the local code decides"
            units={d.units}
            value={rules.fireBlocking.every ?? (d.units === "metric" ? "3000 mm" : "120 in")}
            keep={(every) => set({ fireBlocking: { every } })}
          />
        )}
        <Select
          label="Floor"
          data={["timber", "concrete"]}
          value={rules.floor ?? usual.rules.floor ?? null}
          allowDeselect={false}
          onChange={(v) => set({ floor: v as "timber" })}
          description="On concrete the lowest plate is treated, or track, or lies on a membrane."
        />
        <Select
          label="How walls go up"
          data={[
            { value: "in-place", label: "stood in place" },
            { value: "tilt-up", label: "built flat, tilted up" },
          ]}
          value={rules.method ?? usual.rules.method ?? null}
          allowDeselect={false}
          onChange={(v) => set({ method: v as "in-place" })}
        />
        <Select
          label="Words of the trade"
          className="whole-row"
          data={sets.map((s) => ({ value: s.set, label: s.said }))}
          value={rules.words ?? usual.rules.words ?? null}
          allowDeselect={false}
          onChange={(v) => set({ words: v as WordSet })}
          description="What the pieces are called, here and on all that is printed."
        />
      </SimpleGrid>
      <Divider my="md" label="Doors and windows: what is usual for the crew" />
      <SimpleGrid cols={{ base: 1, sm: 2 }} spacing="sm">
        {allowances.map(([key, label]) => (
          <LengthEdit
            key={key}
            label={label}
            units={d.units}
            value={rules[key] ?? usual.rules[key] ?? ""}
            keep={(v) => set({ [key]: v })}
          />
        ))}
        {(["leaf", "unit"] as const).map((of) =>
          (["width", "height"] as const).map((side) => (
            <LengthEdit
              key={of + side}
              label={`A new ${of === "leaf" ? "door's leaf" : "window's unit"}, ${side}`}
              units={d.units}
              value={rules[of]?.[side] ?? usual.rules[of]?.[side] ?? ""}
              keep={(v) => set({ [of]: { ...rules[of], [side]: v } })}
            />
          )),
        )}
        <Select
          label={`The ${word("bottom-plate")} at a doorway`}
          data={[
            { value: "stubs", label: "in stubs, open from the start" },
            { value: "whole", label: "whole, sawn out after it stands" },
          ]}
          value={rules.doorway ?? usual.rules.doorway ?? null}
          allowDeselect={false}
          onChange={(v) => set({ doorway: v as "stubs" })}
          description="Whole keeps the stack of plates alike, with no fixing and no glue in the doorway."
        />
        <TextInput
          key={jambs.join()}
          className="whole-row"
          label="Jambs are sold in depths of"
          description="With commas between. Each opening says which of them fits its wall."
          defaultValue={jambs.join(", ")}
          onBlur={(e) => {
            const now = listed(e.currentTarget.value, d.units);
            if (now.join() !== jambs.join()) set({ jambs: now });
          }}
        />
      </SimpleGrid>
      <WhatWordsMean />
      <Divider my="md" label="Lumber, as measured on one piece of the delivery" />
      {(d.lumber ?? []).map((l, i) => (
        <OneLumber
          key={l.id}
          lumber={l}
          stock={usual.stock[i] ?? []}
          units={d.units}
          keep={(now) => edits.make({ do: "put-lumber", lumber: now })}
        />
      ))}
      <MoreLumber
        taken={(d.lumber ?? []).map((l) => l.id)}
        units={d.units}
        keep={(l) => edits.make({ do: "put-lumber", lumber: l })}
      />
    </Modal>
  );
}

/** Every word of the trade, found by whatever name somebody knows it. */
function WhatWordsMean() {
  const word = useWord();
  const [sought, setSought] = useState("");
  const found = meanings.filter((m) => answersTo(m, sought));
  return (
    <details className="words-meant">
      <summary>What the words mean</summary>
      <TextInput
        label="Find a word"
        placeholder="Any name you know it by"
        value={sought}
        onChange={(e) => setSought(e.currentTarget.value)}
        mb="xs"
      />
      {found.map((m) => (
        <div key={m.term} style={{ marginBottom: 8 }}>
          <Meant of={m} own={word(m.term)} />
        </div>
      ))}
      {found.length === 0 && <Text className="quiet">No word here is called that.</Text>}
    </details>
  );
}

type Lumber = NonNullable<Job["document"]["lumber"]>[number];

interface OneProps {
  lumber: Lumber;
  /** the lengths it is sold in, usual ones filled in */
  stock: string[];
  units: string;
  keep: (l: Lumber) => Promise<unknown>;
}

/** One lumber: its size as measured, and the lengths it is sold in. */
function OneLumber({ lumber: l, stock, units, keep }: OneProps) {
  const [fault, setFault] = useState<string>();
  const told = (now: Lumber) => keep(now).catch(tell);
  return (
    <div className="one-lumber">
      <Group align="flex-start" mb="xs" wrap="nowrap">
        <Text w={90} pt={34} fw={600} className="clip">
          {l.id}
          <span className="quiet"> {l.treated ? "treated" : l.track ? "track" : l.steel ? "steel studs" : ""}</span>
        </Text>
        <LengthEdit
          label={l.track ? "Its metal" : l.steel ? "Flange" : "Thickness"}
          units={units}
          value={l.thickness}
          keep={(v) => told({ ...l, thickness: v })}
        />
        <LengthEdit label="Depth" units={units} value={l.depth} keep={(v) => told({ ...l, depth: v })} />
        {l.steel && <LengthEdit label="Its metal" units={units} value={l.metal ?? ""} keep={(v) => told({ ...l, metal: v })} />}
        {l.track && <LengthEdit label="Fit in it" units={units} value={l.fit ?? ""} keep={(v) => told({ ...l, fit: v })} />}
      </Group>
      {l.steel && (
        <Group mb="xs">
          <LengthEdit
            label="First hole, from its foot"
            units={units}
            value={l.holes?.first ?? ""}
            keep={(v) => told({ ...l, holes: { ...l.holes, first: v } })}
          />
          <LengthEdit
            label="Holes every"
            units={units}
            value={l.holes?.every ?? ""}
            keep={(v) => told({ ...l, holes: { ...l.holes, every: v } })}
          />
        </Group>
      )}
      <TextInput
        key={stock.join()}
        label={`${l.id} is sold in lengths of`}
        defaultValue={stock.join(", ")}
        error={fault}
        onBlur={(e) => {
          const now = listed(e.currentTarget.value, units);
          if (now.join() === stock.join()) return;
          keep({ ...l, stock: now.length > 0 ? now : undefined }).then(
            () => setFault(undefined),
            (p: Problem) => setFault(p.message),
          );
        }}
      />
    </div>
  );
}

/** One more lumber, by the size of one piece of it. */
function MoreLumber({ taken, units, keep }: { taken: string[]; units: string; keep: (l: Lumber) => Promise<unknown> }) {
  const [open, setOpen] = useState(false);
  const form = useForm<Lumber>({
    initialValues: { id: "", thickness: "", depth: "" },
    transformValues: (l) => ({ ...l, id: l.id.trim() }),
    validate: { id: (id) => (taken.includes(id.trim()) ? "there is one already" : id.trim() ? null : "give it a name") },
  });
  const [fault, setFault] = useState<string>();
  const close = () => {
    form.reset();
    setFault(undefined);
    setOpen(false);
  };
  const l = form.values;
  if (!open)
    return (
      <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} onClick={() => setOpen(true)}>
        Another lumber
      </Button>
    );
  const send = form.onSubmit((lumber) =>
    keep(lumber).then(close, (p: Problem) => {
      form.setErrors({ thickness: p.of(".thickness"), depth: p.of(".depth") });
      setFault(p.of(".thickness") || p.of(".depth") ? undefined : p.message);
    }),
  );
  return (
    <form onSubmit={send}>
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <TextInput label="Called" {...form.getInputProps("id")} />
        <LengthField
          label={l.track ? "Its metal's thickness" : l.steel ? "Its flanges' width" : "Its thickness"}
          value={l.thickness}
          units={units}
          change={(v) => form.setFieldValue("thickness", v)}
          fault={form.errors.thickness as string}
        />
        <LengthField
          label="Its depth"
          value={l.depth}
          units={units}
          change={(v) => form.setFieldValue("depth", v)}
          fault={form.errors.depth as string}
        />
        <Switch label="Treated" {...form.getInputProps("treated", { type: "checkbox" })} />
        <Switch label="Steel studs" {...form.getInputProps("steel", { type: "checkbox" })} />
        <Switch label="Steel track, for plates" {...form.getInputProps("track", { type: "checkbox" })} />
      </SimpleGrid>
      {fault && <div className="is-stop">{fault}</div>}
      <Group mt="sm">
        <Button type="submit" h={48}>
          Add it
        </Button>
        <Button h={48} variant="default" onClick={close}>
          Leave it
        </Button>
      </Group>
    </form>
  );
}
