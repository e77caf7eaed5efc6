import { ActionIcon, Button, Group } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { useState } from "react";
import type { Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";

interface Props {
  wall: Wall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  fault: Problem | null;
}

/** Parts of a wall whose studs stand closer, or wider, than the rest. */
export function Stretches({ wall: w, set, fault }: Props) {
  const { job, plan } = useJobContext();
  const [one, setOne] = useState<{ from: string; to: string; spacing: string }>();
  const all = w.layout?.stretches ?? [];
  const put = (stretches: typeof all) => set({ layout: { ...w.layout, stretches: stretches.length ? stretches : undefined } });
  const field = (label: string, name: "from" | "to" | "spacing") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one?.[name] ?? ""}
      fault={fault?.of(`.stretches[${all.length}].${name}`)}
      change={(v) => one && setOne({ ...one, [name]: v })}
    />
  );
  return (
    <>
      <ul className="plain">
        {all.map((s, i) => (
          <li key={s.from + s.to}>
            <span className="grow">
              <Len text={bare(s.from)} /> to <Len text={bare(s.to)} />: <Len text={bare(s.spacing)} /> on centre
            </span>
            <ActionIcon
              size={48}
              variant="subtle"
              color="gray"
              aria-label={`Take the stretch from ${bare(s.from)} out`}
              onClick={() => put(all.filter((_, k) => k !== i))}
            >
              <IconTrash size={18} />
            </ActionIcon>
          </li>
        ))}
      </ul>
      {one ? (
        <form
          onSubmit={(e) => {
            e.preventDefault();
            put([...all, one]).then((made) => made && setOne(undefined));
          }}
        >
          <Group grow align="flex-start">
            {field("From", "from")}
            {field("To", "to")}
            {field("On centre", "spacing")}
          </Group>
          <Group mt="xs">
            <Button type="submit" h={48}>
              Space it so
            </Button>
            <Button h={48} variant="subtle" onClick={() => setOne(undefined)}>
              Leave it
            </Button>
          </Group>
        </form>
      ) : (
        <Button mt="xs" h={48} variant="default" onClick={() => setOne({ from: "", to: "", spacing: "" })}>
          Another spacing on a stretch
        </Button>
      )}
    </>
  );
}
