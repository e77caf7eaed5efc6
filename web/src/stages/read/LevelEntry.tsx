import { Button, SegmentedControl } from "@mantine/core";
import { useEffect, useRef, useState } from "react";
import type { Problem, Reading, Room } from "../../api/client";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import type { Spot } from "../../drawing/RoomPlan";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { Circumstances, useCircumstances } from "../../entry/Circumstances";
import { LengthField } from "../../entry/LengthField";
import { Tray } from "../../entry/Tray";

type Kind = Exclude<Reading["kind"], "level">;

interface Props {
  devices: boolean;
  spot?: Spot;
  room: Room;
  /** counts how often the plan asked for a reading here */
  take: number;
  /** a reading to be corrected */
  fix?: Reading;
  done: () => void;
}

const text = (mm: number, units: string) => (units === "metric" ? String(Math.round(mm)) : String(Math.round(mm / 6.35) / 4));

/** A height read at any place of the plan: chosen on the picture or typed. */
export function LevelEntry({ devices, spot, room, take, fix, done }: Props) {
  const { id, job } = useJobContext();
  const d = job.document;
  const edits = useEdits(job);
  const [kind, setKind] = useState<Kind>("floor");
  const [x, setX] = useState("");
  const [y, setY] = useState("");
  const [value, setValue] = useState("-");
  const around = useCircumstances(kind);
  const [device, setDevice] = useState("");
  const field = useRef<HTMLInputElement>(null);
  const fault: Problem | null = edits.error;
  useEffect(() => {
    if (!spot) return;
    setX(text(spot.x, d.units));
    setY(text(spot.y, d.units));
  }, [spot, d.units]);
  useEffect(() => {
    if (take > 0) field.current?.focus();
  }, [take]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another reading fills the fields anew
  useEffect(() => {
    if (!fix) return;
    if (fix.kind !== "level") setKind(fix.kind);
    setX(bare(fix.place?.x));
    setY(bare(fix.place?.y));
    // one in doubt is read afresh
    setValue(room.doubts.some((x) => x.reading === fix.id) ? (fix.kind === "floor" ? "-" : "") : bare(fix.value));
    setTimeout(() => field.current?.select(), 0);
  }, [fix]);
  const fresh = (k: Kind) => (k === "floor" ? "-" : "");
  const keep = () => {
    if (edits.isPending || value.trim() === "" || value.trim() === "-") return field.current?.focus();
    const reading: Reading = {
      id: newId(),
      kind,
      place: { x, y },
      value,
      taken: new Date().toISOString(),
      ...(kind === "gap" ? { basis: "open" as const } : {}),
      ...around.fields(device),
      ...(fix ? { replaces: fix.id } : {}),
    };
    edits.make({ do: "add-reading", reading }).then(
      () => {
        done();
        setValue(fresh(kind));
        setDevice("");
        field.current?.focus();
      },
      (e: Problem) => {
        if (Object.keys(e.at).length === 0) tell(e);
      },
    );
  };
  const type = (set: (v: string) => void) => (v: string) => {
    if (edits.error) edits.reset();
    set(v);
  };
  return (
    <div className="entry-box">
      <SegmentedControl
        fullWidth
        aria-label="Height of"
        value={kind}
        onChange={(k) => {
          setKind(k as Kind);
          if (value === "" || value === "-") setValue(fresh(k as Kind));
        }}
        data={["floor", "ceiling", "gap"]}
      />
      <div className="two">
        <LengthField
          label="Across, from corner 1"
          size="md"
          value={x}
          units={d.units}
          mark={d.mark}
          change={type(setX)}
          fault={fault?.of(".place.x")}
        />
        <LengthField
          label="Up, off side 1–2"
          size="md"
          value={y}
          units={d.units}
          mark={d.mark}
          change={type(setY)}
          fault={fault?.of(".place.y")}
        />
      </div>
      <LengthField
        label={kind === "gap" ? "Gap" : "From the laser, down is −"}
        size="lg"
        value={value}
        units={d.units}
        mark={d.mark}
        change={type(setValue)}
        enter={keep}
        field={field}
        fault={fault?.of(".value") ?? fault?.of("]")}
      />
      <Circumstances of={around} fault={fault} />
      <Tray
        job={id}
        connected={devices}
        aim={x.trim() && y.trim() ? { kind, place: { x, y } } : undefined}
        fill={(v, by) => {
          type(setValue)(v);
          setDevice(by);
          field.current?.focus();
        }}
      />
      <Button h={52} size="md" loading={edits.isPending} onClick={keep}>
        {fix ? "Keep the correction" : "Keep, next"}
      </Button>
    </div>
  );
}
