import { NativeSelect, Switch } from "@mantine/core";
import type { PlanWall, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { LengthEdit } from "../../entry/LengthField";

interface Props {
  wall: Wall;
  worked: PlanWall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  at: (path: string) => string | undefined;
}

/** What a wall behind a shower or a bath wants, and ends at odd angles. */
export function Wet({ wall, worked, set, at }: Props) {
  const { job } = useJobContext();
  const odd = (worked.meets ?? []).filter((m) => m.bevel);
  const ends = wall.ends ?? [];
  const blocks = (end: "start" | "end", on: boolean) => {
    const rest = ends.filter((e) => e.end !== end);
    const own = { ...ends.find((e) => e.end === end), end, blocks: on || undefined };
    set({ ends: [...rest, own] });
  };
  return (
    <>
      <h3>What else it is</h3>
      <Switch
        label="Behind a shower or a bath"
        checked={!!wall.wet}
        onChange={(e) => set({ wet: e.currentTarget.checked ? {} : undefined })}
      />
      {wall.wet && (
        <div className="line-form">
          <LengthEdit
            label="Middle of the valve, along it"
            placeholder="none"
            empty
            units={job.document.units}
            mark={job.document.mark}
            value={wall.wet.valve ?? ""}
            keep={(v) => set({ wet: { ...wall.wet, valve: v || undefined } })}
            fault={at("wet.valve")}
          />
          <NativeSelect
            label="A window behind it"
            value={wall.wet.window ?? ""}
            onChange={(e) => set({ wet: { ...wall.wet, window: (e.currentTarget.value || undefined) as "none" | undefined } })}
            data={[
              { value: "", label: "not answered" },
              { value: "none", label: "there is none" },
              { value: "covered", label: "it covers one" },
              { value: "stays", label: "one stays open in it" },
            ]}
          />
        </div>
      )}
      <LengthEdit
        label="Boards go up to"
        placeholder="as high as the wall"
        empty
        units={job.document.units}
        mark={job.document.mark}
        value={wall.boardTop ?? ""}
        keep={(v) => set({ boardTop: v || undefined })}
        fault={at("boardTop")}
      />
      {odd.map((m) => (
        <Switch
          key={m.end}
          label={`Bevelled blocks at its ${m.end}, where it meets at ${m.bevel}`}
          checked={!!ends.find((e) => e.end === m.end)?.blocks}
          onChange={(e) => blocks(m.end as "start" | "end", e.currentTarget.checked)}
        />
      ))}
    </>
  );
}
