import { Table } from "@mantine/core";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { Stock } from "./Stock";

/** The sticks the pieces are laid out from, and what to buy. */
export function Wood() {
  const { plan } = useJobContext();
  const { sticks, buy, wood } = plan.plan;
  const places = new Map(plan.saw.flatMap((c) => c.pieces.map((p) => [p.member, { begins: p.begins, ends: p.ends }] as const)));
  const longest = Math.max(1, ...sticks.map((s) => inches(s.stock)));
  return (
    <div className="wood-lists">
      <section>
        <h2>To buy</h2>
        <Table className="lines">
          <Table.Thead>
            <Table.Tr>
              <Table.Th className="num">Sticks</Table.Th>
              <Table.Th className="num">Length</Table.Th>
              <Table.Th>Lumber</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {buy.map((b) => (
              <Table.Tr key={b.lumber + b.stock}>
                <Table.Td className="num">
                  <b>{b.count}</b>
                </Table.Td>
                <Table.Td className="num">
                  <Len text={b.stock} />
                </Table.Td>
                <Table.Td>{b.lumber}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
        <ul className="plain">
          {wood.map((w) => (
            <li key={w.lumber}>
              <span className="grow">
                <b>{w.lumber}</b>: <Len text={w.length} /> to buy
                {w.there ? `, ${w.there} from what is there` : ""}; <Len text={w.pieces} /> in pieces.{" "}
                {w.priced ? (
                  <>
                    <b>{w.cost?.toFixed(2)}</b>; no plan costs less{w.cost === w.bound ? "" : ` than ${w.bound?.toFixed(2)}`}.
                  </>
                ) : w.length === w.least ? (
                  "No plan takes less."
                ) : (
                  <>
                    No plan takes less than <Len text={w.least ?? ""} />.
                  </>
                )}
              </span>
            </li>
          ))}
        </ul>
        <p className="quiet">Held pieces are counted in; culls are not looked at yet.</p>
        <Stock />
      </section>
      <section>
        <h2>From each stick</h2>
        <ul className="sticks">
          {sticks.map((s, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: alike sticks differ by their place alone
            <li key={i}>
              <span className="stick-name">
                <Len text={s.stock} /> <small className="quiet">{s.lumber}</small>
                {s.there && (
                  <small className="is-ready">
                    {s.there === "stick" ? "there" : s.there}
                    {s.place && `, ${s.place}`}
                  </small>
                )}
              </span>
              <StickDrawn stick={s} places={places} longest={longest} />
              <span className="stick-left quiet">
                <Len text={s.offcut} /> left
              </span>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}

type Stick = ReturnType<typeof useJobContext>["plan"]["plan"]["sticks"][number];
type Place = { begins: number; ends: number };

/** A stick as a board: what is cut from it between pencil marks, its offcut hatched. */
function StickDrawn({ stick, places, longest }: { stick: Stick; places: Map<string, Place>; longest: number }) {
  const end = Math.max(0, ...stick.cuts.map((c) => places.get(c.member)?.ends ?? 0));
  return (
    <span className="board" style={{ width: `${(inches(stick.stock) / longest) * 100}%` }}>
      {stick.cuts.map((c) => {
        const at = places.get(c.member);
        if (!at) return null;
        return (
          <span
            key={c.member}
            className={`board-piece ${c.state ? "is-held" : ""}`}
            title={`${c.member}, ${c.length}`}
            style={{ left: `${at.begins * 100}%`, width: `${(at.ends - at.begins) * 100}%` }}
          >
            <b>
              <Len text={c.length} />
            </b>
            <small>{c.member}</small>
          </span>
        );
      })}
      {end < 0.995 && <span className="board-rest" style={{ left: `${end * 100}%` }} />}
    </span>
  );
}

/** How long a stock length is, for drawing: a number with its unit, whole or with a fraction. */
function inches(text: string): number {
  return text
    .split(" ")
    .map((t) => t.split("/").map(Number))
    .reduce((sum, [a, b]) => sum + (a && !Number.isNaN(a) ? a / (b ?? 1) : 0), 0);
}
