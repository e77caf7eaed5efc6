import { ActionIcon, Button, Modal, NativeSelect, Stack, Switch, TextInput } from "@mantine/core";
import { IconPlus, IconX } from "@tabler/icons-react";
import { useState } from "react";
import type { Problem } from "../../api/client";
import { type Entry, partOf } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { type Draft, useEdits } from "../../edits/useEdits";
import { LengthField } from "../../entry/LengthField";
import { NumberField } from "../../entry/NumberField";
import { type Field, get, type PartForm, put } from "./parts";

interface Props {
  form: PartForm;
  entry: Entry;
  fresh: boolean;
  close: () => void;
}

/** One entry of what was found, by its fields. */
export function PartEditor({ form, entry, fresh, close }: Props) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const [e, setE] = useState<Entry>(entry);
  const fault: Problem | null = edits.error;
  const taken = fresh && partOf(job, form.part).some((one) => one.id === e.id);
  const keep = () => edits.make({ do: "put-found", part: form.part, entry: e } as unknown as Draft).then(close, () => {}); // the faults stand at their fields
  const set = (path: string, value: unknown) => {
    if (edits.error) edits.reset();
    const how = form.fields.find((f) => f.type === "how" && f.path === path);
    // one way of giving it takes the other's place
    const bare = (how?.other ?? []).reduce((now, other) => put(now, other, undefined), e);
    const spot = { x: "", y: "" };
    const axes = form.part === "joists" ? { angle: 0, first: spot } : form.part === "walls" ? {} : { from: spot, to: spot };
    if (how && value === null) {
      const { by: _by, ...rest } = bare;
      setE({ ...rest, ends: [spot, spot] } as Entry);
      return;
    }
    setE(put(how && value === undefined ? { ...bare, ...axes } : bare, path, value));
  };
  const missing = form.fields.some((f) => f.must && (!f.when || f.when(e)) && !String(get(e, f.path) ?? "").trim());
  const shown = form.fields.filter((f) => !f.when || f.when(e));
  const placed = shown.some((f) => fault?.of(`.${f.path}`));
  return (
    <Modal opened onClose={close} title={`${form.title}: ${fresh ? "one more" : entry.id}`} size="lg">
      <Stack gap="sm">
        <div className="part-fields">
          {shown.map((f) => (
            <One
              key={f.path}
              f={f.ask ? { ...f, label: f.ask(e) } : f}
              e={e}
              set={set}
              lock={!fresh && f.path === "id"}
              fault={f.path === "id" && taken ? "there is one already" : fault?.of(`.${f.path}`)}
            />
          ))}
        </div>
        {fault && !placed && <div className="is-stop">{fault.message}</div>}
        <Button h={52} onClick={keep} loading={edits.isPending} disabled={missing || taken}>
          Keep it
        </Button>
      </Stack>
    </Modal>
  );
}

interface LengthsProps {
  label: string;
  value: string[];
  fault?: string;
  set: (to: string[] | undefined) => void;
}

/** Lengths in a row: what is typed stays as it is typed, spaces too. */
function Lengths({ label, value, fault, set }: LengthsProps) {
  const { job } = useJobContext();
  const [text, setText] = useState(value.join(", "));
  return (
    <TextInput
      label={`${label}, with commas between`}
      value={text}
      error={fault}
      onChange={(x) => {
        const now = x.currentTarget.value;
        setText(now);
        const parts = now.split(job.document.units === "metric" ? /,(?!\d)/ : ",").map((t) => t.trim());
        set(now.trim() === "" ? undefined : parts.filter((t, i) => t !== "" || i < parts.length - 1));
      }}
    />
  );
}

interface OneProps {
  f: Field;
  e: Entry;
  set: (path: string, value: unknown) => void;
  fault?: string;
  lock: boolean;
}

function One({ f, e, set, fault, lock }: OneProps) {
  const { job } = useJobContext();
  const d = job.document;
  const value = get(e, f.path);
  const text = value === undefined || value === null ? "" : String(value);
  switch (f.type) {
    case "length":
      return (
        <LengthField label={f.label} value={text} units={d.units} mark={d.mark} change={(v) => set(f.path, v)} fault={fault} />
      );
    case "bool":
      return <Switch label={f.label} checked={!!value} onChange={(x) => set(f.path, x.currentTarget.checked)} />;
    case "number":
      return <NumberField label={f.label} value={value as number | undefined} error={fault} change={(n) => set(f.path, n)} />;
    case "how":
      return (
        <NativeSelect
          label={f.label}
          value={e.ends !== undefined ? "ends" : value === undefined ? "axes" : "wall"}
          error={fault}
          onChange={(x) =>
            set(f.path, x.currentTarget.value === "wall" ? {} : x.currentTarget.value === "ends" ? null : undefined)
          }
          data={[
            { value: "wall", label: f.options?.[0] ?? "off a wall" },
            { value: "axes", label: f.options?.[1] ?? "by the plan's axes" },
            ...(f.options?.[2] ? [{ value: "ends", label: f.options[2] }] : []),
          ]}
        />
      );
    case "face":
    case "end":
    case "choice":
    case "corner":
    case "wall":
      return (
        <NativeSelect
          label={f.label}
          value={text}
          error={fault}
          onChange={(x) => set(f.path, x.currentTarget.value)}
          data={choices(f, d, e)}
        />
      );
    case "lengths":
      return (
        <Lengths label={f.label} value={(value as string[] | undefined) ?? []} fault={fault} set={(to) => set(f.path, to)} />
      );
    case "rows":
      return <Rows f={f} rows={(value as Record<string, string>[]) ?? []} set={(rows) => set(f.path, rows)} fault={fault} />;
  }
  return (
    <TextInput label={f.label} value={text} error={fault} disabled={lock} onChange={(x) => set(f.path, x.currentTarget.value)} />
  );
}

type Doc = ReturnType<typeof useJobContext>["job"]["document"];

/** The taped sides of the room that no wall is named for, as faces. */
const sides = (d: Doc) => {
  const corners = d.survey?.corners ?? [];
  const n = corners.length;
  return corners.flatMap((c, i) => {
    const next = corners[(i + 1) % n];
    const named = d.survey?.walls?.some((w) => (w.from === c.id && w.to === next?.id) || (w.to === c.id && w.from === next?.id));
    return n < 3 || !next || named ? [] : [{ face: `${c.id}-${next.id}`, from: c.id, to: next.id }];
  });
};

/** Faces that a thing can be measured off: walls that are there, taped sides, and new walls. */
const faces = (d: Doc) => [
  ...sides(d).map((s) => s.face),
  ...(d.survey?.walls ?? []).map((w) => w.id),
  ...(d.walls ?? []).flatMap((w) => [w.id, `${w.id} back`]),
];

/** The two ends of a wall, by what they are. */
const ends = (d: Doc, face: string) => {
  const there = d.survey?.walls?.find((w) => w.id === face) ?? sides(d).find((s) => s.face === face);
  return [
    { value: "", label: there ? `corner ${there.from}` : "its From end" },
    { value: "end", label: there ? `corner ${there.to}` : "its To end" },
  ];
};

/** What a field may be chosen from. */
const choices = (f: Field, d: Doc, e: Entry) => {
  switch (f.type) {
    case "end":
      return ends(d, String(get(e, "by.face") ?? ""));
    case "face":
      return ["", ...faces(d)];
    case "corner":
      return ["", ...(d.survey?.corners ?? []).map((c) => c.id)];
    case "wall":
      return ["", ...(d.survey?.walls ?? []).map((w) => w.id)];
  }
  return ["", ...(f.options ?? [])];
};

interface RowsProps {
  f: Field;
  rows: Record<string, string>[];
  set: (rows: Record<string, string>[]) => void;
  fault?: string;
}

function Rows({ f, rows, set, fault }: RowsProps) {
  const { job } = useJobContext();
  const d = job.document;
  const columns = f.columns ?? [];
  return (
    <fieldset className="part-rows">
      <legend>{f.label}</legend>
      {rows.map((row, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: rows have nothing of their own to go by
        <div key={i} className="part-row" style={{ gridTemplateColumns: `repeat(${columns.length}, 1fr) 48px` }}>
          {columns.map((c) =>
            c.text ? (
              <TextInput
                key={c.path}
                label={c.label}
                value={row[c.path] ?? ""}
                onChange={(x) => set(rows.map((r, k) => (k === i ? { ...r, [c.path]: x.currentTarget.value } : r)))}
              />
            ) : (
              <LengthField
                key={c.path}
                label={c.label}
                value={row[c.path] ?? ""}
                units={d.units}
                mark={d.mark}
                change={(v) => set(rows.map((r, k) => (k === i ? { ...r, [c.path]: v } : r)))}
              />
            ),
          )}
          <ActionIcon
            size={48}
            variant="subtle"
            color="gray"
            aria-label={`Take row ${i + 1} out`}
            onClick={() => set(rows.filter((_, k) => k !== i))}
          >
            <IconX size={18} />
          </ActionIcon>
        </div>
      ))}
      {fault && <div className="is-stop">{fault}</div>}
      <Button
        variant="subtle"
        h={48}
        leftSection={<IconPlus size={18} />}
        onClick={() => set([...rows, Object.fromEntries(columns.map((c) => [c.path, ""]))])}
      >
        One more
      </Button>
    </fieldset>
  );
}
