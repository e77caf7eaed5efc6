import { ActionIcon, Button, Group, Modal, Stack, Switch, Text, TextInput } from "@mantine/core";
import { IconPlus, IconX } from "@tabler/icons-react";
import { useState } from "react";
import type { Corner, Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useEdits } from "../../edits/useEdits";

const free = (list: Corner[]) => {
  let n = list.length + 1;
  while (list.some((c) => c.id === String(n))) n++;
  return String(n);
};

/** The corners in order round the room, and which of them jut into it. */
export function Corners({ close }: { close: () => void }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const before = job.document.survey?.corners ?? [];
  const [list, setList] = useState<Corner[]>(before.length ? before : ["1", "2", "3", "4"].map((n) => ({ id: n })));
  const tied = new Set((job.document.survey?.ties ?? []).flatMap((t) => [t.from, t.to, t.at]));
  const fault: Problem | null = edits.error;
  const change = (i: number, by: Partial<Corner>) => setList(list.map((c, k) => (k === i ? { ...c, ...by } : c)));
  const keep = () => edits.make({ do: "put-corners", corners: list }).then(close, () => {}); // the fault stands below
  return (
    <Modal opened onClose={close} title="The corners, in order round the room" size="lg">
      <Stack gap="sm">
        <Text>
          Start at any corner and go round with the wall on your right hand, the room on your left. The side from the first to the
          second is the one the plan is drawn along.
        </Text>
        {list.map((c, i) => (
          <Group key={c.id} gap="sm" wrap="nowrap" align="center">
            <b className="corner-number">{c.id}</b>
            <TextInput
              aria-label={`Name of corner ${c.id}`}
              placeholder="by the yard door"
              value={c.name ?? ""}
              onChange={(e) => change(i, { name: e.currentTarget.value || undefined })}
              style={{ flex: 1 }}
            />
            <Switch
              label="juts in"
              aria-label={`Corner ${c.id} juts into the room`}
              checked={c.turn === "out"}
              onChange={(e) => change(i, { turn: e.currentTarget.checked ? "out" : undefined })}
            />
            <ActionIcon
              size={48}
              variant="subtle"
              color="gray"
              aria-label={`Take corner ${c.id} out`}
              disabled={tied.has(c.id) || list.length < 3}
              onClick={() => setList(list.filter((_, k) => k !== i))}
            >
              <IconX size={20} />
            </ActionIcon>
          </Group>
        ))}
        <Button
          variant="subtle"
          h={48}
          leftSection={<IconPlus size={18} />}
          onClick={() => setList([...list, { id: free(list) }])}
        >
          One more corner
        </Button>
        {fault && <div className="is-stop">{fault.message}</div>}
        <Button h={52} onClick={keep} loading={edits.isPending}>
          Keep the corners
        </Button>
      </Stack>
    </Modal>
  );
}
