import { ActionIcon, Button } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { useEntry } from "../../entry/useEntry";
import type { OldOpening } from "./useOldWall";

type Gauge = NonNullable<NonNullable<OldOpening["close"]>["widths"]>[number];

interface Props {
  title: string;
  at: string;
  labels: [string, string];
  all: Gauge[];
  /** the least of them, which counts */
  least?: string;
  set: (all: Gauge[]) => Promise<unknown>;
  wrong: (field: string) => string | undefined;
}

/** Measures across a hole, each at its place; the smallest counts. */
export function Gauges({ title, at, labels, all, least, set, wrong }: Props) {
  const { job, plan } = useJobContext();
  const { one, setOne, send } = useEntry<Gauge>({ at: "", is: "" });
  const field = (label: string, name: keyof Gauge) => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name]}
      fault={wrong(`[${all.length}].${name}`)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  return (
    <form
      className="gauges"
      aria-label={title}
      onSubmit={(e) => {
        e.preventDefault();
        if (one.at && one.is) send(set([...all, one]));
      }}
    >
      <h2>
        {title}, {at}
      </h2>
      <ul className="plain">
        {all.map((g, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may be alike
          <li key={i}>
            <span className="grow">
              at <Len text={bare(g.at)} />:{" "}
              <b>
                <Len text={bare(g.is)} />
              </b>
              {least && bare(g.is) === bare(least) && <span className="is-ready"> the smallest</span>}
            </span>
            <ActionIcon
              size={44}
              variant="subtle"
              color="gray"
              aria-label={`Take ${title.toLowerCase()} at ${bare(g.at)} out`}
              onClick={() => set(all.filter((_, k) => k !== i))}
            >
              <IconTrash size={18} />
            </ActionIcon>
          </li>
        ))}
      </ul>
      <div className="gauge">
        {field(labels[0], "at")}
        {field(labels[1], "is")}
        <Button type="submit" h={48} variant="default" disabled={!one.at || !one.is}>
          Keep it
        </Button>
      </div>
    </form>
  );
}
