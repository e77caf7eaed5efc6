import { Button, SimpleGrid, Text } from "@mantine/core";
import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Finding, Opening } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len, Said } from "../../drawing/Len";
import { Section } from "../../drawing/Section";
import { Sum } from "../../drawing/Sum";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";
import { LengthEdit } from "../../entry/LengthField";
import { BearingForm } from "./BearingForm";
import { Findings } from "./Findings";
import { Matching } from "./Matching";
import { NewPieces } from "./NewPieces";
import { OpeningForm } from "./OpeningForm";
import { ReadThere } from "./ReadThere";
import { type CutIn, useOldWalls } from "./useOldWall";

const fates = { stays: "stays", king: "serves as a king", goes: "goes" };

/** An opening cut into a wall that is there: what goes, what stays, what is new, and in which order. */
export function There({ which, stretch }: { which: string; stretch: number }) {
  const { job, plan } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const { walls, put: putWall, edits } = useOldWalls();
  const [chosen, choose] = useState<string | undefined>(search.get("piece") ?? undefined);
  const [asked, ask] = useState<{ kind: string; at: string }>();
  const wall = walls.find((w) => w.cuts?.some((c) => c.opening.id === which));
  const i = plan.plan.cutIns?.findIndex((c) => c.id === which) ?? -1;
  const worked = plan.plan.cutIns?.[i];
  const drawing = plan.cutIns[i];
  if (!wall) return null;
  const member = worked?.members.find((m) => m.id === chosen);
  const drawn = drawing?.pieces.find((p) => p.id === chosen);
  const cut = wall.cuts?.find((c) => c.opening.id === which) as CutIn;
  const thick = job.document.lumber?.find((l) => l.id === cut.lumber)?.thickness;
  const put = (cuts: CutIn[]) => putWall({ ...wall, cuts: cuts.length ? cuts : undefined });
  const set = (change: Partial<CutIn>) => put((wall.cuts ?? []).map((c) => (c.opening.id === which ? { ...c, ...change } : c)));
  const setOpening = (change: Partial<Opening>) => set({ opening: { ...cut.opening, ...change } });
  const wrong = (field: string) => edits.error?.of(`.opening.${field}`) ?? edits.error?.of(`.${field}`);
  const length = (label: string, value: string | undefined, field: string, keep: (v: string) => unknown) => (
    <LengthEdit label={label} units={job.document.units} value={value ?? ""} fault={wrong(field)} keep={keep} empty />
  );
  const read = (f: Finding) => {
    const m = worked?.members.find((one) => f.members?.includes(one.id));
    if (m?.frees) ask({ kind: m.frees.kind, at: bare(m.frees.station) });
  };
  return (
    <div className="with-side" style={{ marginTop: 8 }}>
      <div style={{ minWidth: 0 }}>
        {drawing && <Section drawing={drawing} height={410} stretch={stretch} selected={chosen} select={choose} />}
        {worked && (
          <>
            <h2>On both faces</h2>
            {worked.corners.map((c) => (
              <p key={c.face}>
                <Said text={c.said} />
              </p>
            ))}
            <h2>The studs that are there</h2>
            {worked.studs.length === 0 && (
              <Text className="is-held">None is known: find them with the detector, and give them under Read.</Text>
            )}
            <ul className="plain studs">
              {worked.studs
                .filter((s) => s.fate !== "stays")
                .map((s) => (
                  <li key={s.at}>
                    <span>
                      at <Len text={bare(s.at)} />: <b>{fates[s.fate]}</b>
                      {s.packing && (
                        <>
                          , packed <Len text={bare(s.packing)} />
                        </>
                      )}
                      {s.top && (
                        <>
                          , its top of <Len text={bare(s.top)} /> stays, <Len text={bare(s.spare ?? "")} /> comes out
                        </>
                      )}
                      {s.becomes && ` and makes ${s.becomes}`}
                    </span>
                  </li>
                ))}
            </ul>
            <h2>What is new</h2>
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
            tape={drawn?.tape}
            give={drawn?.give}
            close={() => choose(undefined)}
          />
        )}
        <Findings findings={worked?.findings ?? []} of={which} choose={choose} read={read} />
        <ReadThere key={`${asked?.kind}${asked?.at}`} wall={which} asked={asked} />
        <section className="controls" aria-label="What is chosen for this opening">
          <h2>
            {which} in {wall.name || wall.id}
          </h2>
          <OpeningForm opening={cut.opening} set={setOpening} wrong={wrong} fits={worked?.jambs?.[0]?.said} />
          <h2>The wall there</h2>
          <SimpleGrid cols={2} spacing="sm">
            {length("Reference at", cut.reference ?? "0", "reference", (v) => set({ reference: v || undefined }))}
            {length("Finish on the other face", cut.far ?? wall.finish, "far", (v) => set({ far: v || undefined }))}
            {length("Bottom plate there", cut.bottom ?? thick, "bottom", (v) => set({ bottom: v || undefined }))}
            {length("Top plates there", cut.top ?? thick, "top", (v) => set({ top: v || undefined }))}
          </SimpleGrid>
          <BearingForm
            opening={cut.opening}
            carries={worked?.findings.some((f) => f.code === "carries") ?? false}
            said={worked?.bearing}
            set={setOpening}
            wrong={wrong}
          />
          <Matching
            opening={cut.opening}
            matched={worked?.matches?.find((m) => m.opening === which)}
            set={setOpening}
            wrong={wrong}
          />
          <Button
            mt="sm"
            h={48}
            variant="subtle"
            onClick={() =>
              put((wall.cuts ?? []).filter((c) => c.opening.id !== which)).then(
                (made) => made && setSearch({}, { replace: true }),
              )
            }
          >
            Leave the wall as it is
          </Button>
          <Text fz={14} className="quiet" mt="sm">
            Nothing here says that a wall may be opened. A licensed engineer, the inspector and the local code decide.
          </Text>
        </section>
      </div>
    </div>
  );
}
