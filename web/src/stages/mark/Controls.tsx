import { ActionIcon, Button, Group, Text } from "@mantine/core";
import { IconDoor, IconTrash, IconWindow } from "@tabler/icons-react";
import { useState } from "react";
import type { Opening, Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useWord } from "../../app/words";
import { type Draft, useEdits } from "../../edits/useEdits";
import { BearingForm } from "./BearingForm";
import { Between } from "./Between";
import { Boards } from "./Boards";
import { ExtraStuds } from "./ExtraStuds";
import { KeepClear } from "./KeepClear";
import { Layout } from "./Layout";
import { Matching } from "./Matching";
import { OpeningForm } from "./OpeningForm";
import { Pipes } from "./Pipes";
import { Stretches } from "./Stretches";
import "./controls.css";

/** What is chosen for a wall: how it is marked, and its openings. Each is kept as it is given. */
export function Controls({ wall: w }: { wall: Wall }) {
  const word = useWord();
  const { job, plan, wall } = useJobContext();
  const edits = useEdits(job);
  const fault: Problem | null = edits.error;
  const [asked, setAsked] = useState<string>(); // the opening that the fault is about
  const keep = (next: Draft) => edits.make(next).catch(tell);
  const set = (change: Partial<Wall>) => keep({ do: "put-wall", wall: { ...w, ...change } });
  const openings = w.openings ?? [];
  const setOpening = (o: Opening, change: Partial<Opening>) => {
    setAsked(o.id);
    return keep({ do: "put-opening", wall: w.id, opening: { ...o, ...change } });
  };
  const wrong = (o: Opening, field: string) => (asked === o.id ? fault?.of(`.opening.${field}`) : undefined);
  const add = (offered?: Opening) => {
    if (offered) keep({ do: "put-opening", wall: w.id, opening: offered });
  };
  return (
    <section className="controls no-print" aria-label="What is chosen for this wall">
      <Layout wall={w} set={set} keep={keep} fault={fault} />
      <Stretches wall={w} set={set} fault={fault} />
      <KeepClear wall={w} set={set} fault={fault} />
      <ExtraStuds wall={w} set={set} fault={fault} />
      <Between wall={w} set={set} fault={fault} />
      <Pipes wall={w} set={set} fault={fault} />
      <Boards keep={keep} />
      <h2>Openings</h2>
      {openings.length === 0 && <Text className="quiet">None in this wall.</Text>}
      {openings.map((o) => (
        <fieldset key={o.id}>
          <legend>
            {o.id}
            <ActionIcon
              size={44}
              variant="subtle"
              color="gray"
              aria-label={`Take ${o.id} out`}
              onClick={() => keep({ do: "remove-opening", wall: w.id, opening: o.id })}
            >
              <IconTrash size={18} />
            </ActionIcon>
          </legend>
          <OpeningForm
            opening={o}
            set={(change) => setOpening(o, change)}
            wrong={(field) => wrong(o, field)}
            fits={plan.plan.walls[wall]?.jambs?.find((j) => j.opening === o.id)?.said}
            comes={plan.drawings[wall]?.openings.find((x) => x.id === o.id)?.over}
            sill={plan.usual.windows[wall]?.sill}
          />
          <Matching
            opening={o}
            matched={plan.plan.walls[wall]?.matches?.find((m) => m.opening === o.id)}
            set={(change) => setOpening(o, change)}
            wrong={(field) => wrong(o, field)}
          />
          <BearingForm
            opening={o}
            carries={w.carries === "yes"}
            set={(change) => setOpening(o, change)}
            wrong={(field) => wrong(o, field)}
          />
        </fieldset>
      ))}
      <Group mt="sm">
        <Button h={48} variant="default" leftSection={<IconDoor size={20} />} onClick={() => add(plan.usual.doors[wall])}>
          Add a door
        </Button>
        <Button h={48} variant="default" leftSection={<IconWindow size={20} />} onClick={() => add(plan.usual.windows[wall])}>
          Add a window
        </Button>
      </Group>
      <Text fz={14} className="quiet" mt="sm">
        For walls that carry nothing. Whether one does, and any {word("header")} that bears load, is for a licensed engineer and
        the local code.
      </Text>
    </section>
  );
}
