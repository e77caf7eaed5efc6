import { Divider, Group, Modal, Select, SimpleGrid, Text, TextInput } from "@mantine/core";
import type { Job, PlanBody } from "../api/client";
import { type Edit, useEdit } from "../api/hooks";
import { LengthEdit } from "../entry/LengthField";
import { tell } from "./say";
import { useUndo } from "./undo";

type Rules = NonNullable<Job["document"]["rules"]>;

const lengths: [keyof Rules, string][] = [
  ["spacing", "Spacing, centre to centre"],
  ["fit", "Fit: cut shorter by"],
  ["hold", "Hold back if less sure than ±"],
  ["kerf", "Kerf of the saw"],
  ["lap", "Lap of top plate joints"],
];

/** The crew's rules for this job, and its lumber as measured. Each is kept as it is left. */
export function Settings({ job, usual, close }: { job: Job; usual: PlanBody["usual"]; close: () => void }) {
  const edit = useEdit(job.id);
  const undo = useUndo();
  const d = job.document;
  const rules = d.rules ?? {};
  const keep = (label: string, next: Edit, back: Edit) =>
    edit.mutateAsync(next).then(() => undo.push(label, () => edit.mutateAsync(back)), tell);
  const was: Edit = { do: "settings", settings: { name: d.name, mark: d.mark, rules: d.rules } };
  const set = (label: string, change: Partial<typeof was.settings>) =>
    keep(label, { do: "settings", settings: { ...was.settings, ...change } }, was);
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
            set("name", { name: e.currentTarget.value.trim() })
          }
        />
        <LengthEdit label="Finest mark you cut to" units={d.units} value={usual.mark} keep={(v) => set("mark", { mark: v })} />
        {lengths.map(([key, label]) => (
          <LengthEdit
            key={key}
            label={label}
            units={d.units}
            value={usual.rules[key] ?? ""}
            keep={(v) => set(label, { rules: { ...rules, [key]: v } })}
          />
        ))}
        <Select
          label="Floor"
          data={["timber", "concrete"]}
          value={usual.rules.floor ?? null}
          allowDeselect={false}
          onChange={(v) => set("floor", { rules: { ...rules, floor: v as "timber" } })}
          description="On concrete the lowest plate must be treated."
        />
        <Select
          label="How walls go up"
          data={[
            { value: "in-place", label: "stood in place" },
            { value: "tilt-up", label: "built flat, tilted up" },
          ]}
          value={usual.rules.method ?? null}
          allowDeselect={false}
          onChange={(v) => set("method", { rules: { ...rules, method: v as "in-place" } })}
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
            keep={(v) =>
              keep(`thickness of ${l.id}`, { do: "lumber", lumber: { ...l, thickness: v } }, { do: "lumber", lumber: l })
            }
          />
          <LengthEdit
            label="Depth"
            units={d.units}
            value={l.depth}
            keep={(v) => keep(`depth of ${l.id}`, { do: "lumber", lumber: { ...l, depth: v } }, { do: "lumber", lumber: l })}
          />
          <Text pt={34} className="quiet" fz={14}>
            {l.treated ? "treated" : ""}
          </Text>
        </Group>
      ))}
    </Modal>
  );
}
