import { NativeSelect, Select, SimpleGrid } from "@mantine/core";
import type { Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { type Draft, useEdits } from "../../edits/useEdits";
import { LengthEdit } from "../../entry/LengthField";

type LayoutOf = NonNullable<Wall["layout"]>;
type Origin = NonNullable<LayoutOf["origin"]>;
const called = (o: Origin) => (o.joists ? `${o.kind} ${o.joists}` : o.kind);

const markings = [
  { value: "edges", label: "near edges" },
  { value: "first-mark", label: "first mark" },
  { value: "centres", label: "centres" },
  { value: "back-edges", label: "back edges" },
];

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => unknown;
  keep: (next: Draft) => unknown;
  fault: Problem | null;
}

/** How the common studs are marked. */
export function Layout({ wall: w, set, keep, fault }: Props) {
  const { job, plan, wall } = useJobContext();
  const edits = useEdits(job);
  const d = job.document;
  const worked = plan.plan.walls[wall];
  const origin = w.layout?.origin;
  const change = (one: Partial<LayoutOf>) => set({ layout: { ...w.layout, ...one } });
  const equal = w.layout?.mode === "equal";
  const begins = [
    ...(worked?.origins ?? [])
      .filter((o) => o.origin.kind !== "seam" && o.origin.kind !== "station")
      .map((o) => ({ value: called(o.origin), label: o.said })),
    { value: "seam", label: "a sheet's seam" },
    { value: "station", label: "a place along it" },
  ];
  if (equal) begins.push({ value: "start", label: worked?.ends[0] ?? "" }, { value: "end", label: worked?.ends[1] ?? "" });
  else if (origin && !begins.some((b) => b.value === called(origin)))
    begins.push({ value: called(origin), label: called(origin) });
  /** An end is said as it always was; anything else is an origin. */
  const go = (v: string) => {
    const [kind] = v.split(" ");
    const joists = v.slice((kind ?? v).length + 1); // an id may hold spaces
    if (v === "start" || v === "end") change({ from: v, origin: undefined });
    else if (v === "seam" || v === "station") change({ origin: { kind: v, station: origin?.station ?? "0" } });
    else change({ origin: { kind: kind as Origin["kind"], ...(joists ? { joists } : {}) } });
  };
  return (
    <>
      <h2>Layout</h2>
      <NativeSelect
        label="Marks go by"
        data={begins}
        value={origin ? called(origin) : (w.layout?.from ?? "start")}
        disabled={equal || edits.isPending}
        onChange={(e) => go(e.currentTarget.value)}
      />
      <SimpleGrid cols={2} spacing="sm">
        <LengthEdit
          label="Centre to centre"
          units={d.units}
          value={w.layout?.spacing ?? d.rules?.spacing ?? plan.usual.rules.spacing ?? ""}
          fault={fault?.of(".layout.spacing")}
          keep={(v) => change({ spacing: v })}
        />
        <LengthEdit
          label="Fit, all walls"
          units={d.units}
          value={d.rules?.fit ?? plan.usual.rules.fit ?? ""}
          keep={(v) => keep({ do: "put-rules", rules: { ...d.rules, fit: v } })}
        />
        <Select
          label="Bays"
          data={[
            { value: "on-centre", label: "on centre" },
            { value: "equal", label: "equal" },
          ]}
          value={w.layout?.mode ?? "on-centre"}
          allowDeselect={false}
          onChange={(v) => change({ mode: v as "equal", origin: v === "equal" ? undefined : origin })}
        />
        {(origin?.kind === "station" || origin?.kind === "seam") && (
          <LengthEdit
            label={origin.kind === "seam" ? "Seam at" : "Place at"}
            units={d.units}
            value={origin.station ?? ""}
            fault={fault?.of(".layout.origin") ?? fault?.of(".origin.station")}
            keep={(v) => change({ origin: { ...origin, station: v } })}
          />
        )}
        <NativeSelect
          label="Marked by"
          data={markings}
          value={w.layout?.marking ?? d.rules?.marking ?? "edges"}
          onChange={(e) => change({ marking: e.currentTarget.value as LayoutOf["marking"] })}
        />
      </SimpleGrid>
    </>
  );
}
