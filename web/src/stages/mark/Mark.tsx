import { Button, Slider, Text } from "@mantine/core";
import { useHotkeys, useLocalStorage } from "@mantine/hooks";
import { IconPlus } from "@tabler/icons-react";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { useJobContext } from "../../app/Shell";
import { StageCards } from "../../app/StageCards";
import { Empty } from "../../app/States";
import { WallTabs } from "../../app/WallTabs";
import type { Layer } from "../../drawing/layers";
import { Plates } from "../../drawing/Plates";
import { Section } from "../../drawing/Section";
import { Sum } from "../../drawing/Sum";
import { bare } from "../../entry/bare";
import { BeforeBoards } from "./BeforeBoards";
import { Closed } from "./Closed";
import { CommandLine } from "./CommandLine";
import { Controls } from "./Controls";
import { Crossings } from "./Crossings";
import { Findings } from "./Findings";
import { Holes } from "./Holes";
import { Layers } from "./Layers";
import { Maps } from "./Maps";
import { Origins } from "./Origins";
import { There } from "./There";
import { ThereNew } from "./ThereNew";

/** The plates marked, and every piece with its length and how it came about. */
export default function Mark() {
  const { id, job, plan, wall } = useJobContext();
  const go = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [stretch, setStretch] = useLocalStorage({ key: "stretch", defaultValue: 16 });
  const [hidden, setHidden] = useLocalStorage<Layer[]>({ key: "hidden-layers", defaultValue: [] });
  const [chosen, setChosen] = useState<string | undefined>(search.get("piece") ?? undefined);
  const [looked, look] = useState<number>(); // of the origins, beside the one that is chosen
  const w = job.document.walls?.[wall];
  const worked = plan.plan.walls[wall];
  const drawing = plan.drawings[wall];
  const pieces = drawing?.pieces ?? [];
  const step = (by: number) => {
    const i = pieces.findIndex((p) => p.id === chosen);
    const p = pieces[(i + by + pieces.length) % pieces.length];
    if (p) setChosen(p.id);
  };
  useHotkeys([
    ["ArrowRight", () => step(1)],
    ["ArrowLeft", () => step(-1)],
    ["Escape", () => setChosen(undefined)],
  ]);
  const openings = plan.plan.cutIns ?? [];
  // the saw list names a piece's wall: of a wall that is there, by the opening
  const closings = plan.plan.closings ?? [];
  const all = [
    ...openings.map((c) => ({ id: c.id, said: `${c.id} in ${c.in}` })),
    ...closings.map((c) => ({ id: c.id, said: `${c.id} closed` })),
  ];
  const inside = search.get("in") ?? all.find((c) => c.id === search.get("wall"))?.id;
  const there = (
    <>
      {all.map((c) => (
        <Button
          key={c.id}
          h={48}
          variant={inside === c.id ? "filled" : "default"}
          aria-pressed={inside === c.id}
          onClick={() => setSearch({ in: c.id })}
        >
          {c.said}
        </Button>
      ))}
      <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} onClick={() => setSearch({ in: "new" })}>
        In an old wall
      </Button>
    </>
  );
  const tabs = (
    <WallTabs chosen={inside ? -1 : undefined} choose={inside ? (id) => setSearch({ wall: id }, { replace: true }) : undefined}>
      {there}
    </WallTabs>
  );
  if (inside)
    return (
      <>
        {tabs}
        {openings.some((c) => c.id === inside) ? (
          <There key={inside} which={inside} stretch={stretch} />
        ) : closings.some((c) => c.id === inside) ? (
          <Closed key={inside} which={inside} stretch={stretch} />
        ) : (
          <ThereNew />
        )}
      </>
    );
  if (!w || !worked || !drawing) {
    return (
      <>
        {tabs}
        <Empty title="No wall to mark yet">
          <Text>
            Add a wall by the two ends of its snapped line. Its layout stands here at once; lengths follow from the readings.
          </Text>
        </Empty>
      </>
    );
  }
  const member = worked.members.find((m) => m.id === chosen);
  const readAt = (kind: string, at: string) =>
    `/jobs/${id}/read?wall=${encodeURIComponent(w.id)}&kind=${kind}&at=${encodeURIComponent(bare(at))}`;
  return (
    <>
      {tabs}
      <div className="with-side" style={{ marginTop: 8 }}>
        <div style={{ minWidth: 0 }}>
          <CommandLine wall={w.id} />
          <Section drawing={drawing} height={410} stretch={stretch} hidden={hidden} selected={chosen} select={setChosen} />
          <Layers drawing={drawing} hidden={hidden} hide={setHidden} />
          {drawing.tops?.length ? (
            <p className="quiet no-print">along the wall true, heights true to one another</p>
          ) : (
            <div className="stretch no-print">
              <span className="quiet">along the wall true, unevenness stretched up to {stretch}×</span>
              <Slider
                thumbLabel="Stretch of the unevenness"
                min={1}
                max={40}
                value={stretch}
                onChange={setStretch}
                w={180}
                size="lg"
                thumbSize={26}
                label={null}
              />
            </div>
          )}
          <Plates
            drawing={drawing}
            marks={worked.marks}
            selected={chosen}
            select={setChosen}
            beside={looked === undefined ? undefined : drawing.layouts?.[looked]}
            besideSaid={looked === undefined ? undefined : worked.origins?.[looked]?.said}
          />
          <Maps drawing={drawing} choose={setChosen} />
          <Crossings crossings={worked.crossings ?? []} drawing={drawing} choose={setChosen} />
          <BeforeBoards wall={worked} choose={setChosen} />
          <Holes wall={worked} choose={setChosen} />
          <Origins wall={w.id} origins={worked.origins ?? []} looked={looked} look={look} />
        </div>
        <div className="side">
          {member && (
            <Sum
              member={member}
              mark={plan.plan.mark}
              said={plan.plan.readings}
              wall={w.id}
              tape={pieces.find((p) => p.id === member.id)?.tape}
              give={pieces.find((p) => p.id === member.id)?.give}
              close={() => setChosen(undefined)}
              read={member.frees && readAt(member.frees.kind, member.frees.station)}
            />
          )}
          <Findings
            findings={[...worked.findings, ...plan.plan.findings.filter((f) => f.code !== "load-hold")]}
            choose={setChosen}
            read={(f) => {
              if (f.reading)
                return go(
                  `/jobs/${id}/read?view=heights&wall=${encodeURIComponent(w.id)}&again=${encodeURIComponent(f.reading)}`,
                );
              const m = worked.members.find((one) => f.members?.includes(one.id));
              if (m?.frees) go(readAt(m.frees.kind, m.frees.station));
            }}
          />
          <Controls wall={w} />
          <StageCards step="mark" />
        </div>
      </div>
    </>
  );
}
