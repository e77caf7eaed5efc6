import { Button, NativeSelect, TextInput } from "@mantine/core";
import type { Drawing, PlanWall, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import "../../drawing/drawing.css";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthEdit, LengthField } from "../../entry/LengthField";
import { NumberField } from "../../entry/NumberField";
import { Removable, without } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";

interface Props {
  wall: Wall;
  worked: PlanWall;
  drawing?: Drawing;
  set: (change: Partial<Wall>) => Promise<unknown>;
  at: (path: string) => string | undefined;
}

type Layer = NonNullable<Wall["layers"]>[number];
const usual = ["Sheathing", "Membrane", "Air gap", "Cladding", "Fire board", "Service void", "Insulation", "Board"];

/** The layer that one lies on, on its own face; -1: it lies on the studs. */
export const under = (all: Layer[], i: number) => all.slice(0, i).findLastIndex((l) => l.face === all[i]?.face);

/** A list with two of its entries in each other's place. */
export const swapped = <T,>(all: T[], i: number, j: number): T[] =>
  all.map((x, k) => (k === i ? (all[j] ?? x) : k === j ? (all[i] ?? x) : x));

/** What lies on its studs, from them outwards, and what is asked of such walls. */
export function Layers({ wall, worked, drawing, set, at }: Props) {
  const { job } = useJobContext();
  const all = wall.layers ?? [];
  const { one, setOne, send } = useEntry({
    what: "",
    thickness: "",
    face: "out",
    lap: "",
    reach: "",
    joint: "",
    density: undefined as number | undefined,
  });
  const outside = all.some((l) => l.face === "out");
  const length = (label: string, name: "thickness" | "lap" | "reach") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={job.document.mark}
      value={one[name]}
      fault={at(`layers[${all.length}].${name}`)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  return (
    <>
      <h3>On its studs</h3>
      {all.length === 0 && (
        <p className="quiet">Nothing but its boards. An outside wall has its layers here, from the studs outwards.</p>
      )}
      {worked.layers && drawing && <LayersDrawn drawing={drawing} over={worked.layers.over} />}
      <Removable
        lines={all.map((l) => ({
          name: `the ${l.what}`,
          said: (
            <>
              {l.what}, <Len text={bare(l.thickness)} />, {l.face === "out" ? "on the back" : "on the line's face"}
              {l.lap && (
                <>
                  , lapped <Len text={bare(l.lap)} />
                </>
              )}
              {l.reach && (
                <>
                  , <Len text={bare(l.reach)} /> up past the frame
                </>
              )}
            </>
          ),
        }))}
        take={(i) => set({ layers: without(all, i) })}
        up={{
          can: (i) => under(all, i) >= 0,
          go: (i) => set({ layers: swapped(all, i, under(all, i)) }),
          said: "nearer the studs",
        }}
      />
      <form
        className="line-form"
        onSubmit={(e) => {
          e.preventDefault();
          const { joint, lap, reach, ...rest } = one;
          const next = { ...rest, lap: lap || undefined, reach: reach || undefined, joint: joint || undefined } as Layer;
          send(set({ layers: [...all, next] }));
        }}
      >
        <div className="two">
          <TextInput
            label="Layer"
            placeholder="Sheathing"
            list="usual-layers"
            value={one.what}
            onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
            error={at(`layers[${all.length}].what`)}
          />
          <datalist id="usual-layers">
            {usual.map((u) => (
              <option key={u} value={u} />
            ))}
          </datalist>
          {length("Thickness", "thickness")}
        </div>
        <div className="two">
          <NativeSelect
            label="On"
            value={one.face}
            onChange={(e) => setOne({ ...one, face: e.currentTarget.value })}
            data={[
              { value: "out", label: "the back" },
              { value: "in", label: "the line's face" },
            ]}
          />
          <NativeSelect
            label="Joints"
            value={one.joint}
            onChange={(e) => setOne({ ...one, joint: e.currentTarget.value })}
            data={[
              { value: "", label: "not said" },
              { value: "on-studs", label: "on studs" },
              { value: "staggered", label: "staggered" },
              { value: "taped", label: "taped" },
              { value: "lapped", label: "lapped" },
            ]}
          />
        </div>
        <div className="two">
          {length("Lap, if any", "lap")}
          {length("Up past the frame, if it goes", "reach")}
        </div>
        <NumberField
          label="Weighs, kg/m³, else by its name"
          value={one.density}
          error={at(`layers[${all.length}].density`)}
          change={(density) => setOne({ ...one, density })}
        />
        <Button type="submit" h={48} variant="default" disabled={!one.what || !one.thickness}>
          Add the layer
        </Button>
      </form>
      {outside && (
        <LengthEdit
          label="To the next property's line"
          placeholder="not measured"
          empty
          units={job.document.units}
          value={wall.boundary ?? ""}
          keep={(v) => set({ boundary: v || undefined })}
          fault={at("boundary")}
        />
      )}
      <NativeSelect
        label="Does it part two dwellings?"
        value={wall.dwellings?.answer ?? ""}
        onChange={(e) => {
          const answer = e.currentTarget.value as "yes" | "no" | "";
          set({ dwellings: answer ? { answer } : undefined });
        }}
        data={[
          { value: "", label: "not answered" },
          { value: "no", label: "no" },
          { value: "yes", label: "yes: the local rule holds it" },
        ]}
      />
      {wall.dwellings?.answer === "yes" && (
        <TextInput
          key={wall.dwellings.by ?? ""}
          label="Who confirmed what the rule asks"
          placeholder="nobody yet"
          defaultValue={wall.dwellings.by ?? ""}
          onBlur={(e) => {
            const by = e.currentTarget.value.trim();
            if (by !== (wall.dwellings?.by ?? "")) set({ dwellings: { answer: "yes", by: by || undefined } });
          }}
        />
      )}
    </>
  );
}

/** The wall cut through, from above: studs and layers as thick as they are to each other. */
export function LayersDrawn({ drawing: d, over }: { drawing: Drawing; over: string }) {
  const layers = d.layers ?? [];
  const low = Math.min(0, ...layers.map((l) => l.from));
  const high = Math.max(d.depth, ...layers.map((l) => l.to));
  const k = 190 / (high - low);
  const y = (mm: number) => 8 + (high - mm) * k;
  const rows = [...layers, { what: "studs", from: 0, to: d.depth }].sort((a, b) => b.to - a.to);
  // names keep a line's distance from each other, whatever is thin
  const names: { what: string; at: number; by: number }[] = [];
  for (const r of rows) {
    const middle = y((r.from + r.to) / 2);
    names.push({ what: r.what, at: middle, by: Math.max(middle, (names.at(-1)?.by ?? -20) + 20) });
  }
  const height = Math.max(210, (names.at(-1)?.by ?? 0) + 16);
  return (
    <figure className="layers-drawn">
      <svg viewBox={`0 0 330 ${height}`} width="100%" role="img" aria-label="Its layers, seen from above">
        {rows.map((r) => (
          <rect
            key={r.what + r.from}
            x={4}
            y={y(r.to)}
            width={150}
            height={Math.max(1.5, (r.to - r.from) * k)}
            className={r.what === "studs" ? "wood" : "layer"}
          />
        ))}
        {names.map((n) => (
          <g key={n.what + n.at}>
            <path d={`M154 ${n.at}L176 ${n.by}`} className="leader" />
            <text x={180} y={n.by + 5} className="note">
              {n.what}
            </text>
          </g>
        ))}
      </svg>
      <figcaption className="quiet">
        From the back, at the top, to the line's face; <Len text={bare(over)} /> over all.
      </figcaption>
    </figure>
  );
}
