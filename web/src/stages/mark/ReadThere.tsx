import { Button, NativeSelect, SimpleGrid } from "@mantine/core";
import { useState } from "react";
import { v7 as newId } from "uuid";
import type { Reading } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { ReadingList } from "../read/ReadingList";
import { useTakeBack } from "../read/takeBack";

/** The readings along a wall that is there, by its stations, and one more. */
export function ReadThere({ wall, asked }: { wall: string; asked?: { kind: string; at: string } }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const takeBack = useTakeBack(job);
  const fresh = { kind: asked?.kind ?? "gap", at: asked?.at ?? "", value: "" };
  const [one, setOne] = useState<typeof fresh & { replaces?: string }>(fresh);
  const readings = job.document.survey?.readings ?? [];
  const field = (label: string, name: "at" | "value", path: string) => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name]}
      fault={edits.error?.of(path)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  return (
    <section className="controls" aria-label="Read it there">
      <h2>{one.replaces ? "Correct what was read" : "Read it there"}</h2>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          const reading: Reading = {
            id: newId(),
            kind: one.kind as "gap",
            basis: one.kind === "gap" ? "between" : undefined,
            place: { wall, station: one.at },
            value: one.value,
            replaces: one.replaces,
            taken: new Date().toISOString(),
          };
          const sent = one;
          setOne({ kind: one.kind, at: "", value: "" });
          edits.make({ do: "add-reading", reading }).catch((e) => {
            tell(e);
            setOne((now) => (now.at === "" && now.value === "" ? sent : now));
          });
        }}
      >
        <SimpleGrid cols={2} spacing="sm" className="gauges">
          <NativeSelect
            label="What"
            data={[
              { value: "gap", label: "between its plates" },
              { value: "floor", label: "floor" },
              { value: "ceiling", label: "ceiling" },
            ]}
            value={one.kind}
            onChange={(e) => setOne({ ...one, kind: e.currentTarget.value })}
          />
          {field("At", "at", ".station")}
          {field("It reads", "value", ".value")}
          <Button type="submit" mt={25} h={48} variant="default" disabled={!one.at || !one.value}>
            Keep it
          </Button>
        </SimpleGrid>
        {one.replaces && (
          <Button mt="sm" ml="sm" h={48} variant="subtle" onClick={() => setOne(fresh)}>
            Leave it
          </Button>
        )}
      </form>
      {readings.some((r) => r.place?.wall === wall) && (
        <ReadingList
          readings={readings}
          wall={wall}
          byPlace={plan.usual.byPlace}
          correct={(r) => setOne({ kind: r.kind, at: bare(r.place?.station ?? ""), value: bare(r.value ?? ""), replaces: r.id })}
          takeBack={takeBack}
        />
      )}
    </section>
  );
}
