import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useRef, useState } from "react";
import type { Aim, Problem, Tie } from "../../api/client";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";
import { Circumstances, useCircumstances } from "../../entry/Circumstances";
import { onEnter } from "../../entry/keys";
import { LengthField } from "../../entry/LengthField";
import { Tray } from "../../entry/Tray";

interface Props {
  devices: boolean;
  wanted?: { from: string; to: string };
  replaces?: string;
  done: () => void;
  set: () => void;
}

/** One tape or bevel between corners; the place that is asked for stands ready. */
export function TapeEntry({ devices, wanted, replaces, done, set }: Props) {
  const { id, job } = useJobContext();
  const d = job.document;
  const edits = useEdits(job);
  const corners = d.survey?.corners ?? [];
  const replaced = d.survey?.ties?.find((t) => t.id === replaces);
  const [kind, setKind] = useState<Tie["kind"]>(replaced?.kind ?? "length");
  const [from, setFrom] = useState(replaced?.from ?? wanted?.from ?? corners[0]?.id ?? "");
  const [to, setTo] = useState(replaced?.to ?? wanted?.to ?? corners[1]?.id ?? "");
  const [at, setAt] = useState(replaced?.at ?? corners[2]?.id ?? "");
  const [value, setValue] = useState("");
  const [device, setDevice] = useState("");
  const around = useCircumstances("tie");
  const field = useRef<HTMLInputElement>(null);
  const fault: Problem | null = edits.error;
  if (corners.length < 2) {
    return (
      <Button h={52} variant="light" onClick={set}>
        Set the corners first
      </Button>
    );
  }
  const names = corners.map((c) => c.id);
  const angle = kind === "angle";
  const keep = () => {
    if (edits.isPending || value.trim() === "") return field.current?.focus();
    const tie: Tie = {
      id: newId(),
      kind,
      from,
      to,
      taken: new Date().toISOString(),
      ...(kind === "length" ? {} : { at }),
      ...(angle ? { degrees: Number(value.replace("°", "").replace(",", ".")) } : { value }),
      ...around.fields(device),
      ...(replaces ? { replaces } : {}),
    };
    if (angle && !Number.isFinite(tie.degrees)) return field.current?.select();
    edits.make({ do: "add-tie", tie }).then(
      () => {
        setValue("");
        setDevice("");
        // the next side round the room, unless something is asked for
        const i = corners.findIndex((c) => c.id === to);
        if (kind === "length") {
          setFrom(to);
          setTo(corners[(i + 1) % corners.length]?.id ?? "");
        }
        done();
        field.current?.focus();
      },
      (e: Problem) => {
        if (Object.keys(e.at).length === 0) tell(e);
      },
    );
  };
  const aim: Aim = { kind, from, to, ...(kind === "length" ? {} : { at }) };
  const type = (v: string) => {
    if (edits.error) edits.reset();
    setValue(v);
  };
  return (
    <div className="entry-box">
      <div className="tape-places">
        <NativeSelect
          label="Reading"
          size="md"
          value={kind}
          onChange={(e) => setKind(e.currentTarget.value as "length")}
          data={[
            { value: "length", label: "length" },
            { value: "angle", label: "angle" },
            { value: "offset", label: "off a line" },
            { value: "along", label: "along a line" },
          ]}
        />
        {kind !== "length" && (
          <NativeSelect
            label="At corner"
            size="md"
            value={at}
            onChange={(e) => setAt(e.currentTarget.value)}
            data={names}
            error={fault?.of(".at")}
          />
        )}
        <NativeSelect
          label="From corner"
          size="md"
          value={from}
          onChange={(e) => setFrom(e.currentTarget.value)}
          data={names}
          error={fault?.of(".from")}
        />
        <NativeSelect
          label="To corner"
          size="md"
          value={to}
          onChange={(e) => setTo(e.currentTarget.value)}
          data={names}
          error={fault?.of(".to")}
        />
      </div>
      {angle ? (
        <TextInput
          ref={field}
          label="Degrees, on the room's side"
          size="lg"
          value={value}
          inputMode="decimal"
          onChange={(e) => type(e.currentTarget.value)}
          onKeyDown={onEnter(keep)}
          error={fault?.of(".degrees")}
        />
      ) : (
        <LengthField
          label={replaces ? "Tape says, this time" : "Tape says"}
          size="lg"
          value={value}
          units={d.units}
          mark={d.mark}
          change={type}
          enter={keep}
          field={field}
          fault={fault?.of(".value")}
        />
      )}
      <Circumstances of={around} />
      <Tray
        job={id}
        connected={devices}
        aim={aim}
        fill={(v, by) => {
          type(v);
          setDevice(by);
          field.current?.focus();
        }}
      />
      <Button h={52} size="md" loading={edits.isPending} onClick={keep}>
        {replaces ? "Keep in its place" : "Keep, next"}
      </Button>
    </div>
  );
}
