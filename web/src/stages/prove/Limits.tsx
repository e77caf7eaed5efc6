import { Group } from "@mantine/core";
import type { Rules } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";
import { LengthEdit } from "../../entry/LengthField";

type Limit = keyof NonNullable<Rules["limits"]>;

const limits: [Limit, string][] = [
  ["plumb", "Off plumb, over the full height"],
  ["straight", "Off a string"],
  ["diagonal", "A diagonal"],
  ["head", "A head, an opening's width"],
  ["residual", "Off a matched frame"],
  ["height", "A corner's height"],
  ["flush", "The step between faces"],
  ["light", "Light under a plate"],
  ["door", "A door's gap"],
  ["gap", "The gap a door should have"],
  ["room", "Room for a next section"],
];

/** How much may be off: the crew's own. */
export function Limits() {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const rules = job.document.rules ?? {};
  const own = rules.limits ?? {};
  const usual = plan.usual.rules.limits ?? {};
  return (
    <details className="no-print">
      <summary>How much may be off</summary>
      <Group gap="sm" align="flex-start">
        {limits.map(([name, label]) => (
          <LengthEdit
            key={name}
            w={230}
            label={label}
            units={job.document.units}
            value={own[name] ?? usual[name] ?? ""}
            fault={edits.error?.of(`.${name}`)}
            keep={(text) => edits.make({ do: "put-rules", rules: { ...rules, limits: { ...own, [name]: text } } }).catch(tell)}
          />
        ))}
      </Group>
    </details>
  );
}
