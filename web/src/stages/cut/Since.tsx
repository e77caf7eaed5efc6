import { Button, Modal, Select, Table, Text } from "@mantine/core";
import { IconArrowsDiff } from "@tabler/icons-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, got } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Failed, Loading } from "../../app/States";
import { Len } from "../../drawing/Len";
import { useLog } from "../../edits/useHistory";
import { bare } from "../../entry/bare";

/** What a change did to the list, the sticks and the order: before and after. */
export function Since() {
  const [open, setOpen] = useState(false);
  return (
    <>
      <Button h={48} variant="default" leftSection={<IconArrowsDiff size={20} />} onClick={() => setOpen(true)}>
        What changed
      </Button>
      <Modal opened={open} onClose={() => setOpen(false)} title="What a change did to the wood" size="lg">
        {open && <Compared />}
      </Modal>
    </>
  );
}

function Compared() {
  const { id, job } = useJobContext();
  const log = useLog(id);
  const steps = [...(log.data?.steps ?? [])].reverse().filter((s) => s.revision > 1);
  const [chosen, setChosen] = useState<string>();
  const since = Number(chosen ?? steps[0]?.revision ?? 0) - 1;
  const wood = useQuery({
    queryKey: ["wood-since", id, job.revision, since],
    queryFn: () => got(api.GET("/api/jobs/{id}/wood/since", { params: { path: { id }, query: { revision: since } } })),
    enabled: since > 0,
  });
  if (log.isPending) return <Loading />;
  if (steps.length === 0) return <Text>Nothing was changed in this job yet.</Text>;
  const c = wood.data;
  const same = c && c.pieces.length === 0 && c.sticks.length === 0 && c.order.length === 0;
  return (
    <>
      <Select
        label="From before"
        size="md"
        value={String(since + 1)}
        onChange={(v) => setChosen(v ?? undefined)}
        allowDeselect={false}
        data={steps.map((s) => ({ value: String(s.revision), label: `${s.said} (revision ${s.revision})` }))}
        mb="md"
      />
      {wood.isPending && <Loading />}
      {wood.error && <Failed error={wood.error} again={() => wood.refetch()} />}
      {same && <Text>List, sticks and order are as they were.</Text>}
      {c && c.pieces.length > 0 && (
        <Changed
          title={`Pieces${c.cut > 0 ? `, ${c.cut} of them cut already` : ""}`}
          rows={c.pieces.map((p) => [p.member, p.was ? bare(p.was) : "new", p.now ? bare(p.now) : "goes"])}
        />
      )}
      {c && c.sticks.length > 0 && (
        <Changed title="Sticks" rows={c.sticks.map((s) => [s.lumber, String(s.was), String(s.now)])} />
      )}
      {c && c.order.length > 0 && <Changed title="To order" rows={c.order.map((r) => [r.said, String(r.was), String(r.now)])} />}
      {c && c.was !== c.now && (
        <Text mt="sm">
          What is ordered costs <b>{c.now.toFixed(2)}</b> in place of {c.was.toFixed(2)}.
        </Text>
      )}
    </>
  );
}

function Changed({ title, rows }: { title: string; rows: [string, string, string][] }) {
  const [all, setAll] = useState(false);
  const shown = all ? rows : rows.slice(0, 30);
  return (
    <>
      <h3>{title}</h3>
      <Table className="lines since">
        <Table.Thead>
          <Table.Tr>
            <Table.Th />
            <Table.Th className="num">before</Table.Th>
            <Table.Th className="num">now</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {shown.map(([name, was, now]) => (
            <Table.Tr key={name}>
              <Table.Td>{name}</Table.Td>
              <Table.Td className="num">
                <Len text={was} />
              </Table.Td>
              <Table.Td className="num">
                <b>
                  <Len text={now} />
                </b>
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {rows.length > shown.length && (
        <Button h={48} variant="default" onClick={() => setAll(true)}>
          All {rows.length}
        </Button>
      )}
    </>
  );
}
