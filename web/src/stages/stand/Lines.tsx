import { Button, Checkbox, Group, NativeSelect, TextInput } from "@mantine/core";
import type { ReactNode } from "react";
import { Removable } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";

/** One field of a line: dates and times are the browser's own. */
export type Field = {
  name: string;
  label: string;
  kind: "date" | "datetime-local" | "time" | "text" | "number" | "length" | "choice" | "check";
  choices?: readonly (readonly [value: string, label: string])[];
  must?: boolean;
};

type Draft = Record<string, string | boolean>;

/** A list of lines that are added by a small form, and taken out again. */
export function Lines<T extends object>(p: {
  title: string;
  about: string;
  all: readonly T[] | undefined;
  said: (one: T) => ReactNode;
  fields: readonly Field[];
  add: string;
  put: (all: T[] | undefined) => Promise<unknown>;
  whole?: (one: Record<string, unknown>) => T;
}) {
  const empty: Draft = Object.fromEntries(
    p.fields.map((f) => [f.name, f.kind === "check" ? false : (f.choices?.[0]?.[0] ?? "")]),
  );
  const { one, setOne, send } = useEntry<Draft>(empty);
  const all = p.all ?? [];
  const set = (name: string, v: string | boolean) => setOne((now) => ({ ...now, [name]: v }));
  const missing = p.fields.some((f) => f.must && one[f.name] === "");
  const made = () => {
    const out: Record<string, unknown> = {};
    for (const f of p.fields) {
      const v = one[f.name];
      if (v === "" || v === false || v === undefined) continue;
      out[f.name] = f.kind === "number" ? Number(v) : v;
    }
    return p.whole ? p.whole(out) : (out as T);
  };
  return (
    <details className="lines-of">
      <summary>
        {p.title}
        {all.length > 0 && <b> ({all.length})</b>}
      </summary>
      <p className="quiet">{p.about}</p>
      <Removable
        lines={all.map((x, i) => ({ name: `line ${i + 1} of ${p.title.toLowerCase()}`, said: p.said(x) }))}
        take={(i) => p.put(all.length > 1 ? all.filter((_, k) => k !== i) : undefined)}
      />
      <form
        onSubmit={(e) => {
          e.preventDefault();
          if (!missing) send(p.put([...all, made()]));
        }}
      >
        <Group gap="sm" align="flex-end">
          {p.fields.map((f) => (
            <OneField key={f.name} f={f} v={one[f.name] ?? ""} set={(v) => set(f.name, v)} />
          ))}
          <Button type="submit" h={48} variant="default" disabled={missing}>
            {p.add}
          </Button>
        </Group>
      </form>
    </details>
  );
}

function OneField({ f, v, set }: { f: Field; v: string | boolean; set: (v: string | boolean) => void }) {
  if (f.kind === "check")
    return <Checkbox size="md" mb={12} label={f.label} checked={v === true} onChange={(e) => set(e.currentTarget.checked)} />;
  if (f.kind === "choice")
    return (
      <NativeSelect
        size="md"
        label={f.label}
        value={String(v)}
        onChange={(e) => set(e.currentTarget.value)}
        data={(f.choices ?? []).map(([value, label]) => ({ value, label }))}
      />
    );
  return (
    <TextInput
      size="md"
      w={f.kind === "text" ? 190 : f.kind === "number" ? 110 : f.kind === "datetime-local" ? 230 : 170}
      label={f.label}
      type={f.kind === "number" || f.kind === "length" ? "text" : f.kind}
      inputMode={f.kind === "number" ? "decimal" : undefined}
      value={String(v)}
      onChange={(e) => set(e.currentTarget.value)}
    />
  );
}
