import { NativeSelect } from "@mantine/core";
import type { Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { LengthEdit } from "../../entry/LengthField";
import { NumberField } from "../../entry/NumberField";

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  at: (path: string) => string | undefined;
}

type Steel = NonNullable<Wall["steel"]>;
const said: [keyof Steel & ("tab" | "overlap" | "slip" | "bridge"), string][] = [
  ["tab", "Tabs of track at openings"],
  ["overlap", "Overlap of a splice"],
  ["slip", "Slip over the studs"],
  ["bridge", "Bridging at least every"],
];

/** How a wall of steel studs is made, where that isn't as usual. */
export function SteelFields({ wall, set, at }: Props) {
  const { job } = useJobContext();
  if (!job.document.lumber?.find((l) => l.id === wall.lumber)?.steel) return null;
  return (
    <>
      <h3>Steel</h3>
      <div className="line-form">
        {said.map(([name, label]) => (
          <LengthEdit
            key={name}
            label={label}
            placeholder="as usual"
            empty
            units={job.document.units}
            mark={job.document.mark}
            value={wall.steel?.[name] ?? ""}
            keep={(v) => set({ steel: { ...wall.steel, [name]: v || undefined } })}
            fault={at(`steel.${name}`)}
          />
        ))}
        <NumberField
          label="Screws in a splice"
          value={wall.steel?.screws}
          change={(screws) => set({ steel: { ...wall.steel, screws } })}
          error={at("steel.screws")}
        />
        <NativeSelect
          label="Jambs"
          value={wall.steel?.boxed ?? "yes"}
          onChange={(e) => set({ steel: { ...wall.steel, boxed: e.currentTarget.value === "no" ? "no" : undefined } })}
          data={[
            { value: "yes", label: "closed to boxes by track" },
            { value: "no", label: "left open" },
          ]}
        />
        <NativeSelect
          label="Bridging of"
          value={wall.steel?.channel ?? ""}
          onChange={(e) => set({ steel: { ...wall.steel, channel: e.currentTarget.value || undefined } })}
          data={[{ value: "", label: "the plates' track" }, ...(job.document.lumber ?? []).map((l) => l.id)]}
          error={at("steel.channel")}
        />
      </div>
    </>
  );
}
