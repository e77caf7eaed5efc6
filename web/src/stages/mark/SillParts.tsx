import { ActionIcon, Button, TextInput } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import type { Opening } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { useEntry } from "../../entry/useEntry";

interface Props {
  opening: Opening;
  /** what they come to */
  comes?: string;
  set: (change: Partial<Opening>) => Promise<unknown>;
  wrong: (field: string) => string | undefined;
}

/** A sill's height by what stands under it: cabinet, counter, splash, board. */
export function SillParts({ opening: o, comes, set, wrong }: Props) {
  const { job, plan } = useJobContext();
  const parts = o.sillParts ?? [];
  const { one, setOne, send } = useEntry({ what: "", length: "" });
  const keep = (now: typeof parts) => set({ sillParts: now.length ? now : undefined, sill: now.length ? undefined : comes });
  return (
    <fieldset className="sill-parts" style={{ gridColumn: "1 / -1" }}>
      <legend>Sill by its parts</legend>
      <ul className="plain">
        {parts.map((p, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: two may be alike
          <li key={i}>
            <span className="grow">
              {p.what || `part ${i + 1}`}: <Len text={bare(p.length)} />
            </span>
            <ActionIcon
              size={44}
              variant="subtle"
              color="gray"
              aria-label={`Take ${p.what || `part ${i + 1}`} out`}
              onClick={() => keep(parts.filter((_, k) => k !== i))}
            >
              <IconTrash size={18} />
            </ActionIcon>
          </li>
        ))}
        {parts.length > 0 && comes && (
          <li>
            <b>
              comes to <Len text={bare(comes)} />
            </b>
          </li>
        )}
      </ul>
      <div className="gauge">
        <TextInput
          label="What"
          placeholder="counter"
          value={one.what}
          onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
        />
        <LengthField
          label="Its height"
          units={job.document.units}
          mark={plan.plan.mark}
          value={one.length}
          fault={wrong(`sillParts[${parts.length}].length`) ?? wrong("sillParts")}
          change={(length) => setOne({ ...one, length })}
        />
        <Button
          h={48}
          variant="default"
          disabled={!one.length}
          onClick={() => {
            send(keep([...parts, { what: one.what || undefined, length: one.length }]));
          }}
        >
          Add
        </Button>
      </div>
    </fieldset>
  );
}
