import { Button, Group, NativeSelect } from "@mantine/core";
import type { Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { useEntry } from "../../entry/useEntry";

/** The first full piece of a wall, cut and tried: what it came to shifts the rest. */
export function FirstPiece({ wall: w }: { wall: Wall }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const set = (tried: Wall["tried"]) => edits.make({ do: "put-wall", wall: { ...w, tried } }).catch(tell);
  const { one, setOne, send } = useEntry({ tight: "", way: "tight" });
  const first = plan.plan.walls.find((x) => x.id === w.id)?.members.find((m) => m.kind === "stud" && m.state === "ready");
  const off = w.tried ? bare(w.tried.tight) : "";
  if (w.tried)
    return (
      <Group className="alike no-print" gap="sm">
        <span>
          {w.tried.member ?? "The first piece"} was tried, <Len text={off.replace(/^-/, "")} />{" "}
          {off.startsWith("-") ? "too short" : "too long"}: the full pieces of this wall are cut by that.
        </span>
        <Button h={48} variant="default" onClick={() => set(undefined)}>
          Cut as reckoned
        </Button>
      </Group>
    );
  if (!first) return null;
  return (
    <form
      className="alike first-piece no-print"
      onSubmit={(e) => {
        e.preventDefault();
        const sign = one.way === "loose" ? "-" : "";
        send(set({ member: first.id, tight: sign + one.tight.trim() }));
      }}
    >
      <span>Cut {first.id} first and try it. If it is off, the rest of the wall follows:</span>
      <LengthField
        label="It is off by"
        units={job.document.units}
        mark={plan.plan.mark}
        value={one.tight}
        fault={edits.error?.of(".tried.tight")}
        change={(tight) => setOne({ ...one, tight })}
      />
      <NativeSelect
        label="It is"
        data={[
          { value: "tight", label: "too long" },
          { value: "loose", label: "too short" },
        ]}
        value={one.way}
        onChange={(e) => setOne({ ...one, way: e.currentTarget.value })}
      />
      <Button type="submit" h={48} variant="default" disabled={!one.tight.trim()}>
        Shift the rest
      </Button>
    </form>
  );
}
