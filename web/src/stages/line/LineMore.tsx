import { ActionIcon, Button, NativeSelect, Switch, TextInput } from "@mantine/core";
import { IconPlus, IconX } from "@tabler/icons-react";
import type { ReactNode } from "react";
import type { Line } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { capital, useWord } from "../../app/words";

export interface Wood {
  lumber: string;
  bottom: string;
  tops: number;
  top: string;
  membrane: boolean;
  body: string;
}

interface Props {
  line: Line;
  change: (by: Partial<Line>) => void;
  /** the fault of a field of the wall */
  at: (path: string) => string | undefined;
  /** a field for a length */
  length: (label: string, value: string, set: (v: string) => void, error?: string) => ReactNode;
  faces: string[];
  wood: Wood;
  set: (to: Partial<Wood>) => void;
}

/** What is said of a line more seldom: gaps, what stands on it, other distances that must hold, its wood. */
export function LineMore({ line: l, change, at, length, faces, wood, set }: Props) {
  const word = useWord();
  const { job } = useJobContext();
  const lumber = job.document.lumber ?? [];
  return (
    <details open={l.by === "leg" || !!l.parts?.length || !!l.also?.length || !!l.start?.gap || !!l.stop?.gap}>
      <summary>Lumber and plates, X side, gaps, parts</summary>
      <div className="two">
        {length("Gap at the start", l.start?.gap ?? "", (gap) => change({ start: { ...l.start, gap } }), at("line.start.gap"))}
        {length("Gap at the end", l.stop?.gap ?? "", (gap) => change({ stop: { ...l.stop, gap } }), at("line.stop.gap"))}
      </div>
      <Parts line={l} change={change} at={at} length={length} />
      <Also line={l} change={change} at={at} length={length} faces={faces} />
      <div className="two">
        <NativeSelect
          label="X side"
          value={wood.body}
          onChange={(e) => set({ body: e.currentTarget.value })}
          data={[
            { value: "", label: "off the face" },
            { value: "left", label: "left, from the start" },
            { value: "right", label: "right, from the start" },
          ]}
        />
        <NativeSelect
          label="Lumber"
          value={wood.lumber}
          onChange={(e) => set({ lumber: e.currentTarget.value })}
          data={lumber.filter((x) => !x.track).map((x) => x.id)}
          error={at("lumber")}
        />
      </div>
      <div className="two">
        <NativeSelect
          label="Lowest plate"
          value={wood.bottom}
          onChange={(e) => set({ bottom: e.currentTarget.value })}
          data={[{ value: "", label: "the wall's lumber" }, ...lumber.map((x) => x.id)]}
          error={at("bottom[0]") ?? at("bottom")}
        />
        <NativeSelect
          label={capital(word("top-plates"))}
          value={String(wood.tops)}
          onChange={(e) => set({ tops: Number(e.currentTarget.value) })}
          data={[
            { value: "1", label: "one" },
            { value: "2", label: "two" },
          ]}
          error={at("top")}
        />
      </div>
      <div className="two">
        <NativeSelect
          label={`${capital(word("top-plates"))} of`}
          value={wood.top}
          onChange={(e) => set({ top: e.currentTarget.value })}
          data={[{ value: "", label: "the wall's lumber" }, ...lumber.map((x) => x.id)]}
          error={at("top[0]") ?? at("top[1]")}
        />
        {job.document.rules?.floor === "concrete" && (
          <Switch
            label="A membrane lies under it"
            checked={wood.membrane}
            onChange={(e) => set({ membrane: e.currentTarget.checked })}
          />
        )}
      </div>
    </details>
  );
}

type Part = Pick<Props, "line" | "change" | "at" | "length">;

/** As long as what stands on it: the parts, added up. */
function Parts({ line: l, change, at, length }: Part) {
  const { plan } = useJobContext();
  const parts = l.parts ?? [];
  const anew = (i: number, now: Partial<(typeof parts)[number]>) =>
    change({ parts: parts.map((p, k) => (k === i ? { ...p, ...now } : p)) });
  return (
    <>
      {parts.map((p, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: parts have nothing of their own to go by
        <div className="part-line" key={i}>
          <TextInput label="What" value={p.what ?? ""} onChange={(e) => anew(i, { what: e.currentTarget.value })} />
          {length("Length", p.length, (to) => anew(i, { length: to }), at(`line.parts[${i}].length`))}
          <Out label={`Take part ${i + 1} out`} out={() => change({ parts: parts.filter((_, k) => k !== i) })} />
        </div>
      ))}
      <More onClick={() => change({ parts: [...parts, { length: "" }] })}>A part that stands on it</More>
      {parts.length === 0 && plan.usual.screens.length > 0 && (
        <NativeSelect
          label="A short screen, clear of the door"
          value=""
          onChange={(e) => {
            const door = plan.usual.screens.find((s) => s.opening === e.currentTarget.value);
            if (door) change({ parts: door.parts });
          }}
          data={[{ value: "", label: "none" }, ...plan.usual.screens.map((s) => s.opening)]}
        />
      )}
      <div className="two">
        {parts.length > 0 && (
          <NativeSelect
            label="A board counts in at"
            value={l.boards ?? ""}
            onChange={(e) => change({ boards: (e.currentTarget.value || undefined) as Line["boards"] })}
            data={[
              { value: "", label: "neither end" },
              { value: "start", label: "the start" },
              { value: "stop", label: "the end" },
              { value: "both", label: "both ends" },
            ]}
          />
        )}
        {parts.length > 0 && (
          <NativeSelect
            label="Laid off from"
            value={l.from ?? "start"}
            onChange={(e) => change({ from: e.currentTarget.value as "start" })}
            data={["start", "stop"]}
          />
        )}
      </div>
    </>
  );
}

/** Distances that must hold too: a line that contradicts one is refused. */
function Also({ line: l, change, at, length, faces }: Part & Pick<Props, "faces">) {
  const also = l.also ?? [];
  const anew = (i: number, now: Partial<(typeof also)[number]>) =>
    change({ also: also.map((a, k) => (k === i ? { ...a, ...now } : a)) });
  return (
    <>
      {also.map((a, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: distances have nothing of their own to go by
        <div className="part-line" key={i}>
          <NativeSelect
            label="Must also be, from"
            value={a.face}
            onChange={(e) => anew(i, { face: e.currentTarget.value })}
            data={["", ...faces]}
            error={at(`line.also[${i}].face`)}
          />
          {length("so far", a.at, (to) => anew(i, { at: to }), at(`line.also[${i}].at`) ?? at(`line.also[${i}]`))}
          <Out label={`Take distance ${i + 1} out`} out={() => change({ also: also.filter((_, k) => k !== i) })} />
        </div>
      ))}
      <More onClick={() => change({ also: [...also, { face: "", at: "" }] })}>A distance that must hold too</More>
    </>
  );
}

function More({ onClick, children }: { onClick: () => void; children: ReactNode }) {
  return (
    <Button variant="subtle" h={48} fullWidth justify="flex-start" px={8} leftSection={<IconPlus size={18} />} onClick={onClick}>
      {children}
    </Button>
  );
}

function Out({ label, out }: { label: string; out: () => void }) {
  return (
    <ActionIcon size={48} variant="subtle" color="gray" aria-label={label} onClick={out}>
      <IconX size={18} />
    </ActionIcon>
  );
}
