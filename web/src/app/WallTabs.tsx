import { Button, Group, Modal, Select, SimpleGrid, Stack, TextInput } from "@mantine/core";
import { IconPlus } from "@tabler/icons-react";
import { useState } from "react";
import type { Problem, Wall } from "../api/client";
import { useEdit } from "../api/hooks";
import { Len } from "../drawing/Len";
import { LengthField } from "../entry/LengthField";
import { freeMark, offeredBottom } from "./newWall";
import { useJobContext } from "./Shell";
import { useUndo } from "./undo";

/** The walls of the job, the one on screen standing out. */
export function WallTabs() {
  const { job, plan, wall, setWall } = useJobContext();
  const [adding, setAdding] = useState(false);
  const walls = job.document.walls ?? [];
  return (
    <div className="walls no-print">
      {walls.map((w, i) => (
        <Button
          key={w.id}
          h={48}
          variant={i === wall ? "filled" : "default"}
          aria-pressed={i === wall}
          onClick={() => setWall(w.id)}
        >
          <span>
            {w.id} {w.name ? `${w.name.toLowerCase()}, ` : ""}
            <Len text={plan.plan.walls[i]?.length ?? ""} />
          </span>
        </Button>
      ))}
      <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} onClick={() => setAdding(true)}>
        Wall
      </Button>
      {adding && <AddWall close={() => setAdding(false)} />}
    </div>
  );
}

function AddWall({ close }: { close: () => void }) {
  const { id, job, setWall } = useJobContext();
  const edit = useEdit(id);
  const undo = useUndo();
  const d = job.document;
  const taken = new Set((d.walls ?? []).map((w) => w.id));
  const [name, setName] = useState("");
  const [wallId, setWallId] = useState(freeMark(d));
  const [at, setAt] = useState({ x1: "0", y1: "0", x2: "", y2: "0" });
  const [lumber, setLumber] = useState(d.lumber?.[0]?.id ?? "");
  const [body, setBody] = useState("left");
  const fault = edit.error as Problem | null;
  const index = `walls[${(d.walls ?? []).length}]`;
  const add = () => {
    const wall: Wall = {
      id: wallId,
      name,
      from: { x: at.x1, y: at.y1 },
      to: { x: at.x2, y: at.y2 },
      body: body as "left",
      lumber,
      ...offeredBottom(d),
    };
    edit.mutateAsync({ do: "wall", wall }).then(
      () => {
        undo.push(`wall ${wallId}`, () => edit.mutateAsync({ do: "remove-wall", wall: wallId }));
        setWall(wallId);
        close();
      },
      () => {}, // the faults stand beside their fields
    );
  };
  const field = (key: keyof typeof at, label: string, path: string) => (
    <LengthField
      label={label}
      value={at[key]}
      units={d.units}
      mark={d.mark}
      change={(v) => setAt({ ...at, [key]: v })}
      enter={add}
      fault={fault?.at[`${index}.${path}`]}
    />
  );
  return (
    <Modal opened onClose={close} title="A wall, by the two ends of its snapped line" size="md">
      <Stack gap="sm">
        <Group grow align="flex-start">
          <TextInput
            label="Mark"
            value={wallId}
            onChange={(e) => setWallId(e.currentTarget.value)}
            error={taken.has(wallId) ? "taken" : fault?.at[`${index}.id`]}
          />
          <TextInput
            label="Called"
            placeholder="press room"
            value={name}
            onChange={(e) => setName(e.currentTarget.value)}
            data-autofocus
          />
        </Group>
        <SimpleGrid cols={2}>
          {field("x1", "From, to the right", "from.x")}
          {field("y1", "From, up the page", "from.y")}
          {field("x2", "To, to the right", "to.x")}
          {field("y2", "To, up the page", "to.y")}
        </SimpleGrid>
        <Group grow>
          <Select
            label="Lumber"
            data={(d.lumber ?? []).map((l) => l.id)}
            value={lumber}
            onChange={(v) => setLumber(v ?? "")}
            allowDeselect={false}
          />
          <Select
            label="Framing stands on the"
            data={["left", "right"]}
            value={body}
            onChange={(v) => setBody(v ?? "left")}
            allowDeselect={false}
          />
        </Group>
        {fault && <div className="is-stop">{fault.message}</div>}
        <Button h={48} onClick={add} loading={edit.isPending} disabled={taken.has(wallId) || at.x2.trim() === ""}>
          Add the wall
        </Button>
      </Stack>
    </Modal>
  );
}
