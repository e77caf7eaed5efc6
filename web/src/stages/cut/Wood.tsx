import { Table } from "@mantine/core";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";

/** The sticks the pieces are laid out from, and what to buy. */
export function Wood() {
  const { plan } = useJobContext();
  const { sticks, buy } = plan.plan;
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
        <p className="quiet">Held pieces are counted in; salvage and culls are not looked at yet.</p>
      </section>
      <section>
        <h2>From each stick</h2>
        <Table className="lines">
          <Table.Thead>
            <Table.Tr>
              <Table.Th className="num">Stick</Table.Th>
              <Table.Th>Cut from it, in order</Table.Th>
              <Table.Th className="num">Left</Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {sticks.map((s, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: alike sticks differ by their place alone
              <Table.Tr key={i}>
                <Table.Td className="num">
                  <Len text={s.stock} /> <small className="quiet">{s.lumber}</small>
                </Table.Td>
                <Table.Td>
                  {s.cuts.map((c) => (
                    <span key={c.member} className={`stick-piece ${c.state ? "is-held" : ""}`}>
                      <Len text={c.length} /> <small>{c.member}</small>
                    </span>
                  ))}
                </Table.Td>
                <Table.Td className="num quiet">
                  <Len text={s.offcut} />
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      </section>
    </div>
  );
}
