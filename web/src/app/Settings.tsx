import { Button, Divider, Group, Modal, Select, SimpleGrid, Switch, Text, TextInput } from "@mantine/core";
import { IconPlus } from "@tabler/icons-react";
import { useState } from "react";
import type { Job, PlanBody, Problem } from "../api/client";
import { type Draft, type Shown, useEdits } from "../edits/useEdits";
import { LengthEdit, LengthField } from "../entry/LengthField";
import { tell } from "./say";

type LengthRule = "spacing" | "fit" | "hold" | "kerf" | "lap" | "board";

const lengths: [LengthRule, string][] = [
  ["spacing", "Spacing, centre to centre"],
  ["fit", "Fit: cut shorter by"],
  ["hold", "Hold back if less sure than ±"],
  ["kerf", "Kerf of the saw"],
  ["lap", "Lap of plate joints"],
  ["board", "Board and skim to come, each face"],
];

/** The crew's rules for this job, and its lumber as measured. Each is kept as it is left. */
export function Settings({ job, usual, close }: { job: Shown; usual: PlanBody["usual"]; close: () => void }) {
  const edits = useEdits(job);
  const d = job.document;
  const rules = d.rules ?? {};
  const keep = (next: Draft) => edits.make(next).catch(tell);
  const set = (change: Partial<typeof rules>) => keep({ do: "put-rules", rules: { ...rules, ...change } });
  return (
    <Modal opened onClose={close} title="Rules and lumber" size="lg">
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
          value={usual.mark}
          keep={(v) => keep({ do: "put-mark", mark: v })}
        />
        {lengths.map(([key, label]) => (
          <LengthEdit key={key} label={label} units={d.units} value={usual.rules[key] ?? ""} keep={(v) => set({ [key]: v })} />
        ))}
        <Select
          label="Floor"
          data={["timber", "concrete"]}
          value={usual.rules.floor ?? null}
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
          value={usual.rules.method ?? null}
          allowDeselect={false}
          onChange={(v) => set({ method: v as "in-place" })}
        />
      </SimpleGrid>
      <Divider my="md" label="Lumber, as measured on one piece of the delivery" />
      {(d.lumber ?? []).map((l) => (
        <Group key={l.id} align="flex-start" mb="xs" wrap="nowrap">
          <Text w={90} pt={34} fw={600} className="clip">
            {l.id}
          </Text>
          <LengthEdit
            label="Thickness"
            units={d.units}
            value={l.thickness}
            keep={(v) => keep({ do: "put-lumber", lumber: { ...l, thickness: v } })}
          />
          <LengthEdit
            label="Depth"
            units={d.units}
            value={l.depth}
            keep={(v) => keep({ do: "put-lumber", lumber: { ...l, depth: v } })}
          />
          <Text pt={34} className="quiet" fz={14}>
            {l.treated ? "treated" : l.track ? "track" : ""}
          </Text>
        </Group>
      ))}
      <MoreLumber
        taken={(d.lumber ?? []).map((l) => l.id)}
        units={d.units}
        keep={(l) => edits.make({ do: "put-lumber", lumber: l })}
      />
    </Modal>
  );
}

type Lumber = NonNullable<Job["document"]["lumber"]>[number];

/** One more lumber, by the size of one piece of it. */
function MoreLumber({ taken, units, keep }: { taken: string[]; units: string; keep: (l: Lumber) => Promise<unknown> }) {
  const fresh: Lumber = { id: "", thickness: "", depth: "" };
  const [l, setL] = useState<Lumber>();
  const [fault, setFault] = useState<Problem>();
  if (!l)
    return (
      <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} onClick={() => setL(fresh)}>
        Another lumber
      </Button>
    );
  const there = taken.includes(l.id.trim());
  const send = () =>
    keep({ ...l, id: l.id.trim() }).then(
      () => setL(undefined),
      (e) => setFault(e as Problem),
    );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!there && l.id.trim()) send();
      }}
    >
      <SimpleGrid cols={{ base: 1, sm: 3 }} spacing="sm">
        <TextInput
          label="Called"
          value={l.id}
          onChange={(e) => setL({ ...l, id: e.currentTarget.value })}
          error={there && "there is one already"}
        />
        <LengthField
          label={l.track ? "Its metal's thickness" : "Its thickness"}
          value={l.thickness}
          units={units}
          change={(thickness) => setL({ ...l, thickness })}
          fault={fault?.of(".thickness")}
        />
        <LengthField
          label="Its depth"
          value={l.depth}
          units={units}
          change={(depth) => setL({ ...l, depth })}
          fault={fault?.of(".depth")}
        />
        <Switch label="Treated" checked={!!l.treated} onChange={(e) => setL({ ...l, treated: e.currentTarget.checked })} />
        <Switch
          label="Steel track, for plates"
          checked={!!l.track}
          onChange={(e) => setL({ ...l, track: e.currentTarget.checked })}
        />
      </SimpleGrid>
      {fault && !fault.of(".thickness") && !fault.of(".depth") && <div className="is-stop">{fault.message}</div>}
      <Group mt="sm">
        <Button type="submit" h={48} disabled={there || !l.id.trim()}>
          Add it
        </Button>
        <Button h={48} variant="default" onClick={() => setL(undefined)}>
          Leave it
        </Button>
      </Group>
    </form>
  );
}
