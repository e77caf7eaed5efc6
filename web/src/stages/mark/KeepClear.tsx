import { Button, Group, Text, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  fault: Problem | null;
}

/** Stretches that no stud stands in: for a valve, a box, a cabinet. */
export function KeepClear({ wall: w, set, fault }: Props) {
  const { job, plan } = useJobContext();
  const [one, setOne] = useState<{ from: string; to: string; low?: string; high?: string; what: string }>();
  const all = w.clear ?? [];
  const wrong = (field: string) => fault?.of(`.clear[${all.length}].${field}`);
  const add = () => {
    if (!one) return;
    set({ clear: [...all, { ...one, low: one.low || undefined, high: one.high || undefined }] }).then(
      (made) => made && setOne(undefined),
    );
  };
  return (
    <>
      <h2>Keep clear</h2>
      {all.length === 0 && !one && <Text className="quiet">For a valve, a box, a cabinet: no stud stands there.</Text>}
      <Removable
        lines={all.map((c) => ({
          name: c.what,
          said: (
            <>
              <b>{c.what}</b>, <Len text={bare(c.from)} /> to <Len text={bare(c.to)} />
              {c.high && (
                <>
                  , {c.low && <Len text={bare(c.low)} />} up to <Len text={bare(c.high)} />
                </>
              )}
            </>
          ),
        }))}
        take={(i) => set({ clear: without(all, i) })}
      />
      {one ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            add();
          }}
        >
          <TextInput
            label="What for"
            size="md"
            value={one.what}
            error={wrong("what")}
            data-autofocus
            onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
          />
          <Group grow align="flex-start">
            <LengthField
              label="From"
              units={job.document.units}
              mark={plan.plan.mark}
              value={one.from}
              fault={wrong("from")}
              change={(from) => setOne({ ...one, from })}
            />
            <LengthField
              label="To"
              units={job.document.units}
              mark={plan.plan.mark}
              value={one.to}
              fault={wrong("to")}
              change={(to) => setOne({ ...one, to })}
            />
          </Group>
          <Group grow align="flex-start">
            {(["low", "high"] as const).map((side) => (
              <LengthField
                key={side}
                label={side === "low" ? "From height, if it matters" : "To height"}
                units={job.document.units}
                mark={plan.plan.mark}
                value={one[side] ?? ""}
                fault={wrong(side)}
                change={(v) => setOne({ ...one, [side]: v })}
              />
            ))}
          </Group>
          <Group mt="xs">
            <Button type="submit" h={48}>
              Keep it clear
            </Button>
            <Button h={48} variant="subtle" onClick={() => setOne(undefined)}>
              Leave it
            </Button>
          </Group>
        </form>
      ) : (
        <Button h={48} variant="default" onClick={() => setOne({ from: "", to: "", what: "" })}>
          Keep a stretch clear
        </Button>
      )}
    </>
  );
}
