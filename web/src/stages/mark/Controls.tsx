import { ActionIcon, Button, Group, NativeSelect, Select, SimpleGrid, Text } from "@mantine/core";
import { IconDoor, IconTrash, IconWindow } from "@tabler/icons-react";
import { useState } from "react";
import type { Opening, Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { capital, useWord } from "../../app/words";
import { type Draft, useEdits } from "../../edits/useEdits";
import { LengthEdit } from "../../entry/LengthField";
import { KeepClear } from "./KeepClear";
import "./controls.css";

type Origin = NonNullable<NonNullable<Wall["layout"]>["origin"]>;
const called = (o: Origin) => (o.joists ? `${o.kind} ${o.joists}` : o.kind);

/** What is chosen for a wall: how it is marked, and its openings. Each is kept as it is given. */
export function Controls({ wall: w }: { wall: Wall }) {
  const word = useWord();
  const { job, plan, wall } = useJobContext();
  const edits = useEdits(job);
  const d = job.document;
  const ends = plan.plan.walls[wall]?.ends ?? [];
  const fault: Problem | null = edits.error;
  const [asked, setAsked] = useState<string>(); // the opening that the fault is about
  const keep = (next: Draft) => edits.make(next).catch(tell);
  const set = (change: Partial<Wall>) => keep({ do: "put-wall", wall: { ...w, ...change } });
  const origin = w.layout?.origin;
  const begins = [
    ...(plan.plan.walls[wall]?.begins ?? []).map((b) => ({ value: called(b.origin), label: b.said })),
    { value: "seam", label: "a sheet's seam" },
    { value: "station", label: "a place along it" },
  ];
  if (w.layout?.mode === "equal")
    begins.push({ value: "start", label: ends[0] ?? "its start" }, { value: "end", label: ends[1] ?? "its end" });
  else if (origin && !begins.some((b) => b.value === called(origin)))
    begins.push({ value: called(origin), label: called(origin) });
  /** An end is said as it always was; anything else is an origin. */
  const go = (v: string) => {
    const { origin: _, ...layout } = w.layout ?? {};
    const [kind] = v.split(" ");
    const joists = v.slice((kind ?? v).length + 1); // an id may hold spaces
    if (v === "start" || v === "end") set({ layout: { ...layout, from: v } });
    else if (v === "seam" || v === "station")
      set({ layout: { ...layout, origin: { kind: v, station: origin?.station ?? "0" } } });
    else set({ layout: { ...layout, origin: { kind: kind as Origin["kind"], ...(joists ? { joists } : {}) } } });
  };
  const openings = w.openings ?? [];
  const setOpening = (o: Opening, change: Partial<Opening>) => {
    setAsked(o.id);
    keep({ do: "put-opening", wall: w.id, opening: { ...o, ...change } });
  };
  const wrong = (o: Opening, field: string) => (asked === o.id ? fault?.of(`.opening.${field}`) : undefined);
  const add = (offered?: Opening) => {
    if (offered) keep({ do: "put-opening", wall: w.id, opening: offered });
  };
  return (
    <section className="controls no-print" aria-label="What is chosen for this wall">
      <h2>Layout</h2>
      <SimpleGrid cols={2} spacing="sm">
        <LengthEdit
          label="Centre to centre"
          units={d.units}
          value={w.layout?.spacing ?? d.rules?.spacing ?? plan.usual.rules.spacing ?? ""}
          keep={(v) => set({ layout: { ...w.layout, spacing: v } })}
        />
        <LengthEdit
          label="Fit, all walls"
          units={d.units}
          value={d.rules?.fit ?? plan.usual.rules.fit ?? ""}
          keep={(v) => keep({ do: "put-rules", rules: { ...d.rules, fit: v } })}
        />
        <NativeSelect
          label="Marks go by"
          data={begins}
          value={origin ? called(origin) : (w.layout?.from ?? "start")}
          disabled={w.layout?.mode === "equal"}
          onChange={(e) => go(e.currentTarget.value)}
        />
        <Select
          label="Bays"
          data={[
            { value: "on-centre", label: "on centre" },
            { value: "equal", label: "equal" },
          ]}
          value={w.layout?.mode ?? "on-centre"}
          allowDeselect={false}
          onChange={(v) => set({ layout: { ...w.layout, mode: v as "equal", origin: v === "equal" ? undefined : origin } })}
        />
        {(origin?.kind === "station" || origin?.kind === "seam") && (
          <LengthEdit
            label={origin.kind === "seam" ? "Seam at" : "Place at"}
            units={d.units}
            value={origin.station ?? ""}
            fault={fault?.of(".layout.origin") ?? fault?.of(".origin.station")}
            keep={(v) => set({ layout: { ...w.layout, origin: { ...origin, station: v } } })}
          />
        )}
      </SimpleGrid>
      <KeepClear wall={w} set={set} fault={fault} />
      <h2>Openings</h2>
      {openings.length === 0 && <Text className="quiet">None in this wall.</Text>}
      {openings.map((o) => (
        <fieldset key={o.id}>
          <legend>
            {o.id}
            <ActionIcon
              size={44}
              variant="subtle"
              color="gray"
              aria-label={`Take ${o.id} out`}
              onClick={() => keep({ do: "remove-opening", wall: w.id, opening: o.id })}
            >
              <IconTrash size={18} />
            </ActionIcon>
          </legend>
          <SimpleGrid cols={2} spacing="sm">
            <LengthEdit
              label="Middle at"
              units={d.units}
              value={o.centre}
              fault={wrong(o, "centre")}
              keep={(v) => setOpening(o, { centre: v })}
            />
            <Select
              label="Kind"
              data={[
                { value: "door", label: "door" },
                { value: "cased", label: "cased" },
                { value: "window", label: "window" },
              ]}
              value={o.kind}
              allowDeselect={false}
              onChange={(v) =>
                setOpening(o, {
                  kind: v as "door",
                  sill: v === "window" ? (o.sill ?? plan.usual.windows[wall]?.sill) : undefined,
                })
              }
            />
            <LengthEdit
              label={o.kind === "window" ? "Unit width" : "Leaf width"}
              units={d.units}
              value={o.leaf?.width ?? ""}
              fault={wrong(o, "leaf.width")}
              keep={(v) => setOpening(o, { leaf: { ...o.leaf, width: v } })}
            />
            <LengthEdit
              label={o.kind === "window" ? "Unit height" : "Leaf height"}
              units={d.units}
              value={o.leaf?.height ?? ""}
              fault={wrong(o, "leaf.height")}
              keep={(v) => setOpening(o, { leaf: { ...o.leaf, height: v } })}
            />
            {o.kind === "window" && (
              <LengthEdit
                label="Sill over the finished floor"
                units={d.units}
                value={o.sill ?? ""}
                fault={wrong(o, "sill")}
                keep={(v) => setOpening(o, { sill: v })}
              />
            )}
            <LengthEdit
              label="Floor still to come"
              units={d.units}
              value={o.finishFloor ?? "0"}
              keep={(v) => setOpening(o, { finishFloor: v })}
            />
            <Select
              label={`${capital(word("jacks"))} a side`}
              data={["usual", "1", "2", "3"]}
              value={o.jacks ? String(o.jacks) : "usual"}
              allowDeselect={false}
              onChange={(v) => setOpening(o, { jacks: v === "usual" ? 0 : Number(v) })}
            />
            <Select
              label={capital(word("header"))}
              data={["usual", "flat, 1", "flat, 2", "flat, 3", "on edge, 1", "on edge, 2", "on edge, 3"]}
              value={
                o.header ? `${o.header.lie === "flat" || !o.header.lie ? "flat" : "on edge"}, ${o.header.plies || 1}` : "usual"
              }
              allowDeselect={false}
              onChange={(v) => {
                const [lie, plies] = (v ?? "usual").split(", ");
                setOpening(o, {
                  header:
                    v === "usual" ? undefined : { ...o.header, lie: lie === "flat" ? "flat" : "on-edge", plies: Number(plies) },
                });
              }}
            />
          </SimpleGrid>
        </fieldset>
      ))}
      <Group mt="sm">
        <Button h={48} variant="default" leftSection={<IconDoor size={20} />} onClick={() => add(plan.usual.doors[wall])}>
          Add a door
        </Button>
        <Button h={48} variant="default" leftSection={<IconWindow size={20} />} onClick={() => add(plan.usual.windows[wall])}>
          Add a window
        </Button>
      </Group>
      <Text fz={14} className="quiet" mt="sm">
        For walls that carry nothing. Whether one does, and any {word("header")} that bears load, is for a licensed engineer and
        the local code.
      </Text>
    </section>
  );
}
