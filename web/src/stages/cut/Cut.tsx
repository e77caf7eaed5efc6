import { Button, Checkbox, Group, Select, Table, Text } from "@mantine/core";
import { IconMaximize, IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Call } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { StageCards } from "../../app/StageCards";
import { Empty } from "../../app/States";
import { tell } from "../../app/say";
import { Term, useWord } from "../../app/words";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";
import "./cut.css";
import { Alike } from "./Alike";
import { FirstPiece } from "./FirstPiece";
import { Labels } from "./Labels";
import { Lists } from "./Lists";
import { Saw } from "./Saw";
import { Wood } from "./Wood";

const order = {
  longest: () => 0,
  lumber: (a: Call, b: Call) => a.lumber.localeCompare(b.lumber),
  state: (a: Call, b: Call) => b.state.localeCompare(a.state),
};

/** Where the sum behind a length stands: at its first piece, on Mark. */
function sumOf(job: string, c: Call): string {
  const piece = c.pieces[0]?.member ?? "";
  return `/jobs/${job}/mark?wall=${encodeURIComponent(piece.slice(0, piece.lastIndexOf("-")))}&piece=${encodeURIComponent(piece)}`;
}

/** The saw list: alike pieces together, ticked as they are cut. */
export default function Cut() {
  const word = useWord();
  const { id, job, plan } = useJobContext();
  const edits = useEdits(job);
  const [search, setSearch] = useSearchParams();
  const wall = search.get("for") ?? "all"; // it stays over a reload
  const setWall = (w: string) => setSearch(w === "all" ? {} : { for: w }, { replace: true });
  const [by, setBy] = useState<keyof typeof order>("longest");
  const chosen = job.document.walls?.find((w) => w.id === wall);
  const mine = (member: string) => wall === "all" || member.startsWith(`${wall}-`);
  const calls = plan.saw
    .map((c) => ({ ...c, pieces: c.pieces.filter((p) => mine(p.member)) }))
    .filter((c) => c.pieces.length > 0)
    .sort(order[by]);
  const set = (c: Call, members: string[], undone: boolean) => {
    const cut = (member: string) => ({ member, lumber: c.lumber, length: c.length, ...(undone ? { undone } : {}) });
    edits.make(members.map((m) => ({ do: "cut" as const, cut: cut(m) }))).catch(tell);
  };
  if (search.get("saw")) return <Saw close={() => setSearch({}, { replace: true })} />;
  if (plan.saw.length === 0) {
    return (
      <Empty title="Nothing to cut yet">
        <Text>The saw list fills by itself once a wall has three readings or more.</Text>
      </Empty>
    );
  }
  const all = calls.flatMap((c) => c.pieces);
  const held = calls.filter((c) => c.state !== "ready").flatMap((c) => c.pieces).length;
  return (
    <>
      <Group mb="sm" className="no-print" gap="sm" align="center">
        <Button
          h={48}
          leftSection={<IconMaximize size={20} />}
          onClick={() => setSearch((now) => ({ ...Object.fromEntries(now), saw: "1" }))}
        >
          At the saw
        </Button>
        <Button h={48} variant="default" leftSection={<IconPrinter size={20} />} onClick={() => window.print()}>
          Print
        </Button>
        <Labels wall={wall} />
        <Lists />
        <Select
          aria-label="Wall"
          size="md"
          w={150}
          value={wall}
          onChange={(v) => setWall(v ?? "all")}
          allowDeselect={false}
          data={[
            { value: "all", label: "all walls" },
            ...(job.document.walls ?? []).map((w) => ({ value: w.id, label: `wall ${w.id}` })),
          ]}
        />
        <Text fw={600}>
          {all.filter((p) => p.cut).length} of {all.length} cut
          {held > 0 && (
            <span className="is-held">
              , {held} <Term of="held" /> back
            </span>
          )}
        </Text>
      </Group>
      <h2 className="print-only">{job.document.name}: saw list</h2>
      <Alike />
      {chosen && <FirstPiece key={chosen.id} wall={chosen} />}
      <SawPrint calls={calls} />
      <Table className="lines saw-list no-print">
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
          {calls.map((c) => {
            const open = c.pieces.filter((p) => !p.cut).map((p) => p.member);
            const done = c.pieces.filter((p) => p.cut).map((p) => p.member);
            return (
              <Table.Tr key={c.lumber + c.length + c.state} className={c.state}>
                <Table.Td>
                  <Checkbox
                    size="lg"
                    aria-label={`${c.said} ${c.lumber}: all cut`}
                    checked={open.length === 0}
                    indeterminate={open.length > 0 && done.length > 0}
                    disabled={c.state !== "ready" && done.length === 0}
                    onChange={() => (open.length > 0 && c.state === "ready" ? set(c, open, false) : set(c, done, true))}
                  />
                </Table.Td>
                <Table.Td className="num cut-length">
                  <Link to={sumOf(id, c)} title="How it came about" aria-label={`${c.said}: how it came about`}>
                    <Len text={c.said} />
                  </Link>
                </Table.Td>
                <Table.Td className="num">{c.pieces.length}</Table.Td>
                <Table.Td>{c.lumber}</Table.Td>
                <Table.Td>
                  <div className="labels">
                    {c.pieces.map((p) => (
                      <button
                        key={p.member}
                        type="button"
                        className={p.cut ? "label cut" : "label"}
                        aria-pressed={p.cut}
                        disabled={c.state !== "ready" && !p.cut}
                        onClick={() => set(c, [p.member], p.cut)}
                        title={`${word(p.kind)}, stands on ${p.tape ?? ""}, wood ahead`}
                      >
                        {p.member}
                        {p.cutAt && (
                          <span className="is-stop">
                            {" "}
                            was cut <Len text={p.cutAt} />
                          </span>
                        )}
                      </button>
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
                <Table.Td
                  className={`wide-only ${c.state === "ready" ? "is-ready" : c.state === "blocked" ? "is-stop" : "is-held"}`}
                >
                  {c.state === "ready" ? (open.length === 0 ? "cut" : "ready") : c.state === "blocked" ? "stopped" : "tape first"}
                </Table.Td>
              </Table.Tr>
            );
          })}
        </Table.Tbody>
      </Table>
      <Wood />
      <StageCards step="cut" />
    </>
  );
}

/** The list on paper: two columns, a box to tick in pencil for each piece. */
function SawPrint({ calls }: { calls: Call[] }) {
  return (
    <ol className="saw-print print-only">
      {calls.map((c) => (
        <li key={c.lumber + c.length + c.state} className={c.state}>
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
