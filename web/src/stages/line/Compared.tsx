import { Table } from "@mantine/core";
import type { Comparison } from "../../api/client";
import { Len, Said } from "../../drawing/Len";
import { How } from "../../drawing/Sum";

/** What another place costs, and every piece that changes, those already cut first. */
export function Compared({ of: c, there }: { of: Comparison; there: boolean }) {
  const change = (p: Comparison["changed"]["open"][number]) => (
    <Table.Tr key={p.member}>
      <Table.Td>{p.member}</Table.Td>
      <Table.Td className="num">{p.was ? <Len text={p.was} /> : "new"}</Table.Td>
      <Table.Td className="num">{p.now ? <Len text={p.now} /> : "gone"}</Table.Td>
    </Table.Tr>
  );
  return (
    <>
      <Table className="lines compared">
        <Table.Thead>
          <Table.Tr>
            <Table.Th>What it costs</Table.Th>
            <Table.Th className="num">{there ? "where it is" : ""}</Table.Th>
            <Table.Th className="num">there</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {c.rows.map((r) => (
            <Table.Tr key={r.what}>
              <Table.Td>
                <How sum={r.how}>
                  <span className={r.how ? "opens" : ""}>{r.what}</span>
                </How>
              </Table.Td>
              <Table.Td className="num">
                <Said text={r.now} />
              </Table.Td>
              <Table.Td className="num">
                {r.now === r.there ? (
                  <Said text={r.there} />
                ) : (
                  <b>
                    <Said text={r.there} />
                  </b>
                )}
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {c.moved.length > 0 && (
        <p>{c.moved.map((m) => `${m.wall} moves by ${m.by}${m.now ? `, ${m.was} → ${m.now} long` : ""}`).join("; ")}.</p>
      )}
      {c.changed.cut.length > 0 && (
        <div className="finding stop">
          <b className="is-stop">Pieces already cut that change</b>
          <Table className="lines compared">
            <Table.Tbody>{c.changed.cut.map(change)}</Table.Tbody>
          </Table>
        </div>
      )}
      {c.changed.open.length > 0 && (
        <details>
          <summary>
            {c.changed.open.length} {c.changed.open.length === 1 ? "piece" : "pieces"} not cut yet
          </summary>
          <Table className="lines compared">
            <Table.Tbody>{c.changed.open.map(change)}</Table.Tbody>
          </Table>
        </details>
      )}
    </>
  );
}
