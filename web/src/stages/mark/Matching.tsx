import { Button, NativeSelect, SimpleGrid, Table, Text } from "@mantine/core";
import { useState } from "react";
import type { Opening, PlanBody, Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len, Said } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthEdit, LengthField } from "../../entry/LengthField";
import { type OldOpening, saidOf, useOldWalls } from "./useOldWall";

type Matched = NonNullable<PlanBody["plan"]["walls"][number]["matches"]>[number];
type Sides = NonNullable<OldOpening["gauged"]>;

interface Props {
  opening: Opening;
  matched?: Matched;
  set: (change: Partial<Opening>) => unknown;
  wrong: (field: string) => string | undefined;
}

/** Lines an opening up with one that is there. */
export function Matching({ opening: o, matched, set, wrong }: Props) {
  const { job } = useJobContext();
  const { walls, putOpening, free, edits } = useOldWalls();
  const [open, setOpen] = useState(false);
  const [gauging, gauge] = useState<{ wall: string; k: number }>();
  const all = walls.flatMap((w) => (w.openings ?? []).map((hole, k) => ({ w, hole, k }))).filter(({ hole }) => !hole.close);
  if (all.length === 0) return null;
  if (!open && !o.match)
    return (
      <button type="button" className="fix" onClick={() => setOpen(true)}>
        Line it up with one that is there …
      </button>
    );
  const now = all.find(({ hole }) => hole.id === o.match?.opening && hole.id);
  const asked = gauging && all.find(({ w, k }) => w.id === gauging.wall && k === gauging.k);
  const take = (value: string) => {
    const one = all[Number(value)];
    gauge(undefined);
    if (!one) return set({ match: undefined });
    if (!one.hole.gauged) return gauge({ wall: one.w.id, k: one.k });
    return set({ match: { ...o.match, opening: one.hole.id ?? "" } });
  };
  const chosen = asked ?? now;
  return (
    <div className="matching">
      <SimpleGrid cols={1} spacing="sm">
        <NativeSelect
          label="Lines up with"
          data={[
            { value: "", label: "nothing" },
            ...all.map(({ w, hole }, i) => ({
              value: String(i),
              label: `${hole.id ? `${hole.id}, ` : ""}${saidOf(hole)} in ${w.name || w.id}`,
            })),
          ]}
          value={chosen ? String(all.indexOf(chosen)) : ""}
          error={wrong("match.opening")}
          onChange={(e) => take(e.currentTarget.value)}
        />
        {o.match && (
          <LengthEdit
            label="Set back all round by, for what still comes on its sides"
            units={job.document.units}
            value={o.match.off ?? "0"}
            fault={wrong("match.off")}
            keep={(off) => o.match && set({ match: { ...o.match, off: off || undefined } })}
          />
        )}
      </SimpleGrid>
      {chosen && (asked || !matched) && (
        <Sided
          key={chosen.hole.id}
          hole={chosen.hole}
          fault={edits.error}
          keep={(gauged) => {
            const id = chosen.hole.id || free("E");
            return putOpening(chosen.w, chosen.k, { id, gauged }).then((made) => {
              if (!made) return;
              gauge(undefined);
              if (!o.match || o.match.opening !== id) set({ match: { ...o.match, opening: id } });
            });
          }}
        />
      )}
      {matched && now && !asked && (
        <>
          <Table className="lines">
            <Table.Thead>
              <Table.Tr>
                <Table.Th>{now.hole.id}</Table.Th>
                <Table.Th className="num">there</Table.Th>
                <Table.Th className="num">new</Table.Th>
                <Table.Th className="num">off by</Table.Th>
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {matched.targets.map((x) => (
                <Table.Tr key={x.what}>
                  <Table.Td>{x.what}</Table.Td>
                  <Table.Td className="num">
                    <Len text={bare(x.old)} />
                  </Table.Td>
                  <Table.Td className="num">
                    <Len text={bare(x.new)} />
                  </Table.Td>
                  <Table.Td className="num">
                    <b>
                      <Len text={bare(x.off)} />
                    </b>
                  </Table.Td>
                </Table.Tr>
              ))}
            </Table.Tbody>
          </Table>
          {matched.level && (
            <Text fz={14} className="is-held">
              The floor isn't read at both sides: it is taken as level for the underside.
            </Text>
          )}
          <button type="button" className="fix" onClick={() => gauge({ wall: now.w.id, k: now.k })}>
            <Said text={`Gauge ${now.hole.id} again`} />
          </button>
        </>
      )}
    </div>
  );
}

const rows = [
  { of: "floor", label: "at the floor" },
  { of: "head", label: "at the head" },
  { of: "under", label: "underside over the floor" },
] as const;

/** An opening's sides and underside, as they are gauged. */
function Sided({ hole, fault, keep }: { hole: OldOpening; fault: Problem | null; keep: (g: Sides) => Promise<unknown> }) {
  const { job, plan } = useJobContext();
  const empty = { from: "", to: "" };
  const was = { floor: { from: hole.from, to: hole.to }, head: { from: hole.from, to: hole.to }, under: empty };
  const [g, setG] = useState<Sides>(hole.gauged ?? was);
  return (
    <form
      className="sided"
      onSubmit={(e) => {
        e.preventDefault();
        keep(g);
      }}
    >
      <Text fz={14} className="quiet">
        Gauge the old opening from the wall's first corner: both sides at floor and head, and its underside at both sides.
      </Text>
      {rows.map((r) => (
        <SimpleGrid key={r.of} cols={2} spacing="sm">
          {(["from", "to"] as const).map((side) => (
            <LengthField
              key={side}
              label={`${side === "from" ? "First" : "Second"} side, ${r.label}`}
              units={job.document.units}
              mark={plan.plan.mark}
              value={g[r.of][side]}
              fault={fault?.of(`.gauged.${r.of}.${side}`)}
              change={(v) => setG({ ...g, [r.of]: { ...g[r.of], [side]: v } })}
            />
          ))}
        </SimpleGrid>
      ))}
      <Button type="submit" mt="xs" h={48} variant="default" disabled={rows.some((r) => !g[r.of].from || !g[r.of].to)}>
        Keep what was gauged
      </Button>
    </form>
  );
}
