import { Button, TextInput } from "@mantine/core";
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

/** Studs that somebody wants beside the layout's. */
export function ExtraStuds({ wall: w, set, fault }: Props) {
  const { job, plan } = useJobContext();
  const all = w.studs ?? [];
  const { one, setOne, send } = useEntry({ at: "", what: "" });
  return (
    <>
      <h2>Studs beside the layout's</h2>
      <Removable
        lines={all.map((s) => ({
          name: `the stud for ${s.what}`,
          said: (
            <>
              <b>
                <Len text={bare(s.at)} />
              </b>
              , for {s.what}
            </>
          ),
        }))}
        take={(i) => set({ studs: without(all, i) })}
      />
      <form
        className="gauge"
        onSubmit={(e) => {
          e.preventDefault();
          send(set({ studs: [...all, one] }));
        }}
      >
        <LengthField
          label="Stud, its middle at"
          units={job.document.units}
          mark={plan.plan.mark}
          value={one.at}
          fault={fault?.of(`.studs[${all.length}].at`)}
          change={(at) => setOne({ ...one, at })}
        />
        <TextInput
          label="Stud for"
          placeholder="coat rail"
          value={one.what}
          error={fault?.of(`.studs[${all.length}].what`)}
          onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
        />
        <Button type="submit" h={48} variant="default" disabled={!one.at || !one.what} style={{ alignSelf: "end" }}>
          Add it
        </Button>
      </form>
    </>
  );
}
