import { Button, NativeSelect, SimpleGrid, Text } from "@mantine/core";
import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len, Said } from "../../drawing/Len";
import { Section } from "../../drawing/Section";
import { Sum } from "../../drawing/Sum";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";
import { LengthEdit } from "../../entry/LengthField";
import { Findings } from "./Findings";
import { Gauges } from "./Gauges";
import { NewPieces } from "./NewPieces";
import { type OldOpening, useOldWalls } from "./useOldWall";

type Close = NonNullable<OldOpening["close"]>;

const ways = { nailers: "a stud along each side", blocks: "short blocks on each side" };

/** An opening that is there and is closed: its gauges, what fills it, and in which order. */
export function Closed({ which, stretch }: { which: string; stretch: number }) {
  const { job, plan } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const [chosen, choose] = useState<string | undefined>(search.get("piece") ?? undefined);
  const { walls, putOpening, edits } = useOldWalls();
  const wall = walls.find((w) => w.openings?.some((o) => o.id === which && o.close));
  const k = wall?.openings?.findIndex((o) => o.id === which) ?? -1;
  const i = plan.plan.closings?.findIndex((c) => c.id === which) ?? -1;
  const worked = plan.plan.closings?.[i];
  const drawing = plan.closings[i];
  const opening = wall?.openings?.[k];
  const close = opening?.close;
  if (!wall || !opening || !close) return null;
  const u = job.document.units;
  const fault: Problem | null = edits.error;
  const set = (change: Partial<Close>) => putOpening(wall, k, { close: { ...close, ...change } });
  const wrong = (field: string) => fault?.of(`.close.${field}`);
  const member = worked?.members.find((m) => m.id === chosen);
  const length = (label: string, name: "allowance" | "strip" | "sill" | "far", value: string | undefined, note?: string) => (
    <LengthEdit
      label={label}
      description={note}
      units={u}
      value={value ?? ""}
      fault={wrong(name)}
      keep={(v) => set({ [name]: v || undefined })}
      empty
    />
  );
  return (
    <div className="with-side" style={{ marginTop: 8 }}>
      <div style={{ minWidth: 0 }}>
        <div className={drawing?.known ? "pocket" : ""}>
          {drawing?.known && <Section drawing={drawing} height={470} stretch={stretch} selected={chosen} select={choose} />}
          <div className={drawing?.known ? "" : "two-gauges"}>
            <Gauges
              title="Widths"
              at="going up"
              labels={["At height", "Width there"]}
              all={close.widths ?? []}
              least={worked?.width}
              set={(widths) => set({ widths: widths.length ? widths : undefined })}
              wrong={(f) => wrong(`widths${f}`)}
            />
            <Gauges
              title="Heights"
              at="from its first side"
              labels={["At, along", "Height there"]}
              all={close.heights ?? []}
              least={close.strip ? undefined : worked?.height}
              set={(heights) => set({ heights: heights.length ? heights : undefined })}
              wrong={(f) => wrong(`heights${f}`)}
            />
          </div>
        </div>
        {worked && (
          <>
            {worked.edges.length > 0 && (
              <>
                <h2>What the boards' edges find</h2>
                <div className="edges">
                  {worked.edges.map((e) => (
                    <button
                      key={e.edges}
                      type="button"
                      aria-pressed={e.chosen}
                      className="edge"
                      onClick={() => e.chosen || set({ edges: e.edges })}
                    >
                      <b>{ways[e.edges]}</b>
                      <span>
                        <Said text={e.said} /> <Len text={bare(e.wood)} /> of wood.
                      </span>
                    </button>
                  ))}
                </div>
              </>
            )}
            <h2>What is new</h2>
            {worked.members.length === 0 && <Text className="is-held">Gauge it first: its pieces follow.</Text>}
            <NewPieces members={worked.members} choose={choose} />
            <h2>In this order</h2>
            <ol className="steps">
              {worked.steps.map((s) => (
                <li key={s}>
                  <Told text={s} />
                </li>
              ))}
            </ol>
          </>
        )}
      </div>
      <div className="side">
        {member && (
          <Sum
            member={member}
            mark={plan.plan.mark}
            said={plan.plan.readings}
            wall={which}
            tape={drawing?.pieces.find((p) => p.id === chosen)?.tape}
            give={drawing?.pieces.find((p) => p.id === chosen)?.give}
            close={() => choose(undefined)}
          />
        )}
        <Findings findings={worked?.findings ?? []} of={which} choose={choose} read={() => {}} />
        <section className="controls" aria-label="What is chosen for this closing">
          <h2>
            {which}, {opening.what || "opening"} in {wall.name || wall.id}
          </h2>
          {worked?.width && worked.height && (
            <p>
              The hole counts as <Len text={bare(worked.width)} /> by <Len text={bare(worked.height)} />.
            </p>
          )}
          <SimpleGrid cols={2} spacing="sm">
            <NativeSelect
              label="Of"
              data={(job.document.lumber ?? []).filter((l) => !l.track).map((l) => l.id)}
              value={close.lumber}
              error={wrong("lumber")}
              onChange={(e) => set({ lumber: e.currentTarget.value })}
            />
            {length("Smaller by", "allowance", close.allowance ?? plan.usual.rules.infill)}
            {length("Floor finish through it", "strip", close.strip)}
            {length("Or it sits over the floor", "sill", close.sill)}
            {length("Finish on the other face", "far", close.far ?? wall.finish)}
          </SimpleGrid>
          <Button
            mt="sm"
            h={48}
            variant="subtle"
            onClick={() => putOpening(wall, k, { close: undefined }).then((made) => made && setSearch({}, { replace: true }))}
          >
            Leave it open
          </Button>
          <Text fz={14} className="quiet" mt="sm">
            The inspector and the local code say whether a door or a window may go.
          </Text>
        </section>
      </div>
    </div>
  );
}
