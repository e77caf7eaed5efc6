import { CloseButton, Table } from "@mantine/core";
import type { ReactNode } from "react";
import { Link } from "react-router";
import type { Member } from "../api/client";
import { kinds, Term } from "../app/words";
import { bare } from "../entry/bare";
import { Len, Said } from "./Len";
import { Told } from "./Told";
import "./sum.css";

const stateWords = { ready: "ready to cut", "measure-first": "held: tape first", blocked: "stopped" } as const;
const way: Record<string, string> = { up: "up to", nearest: "to the nearest", down: "down to" };

interface Props {
  member: Member;
  tape?: string;
  give?: string;
  mark: string;
  close: () => void;
  read?: string;
  /** readings that the sum goes by, as one would say them */
  said: { id: string; wall?: string; text: string }[];
  wall: string;
}

type Line = Member["sum"][number];

const mostNamed = 3;

function SumLine({ of: l, by, name }: { of: Line; by: string; name?: (reading: string) => string | undefined }) {
  return (
    <Table.Tr>
      <Table.Td>
        <Told text={l.what} />
        {l.readings && l.readings.length > 0 && (
          <small className="quiet">
            {by}:{" "}
            <Said
              text={l.readings
                .slice(0, mostNamed)
                .map((r) => name?.(r) ?? r)
                .join("; ")}
            />
            {l.readings.length > mostNamed && `; and ${l.readings.length - mostNamed} more`}
          </small>
        )}
      </Table.Td>
      <Table.Td>
        <Len text={l.said ?? l.value} />
      </Table.Td>
    </Table.Tr>
  );
}

interface HowProps {
  sum?: Line[];
  /** what a tape is called */
  name?: (tape: string) => string | undefined;
  children: ReactNode;
}

/** A figure that opens how it came about right under it. */
export function How({ sum, name, children }: HowProps) {
  if (!sum || sum.length === 0) return children;
  return (
    <details className="how">
      <summary>{children}</summary>
      <Table className="sum-lines">
        <Table.Tbody>
          {sum.map((l) => (
            <SumLine key={l.what} of={l} by="taped" name={name} />
          ))}
        </Table.Tbody>
      </Table>
    </details>
  );
}

/** How one length came about, line by line, to check with a pencil. */
export function Sum({ member: m, tape, give, mark, close, read, said, wall }: Props) {
  const name = (id: string) => {
    const r = said.find((one) => one.id === id);
    return r && r.wall !== wall && r.wall ? `${r.text}, wall ${r.wall}` : r?.text;
  };
  const look = m.state === "ready" ? "is-ready" : m.state === "blocked" ? "is-stop" : "is-held";
  return (
    <section className="sum" aria-label={`The sum of ${m.id}`}>
      <div className="sum-head">
        <b className="grow">
          {m.id}, <Term of={m.kind} />
        </b>
        <CloseButton size={44} onClick={close} aria-label="Close the sum" />
      </div>
      {tape !== undefined && (
        <div className="quiet">
          <Len text={tape} />, wood ahead · {m.lumber}
        </div>
      )}
      <div className="sum-cut">{m.cut ? <Len text={m.cut} /> : "no length yet"}</div>
      <div className={look} style={{ fontWeight: 650 }}>
        <Told text={stateWords[m.state]} />
        {give && (
          <>
            {" "}
            · give or take <Len text={give} />
          </>
        )}
      </div>
      {m.shorter && (
        <div className="quiet">
          <Len text={bare(m.shorter)} /> shorter than its own, to be alike with others
        </div>
      )}
      {m.why && (
        <div className="quiet">
          <Told text={m.why} />
        </div>
      )}
      {m.frees && (
        <div className="finding warn">
          <b>
            <Told text={m.frees.text} />
          </b>
          {read && <Link to={read}>Take that reading</Link>}
        </div>
      )}
      {m.sum.length > 0 && (
        <Table className="sum-lines">
          <Table.Tbody>
            {m.sum.map((l) => (
              <SumLine key={l.what} of={l} by={m.read ? "taped" : "nearest"} name={name} />
            ))}
            {m.rest && (
              <Table.Tr className="rest">
                <Table.Td>what the readings say finer than a mark</Table.Td>
                <Table.Td>
                  <Len text={m.rest} />
                </Table.Td>
              </Table.Tr>
            )}
            <Table.Tr className="total">
              <Table.Td>
                exact, then {way[kinds[m.kind]?.rounds ?? "down"]} the {bare(mark)} mark
              </Table.Td>
              <Table.Td>
                <Len text={m.exact ?? ""} />
              </Table.Td>
            </Table.Tr>
          </Table.Tbody>
        </Table>
      )}
    </section>
  );
}
