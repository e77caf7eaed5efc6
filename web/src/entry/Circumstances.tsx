import { NativeSelect, TextInput } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { useState } from "react";
import type { Problem, Reading } from "../api/client";
import { useJobContext } from "../app/Shell";
import { LengthField } from "./LengthField";
import "./tray.css";

type Kind = Reading["kind"];
type What = NonNullable<Reading["stood"]>["what"];

const under: [string, string][] = [
  ["", "the bare floor"],
  ["carpet", "carpet that comes off"],
  ["board", "board that comes off"],
];
const over: [string, string][] = [
  ["", "the ceiling"],
  ["board", "board that comes off"],
  ["texture", "texture that comes off"],
  ["joist", "joist; a block will hang"],
  ["deck", "deck between joists"],
];

/** What the tape stood on and stopped at, what it was, and who read it. The last two stay from reading to reading. */
export function useCircumstances(kind: Kind | "tie") {
  const { job } = useJobContext();
  const [by, setBy] = useLocalStorage({ key: "homalos-read-by", defaultValue: "" });
  const [instrument, setInstrument] = useLocalStorage({ key: `homalos-read-with-${job.id}`, defaultValue: "" });
  const [stood, setStood] = useState({ what: "", thick: "" });
  const [stopped, setStopped] = useState({ what: "", thick: "" });
  const list = job.document.survey?.instruments ?? [];
  const known = list.some((i) => i.id === instrument) ? instrument : "";
  const of = (s: typeof stood) => (s.what ? { what: s.what as What, ...(s.thick.trim() ? { thick: s.thick } : {}) } : undefined);
  /** The fields to send with a reading; a device that shot it goes before what was chosen. */
  const fields = (device: string) => {
    const using = list.some((i) => i.id === device) ? device : known;
    const low = kind === "gap" || kind === "floor" ? of(stood) : undefined;
    const high = kind === "gap" || kind === "ceiling" ? of(stopped) : undefined;
    return {
      ...(by.trim() ? { by: by.trim() } : {}),
      ...(using ? { instrument: using } : {}),
      ...(low ? { stood: low } : {}),
      ...(high ? { stopped: high } : {}),
    };
  };
  return { by, setBy, instrument: known, setInstrument, stood, setStood, stopped, setStopped, list, fields, kind };
}

interface Props {
  of: ReturnType<typeof useCircumstances>;
  fault?: Problem | null;
}

export function Circumstances({ of: c, fault }: Props) {
  const { job } = useJobContext();
  const d = job.document;
  const surface = (label: string, s: typeof c.stood, set: typeof c.setStood, list: [string, string][], path: string) => (
    <div className="two">
      <NativeSelect
        label={label}
        value={s.what}
        onChange={(e) => set({ ...s, what: e.currentTarget.value })}
        data={list.map(([value, text]) => ({ value, label: text }))}
      />
      {s.what && s.what !== "deck" && (
        <LengthField
          label="Thick"
          value={s.thick}
          units={d.units}
          mark={d.mark}
          change={(thick) => set({ ...s, thick })}
          fault={fault?.of(`.${path}.thick`)}
        />
      )}
    </div>
  );
  const said = [
    c.kind !== "tie" && c.kind !== "ceiling" && (under.find(([v]) => v === c.stood.what)?.[1] ?? ""),
    c.kind !== "tie" && c.kind !== "floor" && (over.find(([v]) => v === c.stopped.what)?.[1] ?? ""),
    c.instrument && `with ${c.instrument}`,
    c.by.trim() && `by ${c.by.trim()}`,
  ].filter(Boolean);
  return (
    <details className="circumstances">
      <summary>
        <span>{said.length ? said.join(", ") : "With what, by whom"}</span>
      </summary>
      {c.kind !== "tie" && c.kind !== "ceiling" && surface("Stood on", c.stood, c.setStood, under, "stood")}
      {c.kind !== "tie" && c.kind !== "floor" && surface("Stopped at", c.stopped, c.setStopped, over, "stopped")}
      <div className="two">
        <NativeSelect
          label="Read with"
          value={c.instrument}
          onChange={(e) => c.setInstrument(e.currentTarget.value)}
          data={[{ value: "", label: "any tape" }, ...c.list.map((i) => i.id)]}
        />
        <TextInput label="Read by" value={c.by} onChange={(e) => c.setBy(e.currentTarget.value)} />
      </div>
    </details>
  );
}
