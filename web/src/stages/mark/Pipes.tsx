import { Button, NativeSelect, Text, TextInput } from "@mantine/core";
import type { Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";
import { useEntry } from "../../entry/useEntry";

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  fault: Problem | null;
}

type Run = NonNullable<Wall["runs"]>[number];
const lengths = { size: "", from: "", to: "", height: "", fall: "", at: "", low: "", high: "", off: "" };
type Name = keyof typeof lengths;

const said: Record<Name, string> = {
  size: "Outside diameter",
  from: "Pipe from",
  to: "Pipe to",
  height: "Middle of it over the floor",
  fall: "Falls by, if it does",
  at: "Goes up at",
  low: "Begins at height, else in the floor",
  high: "Ends at height, else over the ceiling",
  off: "Off the snapped face, else the middle",
};
const level: Name[] = ["from", "to", "height", "fall"];
const upright: Name[] = ["at", "low", "high"];
const needed: Name[] = ["size", "from", "to", "height", "at"];

/** Pipes and cables that are planned in a wall: along it, or up and down. */
export function Pipes({ wall: w, set, fault }: Props) {
  const { job, plan } = useJobContext();
  const all = w.runs ?? [];
  const { one, setOne, send } = useEntry({ ...lengths, what: "", goes: "along" });
  const names: Name[] = ["size", ...(one.goes === "along" ? level : upright), "off"];
  const add = () => {
    const next: Record<string, string> = { what: one.what };
    for (const name of names) if (one[name]) next[name] = one[name];
    send(set({ runs: [...all, next as unknown as Run] }));
  };
  return (
    <>
      <h2>Pipes and cables</h2>
      {all.length === 0 && <Text className="quiet">What is planned in this wall: its holes are listed, stud by stud.</Text>}
      <Removable
        lines={all.map((r) => ({ name: `the ${r.what}`, said: <Runs run={r} /> }))}
        take={(i) => set({ runs: without(all, i) })}
      />
      <form
        className="backing"
        onSubmit={(e) => {
          e.preventDefault();
          add();
        }}
      >
        <TextInput
          label="Pipe or cable"
          placeholder="cold water"
          value={one.what}
          error={fault?.of(`.runs[${all.length}].what`)}
          onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
        />
        <NativeSelect
          label="It goes"
          data={[
            { value: "along", label: "along the wall" },
            { value: "up", label: "up and down" },
          ]}
          value={one.goes}
          onChange={(e) => setOne({ ...one, goes: e.currentTarget.value })}
        />
        {names.map((name) => (
          <LengthField
            key={name}
            label={said[name]}
            units={job.document.units}
            mark={plan.plan.mark}
            value={one[name]}
            fault={fault?.of(`.runs[${all.length}].${name}`)}
            change={(v) => setOne({ ...one, [name]: v })}
          />
        ))}
        <Button
          type="submit"
          h={48}
          variant="default"
          disabled={!one.what || names.some((n) => needed.includes(n) && !one[n])}
          style={{ alignSelf: "end" }}
        >
          Add the pipe
        </Button>
      </form>
    </>
  );
}

function Runs({ run: r }: { run: Run }) {
  return (
    <>
      <b>{r.what}</b>, <Len text={bare(r.size)} />,{" "}
      {r.at ? (
        <>
          up and down at <Len text={bare(r.at)} />
          {r.low && (
            <>
              {" "}
              from <Len text={bare(r.low)} />
            </>
          )}
          {r.high && (
            <>
              {" "}
              up to <Len text={bare(r.high)} />
            </>
          )}
        </>
      ) : (
        <>
          <Len text={bare(r.from ?? "")} /> to <Len text={bare(r.to ?? "")} />, <Len text={bare(r.height ?? "")} /> over the floor
          {r.fall && (
            <>
              , falling <Len text={bare(r.fall)} />
            </>
          )}
        </>
      )}
    </>
  );
}
