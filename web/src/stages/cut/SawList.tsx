import { Checkbox, Group, Select, Table, Text } from "@mantine/core";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Call } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";
import { Alike } from "./Alike";
import { FirstPiece } from "./FirstPiece";
import { Miscuts } from "./Miscuts";
import { PieceMenu } from "./PieceMenu";
import { Since } from "./Since";

const order = {
  longest: () => 0,
  lumber: (a: Call, b: Call) => a.lumber.localeCompare(b.lumber),
  state: (a: Call, b: Call) => b.state.localeCompare(a.state),
};

const states = {
  all: "all states",
  "to-cut": "to cut",
  held: "held",
  cut: "cut",
  stood: "standing",
  out: "taken out",
};

/** Where the sum behind a length stands: at its first piece, on Mark. */
function sumOf(job: string, c: Call): string {
  const piece = c.pieces[0]?.member ?? "";
  return `/jobs/${job}/mark?wall=${encodeURIComponent(piece.slice(0, piece.lastIndexOf("-")))}&piece=${encodeURIComponent(piece)}`;
}

/** How many rows are drawn at once whatever there are: past that only those near the window. */
const FEW = 150;

/** The saw list: alike pieces together, ticked as they are cut. */
export function SawList() {
  const { id, job, plan } = useJobContext();
  const edits = useEdits(job);
  const [search, setSearch] = useSearchParams();
  const asked = (name: string) => search.get(name) ?? "all"; // it stays over a reload
  const set = (name: string) => (v: string | null) =>
    setSearch(
      (now) => {
        const next = new URLSearchParams(now);
        if (!v || v === "all") next.delete(name);
        else next.set(name, v);
        return next;
      },
      { replace: true },
    );
  const [wall, lumber, state] = [asked("for"), asked("lumber"), asked("state")];
  const [by, setBy] = useState<keyof typeof order>("longest");
  const chosen = job.document.walls?.find((w) => w.id === wall);
  const mine = (p: Call["pieces"][number]) =>
    (wall === "all" || p.member.startsWith(`${wall}-`)) && (state === "all" || p.life === state);
  const calls = plan.saw
    .filter((c) => lumber === "all" || c.lumber === lumber)
    .map((c) => ({ ...c, pieces: c.pieces.filter(mine) }))
    .filter((c) => c.pieces.length > 0)
    .sort(order[by]);
  const tick = (c: Call, members: string[], undone: boolean) => {
    const cut = (member: string) => ({ member, lumber: c.lumber, length: c.length, ...(undone ? { undone } : {}) });
    edits.make(members.map((m) => ({ do: "cut" as const, cut: cut(m) }))).catch(tell);
  };
  const list = useRef<HTMLTableElement>(null);
  const [top, setTop] = useState(0);
  const fewer = calls.length > FEW;
  const rows = useWindowVirtualizer({
    count: calls.length,
    estimateSize: () => 66,
    overscan: 12,
    scrollMargin: top,
    enabled: fewer,
    getItemKey: (i) => key(calls[i] as Call),
  });
  useLayoutEffect(() => setTop(list.current?.offsetTop ?? 0), []);
  const near = fewer ? rows.getVirtualItems() : undefined;
  const before = near?.[0] ? near[0].start - top : 0;
  const after = near ? rows.getTotalSize() - ((near.at(-1)?.end ?? top) - top) : 0;
  const shown = near
    ? near.map((r) => ({ call: calls[r.index] as Call, index: r.index }))
    : calls.map((call, index) => ({ call, index }));
  return (
    <>
      <h2 className="print-only">{job.document.name}: saw list</h2>
      <Miscuts />
      <Alike />
      {chosen && <FirstPiece key={chosen.id} wall={chosen} />}
      <Group className="no-print cut-filters" gap="sm" mb="xs">
        <Select
          aria-label="Wall"
          size="md"
          value={wall}
          onChange={set("for")}
          allowDeselect={false}
          data={[
            { value: "all", label: "all walls" },
            ...(job.document.walls ?? []).map((w) => ({ value: w.id, label: `wall ${w.id}` })),
          ]}
        />
        <Select
          aria-label="Lumber"
          size="md"
          value={lumber}
          onChange={set("lumber")}
          allowDeselect={false}
          data={[{ value: "all", label: "all lumber" }, ...new Set(plan.saw.map((c) => c.lumber))]}
        />
        <Select
          aria-label="State"
          size="md"
          value={state}
          onChange={set("state")}
          allowDeselect={false}
          data={Object.entries(states).map(([value, label]) => ({ value, label }))}
        />
        <Since />
      </Group>
      <SawPrint calls={calls} />
      {calls.length === 0 && <Text my="md">No piece is so. Choose another wall, lumber or state.</Text>}
      {calls.length > 0 && (
        <Table className="lines saw-list no-print" ref={list} aria-rowcount={calls.length + 1}>
          <Table.Thead>
            <Table.Tr>
              <Table.Th>
                <span className="unseen">Cut</span>
              </Table.Th>
              <Table.Th className="num">
                <button type="button" onClick={() => setBy("longest")}>
                  Length {by === "longest" ? "↓" : ""}
                </button>
              </Table.Th>
              <Table.Th className="num">×</Table.Th>
              <Table.Th>
                <button type="button" onClick={() => setBy("lumber")}>
                  Lumber {by === "lumber" ? "↓" : ""}
                </button>
              </Table.Th>
              <Table.Th>Pieces</Table.Th>
              <Table.Th className="wide-only">
                <button type="button" onClick={() => setBy("state")}>
                  State {by === "state" ? "↓" : ""}
                </button>
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {before > 0 && <tr style={{ height: before }} />}
            {shown.map(({ call: c, index }) => (
              <Row
                key={key(c)}
                call={c}
                index={index}
                measure={fewer ? rows.measureElement : undefined}
                sum={sumOf(id, c)}
                tick={tick}
              />
            ))}
            {after > 0 && <tr style={{ height: after }} />}
          </Table.Tbody>
        </Table>
      )}
    </>
  );
}

const key = (c: Call) => c.lumber + c.length + c.state;

interface RowProps {
  call: Call;
  index: number;
  measure?: (row: HTMLTableRowElement | null) => void;
  sum: string;
  tick: (c: Call, members: string[], undone: boolean) => void;
}

function Row({ call: c, index, measure, sum, tick }: RowProps) {
  const open = c.pieces.filter((p) => !p.cut).map((p) => p.member);
  const done = c.pieces.filter((p) => p.cut && p.life !== "stood").map((p) => p.member);
  const toTick = open.length > 0 && c.state === "ready";
  return (
    <Table.Tr ref={measure} data-index={index} aria-rowindex={index + 2} className={c.state}>
      <Table.Td>
        <Checkbox
          size="lg"
          aria-label={`${c.said} ${c.lumber}: all cut`}
          checked={open.length === 0}
          indeterminate={open.length > 0 && open.length < c.pieces.length}
          disabled={!toTick && done.length === 0}
          onChange={() => (toTick ? tick(c, open, false) : tick(c, done, true))}
        />
      </Table.Td>
      <Table.Td className="num cut-length">
        <Link to={sum} title="How it came about" aria-label={`${c.said}: how it came about`}>
          <Len text={c.said} />
        </Link>
      </Table.Td>
      <Table.Td className="num">{c.pieces.length}</Table.Td>
      <Table.Td>{c.lumber}</Table.Td>
      <Table.Td>
        <div className="labels">
          {c.pieces.map((p) => (
            <PieceMenu key={p.member} call={c} piece={p} tick={tick} />
          ))}
        </div>
        {c.pieces
          .filter((p) => p.bevel)
          .map((p) => (
            <div key={p.member}>
              {p.member}: {p.bevel}
            </div>
          ))}
        {c.state !== "ready" && (
          <div className={c.state === "blocked" ? "is-stop narrow-state" : "is-held narrow-state"}>
            <Told text={c.held ?? ""} />
          </div>
        )}
      </Table.Td>
      <Table.Td className={`wide-only ${c.state === "ready" ? "is-ready" : c.state === "blocked" ? "is-stop" : "is-held"}`}>
        {c.state === "ready" ? (open.length === 0 ? "cut" : "ready") : c.state === "blocked" ? "stopped" : "tape first"}
      </Table.Td>
    </Table.Tr>
  );
}

/** The list on paper: two columns, a box to tick in pencil for each piece. */
function SawPrint({ calls }: { calls: Call[] }) {
  return (
    <ol className="saw-print print-only">
      {calls.map((c) => (
        <li key={key(c)} className={c.state}>
          <b>
            <Len text={c.said} />
          </b>{" "}
          × {c.pieces.length} <span className="lumber">{c.lumber}</span>
          {c.state !== "ready" && <i>{c.state === "blocked" ? " stopped" : " tape first"}</i>}
          <div className="ticks">
            {c.pieces.map((p) => (
              <span key={p.member}>
                <span className={p.cut ? "tick-box done" : "tick-box"} aria-hidden="true" />
                {p.member}
                {p.bevel && <small> {p.bevel}</small>}
              </span>
            ))}
          </div>
        </li>
      ))}
    </ol>
  );
}
