import { ActionIcon, Button, Group, NativeSelect } from "@mantine/core";
import { IconTrash } from "@tabler/icons-react";
import { useState } from "react";
import type { Rules } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { type Draft, useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";

type Sheet = NonNullable<Rules["sheets"]>[number];

/** The boards that the crew hangs, the first of which layouts are judged by. */
export function SheetsForm({ keep }: { keep: (next: Draft) => Promise<unknown> }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const rules = job.document.rules;
  const all: Sheet[] = rules?.sheets ?? plan.usual.rules.sheets ?? [];
  const [one, setOne] = useState<Sheet>();
  const put = (sheets: Sheet[]) => keep({ do: "put-rules", rules: { ...rules, sheets: sheets.length ? sheets : undefined } });
  const field = (label: string, name: "width" | "length") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one?.[name] ?? ""}
      fault={edits.error?.of(`.sheets[${all.length}].${name}`)}
      change={(v) => one && setOne({ ...one, [name]: v })}
    />
  );
  return (
    <>
      <ul className="plain">
        {all.map((s, i) => (
          <li key={s.width + s.length + s.lie}>
            <span className="grow">
              <Len text={bare(s.width)} /> × <Len text={bare(s.length)} />, {s.lie ?? "standing"}
              {i === 0 && all.length > 1 && ": layouts are judged by it"}
            </span>
            {i > 0 && (
              <Button h={48} px="xs" variant="subtle" onClick={() => put([s, ...all.filter((_, k) => k !== i)])}>
                Judge by it
              </Button>
            )}
            {all.length > 1 && (
              <ActionIcon
                size={48}
                variant="subtle"
                color="gray"
                aria-label={`Take the board of ${bare(s.width)} out`}
                onClick={() => put(all.filter((_, k) => k !== i))}
              >
                <IconTrash size={18} />
              </ActionIcon>
            )}
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
            {field("Board width", "width")}
            {field("Board length", "length")}
            <NativeSelect
              label="Hung"
              data={["standing", "lying"]}
              value={one.lie ?? "standing"}
              onChange={(e) => setOne({ ...one, lie: e.currentTarget.value as Sheet["lie"] })}
            />
          </Group>
          <Group mt="xs">
            <Button type="submit" h={48}>
              Add the board
            </Button>
            <Button h={48} variant="subtle" onClick={() => setOne(undefined)}>
              Leave it
            </Button>
          </Group>
        </form>
      ) : (
        <Button h={48} variant="default" onClick={() => setOne({ width: "", length: "" })}>
          Another board
        </Button>
      )}
    </>
  );
}
