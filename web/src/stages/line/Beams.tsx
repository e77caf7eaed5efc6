import { Button, Group, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useWord } from "../../app/words";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { EngineerFields, entered } from "../../entry/EngineerFields";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";

type Beam = NonNullable<Wall["beams"]>[number];

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => Promise<boolean>;
  at: (path: string) => string | undefined;
}

/** Beams under the head plate, as a licensed engineer named them. */
export function Beams({ wall, set, at }: Props) {
  const { job } = useJobContext();
  const word = useWord();
  const all = wall.beams ?? [];
  const [one, setOne] = useState<Beam>();
  const fault = (path: string) => at(`beams[${all.length}].${path}`);
  const length = (label: string, name: "from" | "to") =>
    one && (
      <LengthField
        label={label}
        value={one[name]}
        units={job.document.units}
        mark={job.document.mark}
        change={(v) => setOne({ ...one, [name]: v })}
        fault={fault(name)}
      />
    );
  return (
    <>
      <h3>A beam under its {word("top-plate")}</h3>
      {all.length === 0 && !one && (
        <p className="quiet">None. One that an engineer named goes in here; the plate runs on over it.</p>
      )}
      <Removable
        lines={all.map((b) => ({
          name: `beam ${b.id}`,
          said: (
            <>
              {b.id}: <Len text={bare(b.from)} /> to <Len text={bare(b.to)} />, {b.entry.steel ?? b.entry.lumber}, named by{" "}
              {b.entry.by}, {b.entry.when}
            </>
          ),
        }))}
        take={(i) => set({ beams: without(all, i) })}
      />
      {one ? (
        <form
          className="line-form bearing"
          onSubmit={(e) => {
            e.preventDefault();
            set({ beams: [...all, { ...one, entry: entered(one.entry) }] }).then((made) => made && setOne(undefined));
          }}
        >
          <TextInput
            label="Called"
            value={one.id}
            error={fault("id")}
            onChange={(e) => setOne({ ...one, id: e.currentTarget.value })}
          />
          <div className="two">
            {length("From", "from")}
            {length("To", "to")}
          </div>
          <EngineerFields
            one={one.entry}
            change={(entry) => setOne({ ...one, entry })}
            wrong={(field) => fault(`entry.${field}`)}
            under="end"
          />
          <Group mt="xs">
            <Button type="submit" h={48} disabled={!one.from || !one.to}>
              Enter it
            </Button>
            <Button h={48} variant="subtle" onClick={() => setOne(undefined)}>
              Leave it
            </Button>
          </Group>
        </form>
      ) : (
        <Button
          h={48}
          variant="default"
          onClick={() => setOne({ id: `G${all.length + 1}`, from: "", to: "", entry: { by: "", when: "", each: "" } })}
        >
          Enter a beam
        </Button>
      )}
    </>
  );
}
