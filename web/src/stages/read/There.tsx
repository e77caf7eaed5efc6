import { ActionIcon, Button, Table } from "@mantine/core";
import { IconPencil, IconPlus, IconTrash } from "@tabler/icons-react";
import { useState } from "react";
import type { Room } from "../../api/client";
import { type Entry, partOf } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { type Draft, useEdits } from "../../edits/useEdits";
import { PartEditor } from "./PartEditor";
import { forms, type PartForm } from "./parts";

/** What is in the building besides its shape: lists, each entry editable. */
export function There({ room }: { room: Room }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const [open, setOpen] = useState<{ form: PartForm; entry: Entry; fresh: boolean }>();
  const remove = (form: PartForm, e: Entry) =>
    edits.make({ do: "remove-found", part: form.part, key: e.id } as Draft).catch(tell);
  const more = (form: PartForm, e: Entry) => {
    const out = room.outside.find((o) => o.part === form.part && o.id === e.id);
    if (out) return out.text;
    if (form.part === "instruments") return room.instruments.find((i) => i.id === e.id)?.text;
    if (form.part !== "walls") return;
    const w = room.walls.find((one) => one.id === e.id);
    return [
      w?.in && `leans ${w.in} in over ${w.height}`,
      w?.out && w.out !== "0" && `${w.out} out`,
      w?.bulge && `bulges ${w.bulge}`,
    ]
      .filter(Boolean)
      .join(", ");
  };
  return (
    <div className="there">
      {forms.map((form) => {
        const list = partOf(job, form.part);
        return (
          <section key={form.part} aria-label={form.title}>
            <div className="there-head">
              <h2>{form.title}</h2>
              <Button
                h={48}
                variant="subtle"
                leftSection={<IconPlus size={18} />}
                aria-label={`Add a ${form.one}`}
                onClick={() => setOpen({ form, entry: form.fresh, fresh: true })}
              >
                Add
              </Button>
            </div>
            {list.length === 0 && <p className="quiet">{form.empty}</p>}
            <ul className="there-list">
              {list.map((e) => (
                <li key={e.id}>
                  <div className="grow">
                    <b>{e.id}</b> <span>{form.said(e)}</span>
                    {more(form, e) && <div className="quiet">{more(form, e)}</div>}
                  </div>
                  <ActionIcon
                    size={48}
                    variant="subtle"
                    aria-label={`Change ${e.id}`}
                    onClick={() => setOpen({ form, entry: e, fresh: false })}
                  >
                    <IconPencil size={20} />
                  </ActionIcon>
                  <ActionIcon
                    size={48}
                    variant="subtle"
                    color="gray"
                    aria-label={`Take ${e.id} out`}
                    onClick={() => remove(form, e)}
                  >
                    <IconTrash size={20} />
                  </ActionIcon>
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      {room.readings.length > 0 && (
        <section aria-label="Raw and used">
          <h2>Read and used differ</h2>
          <Table className="lines">
            <Table.Thead>
              <Table.Tr>
                <Table.Th className="num">Read</Table.Th>
                <Table.Th className="num">To the mark</Table.Th>
                <Table.Th className="num">Used</Table.Th>
                <Table.Th>Why</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {room.readings.map((r) => (
                <Table.Tr key={r.reading} className={r.strays ? "is-held" : ""}>
                  <Table.Td className="num">{r.raw}</Table.Td>
                  <Table.Td className="num">{r.rounded}</Table.Td>
                  <Table.Td className="num">
                    <b>{r.used}</b>
                  </Table.Td>
                  <Table.Td>{r.why}</Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
        </section>
      )}
      {open && <PartEditor {...open} close={() => setOpen(undefined)} />}
    </div>
  );
}
