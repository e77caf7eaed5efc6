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
        <table className="lines">
          <thead>
            <tr>
              <th className="num">Sticks</th>
              <th className="num">Length</th>
              <th>Lumber</th>
            </tr>
          </thead>
          <tbody>
            {buy.map((b) => (
              <tr key={b.lumber + b.stock}>
                <td className="num">
                  <b>{b.count}</b>
                </td>
                <td className="num">
                  <Len text={b.stock} />
                </td>
                <td>{b.lumber}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <p className="quiet">Held pieces are counted in; salvage and culls are not looked at yet.</p>
      </section>
      <section>
        <h2>From each stick</h2>
        <table className="lines">
          <thead>
            <tr>
              <th className="num">Stick</th>
              <th>Cut from it, in order</th>
              <th className="num">Left</th>
            </tr>
          </thead>
          <tbody>
            {sticks.map((s, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: alike sticks differ by their place alone
              <tr key={i}>
                <td className="num">
                  <Len text={s.stock} /> <small className="quiet">{s.lumber}</small>
                </td>
                <td>
                  {s.cuts.map((c) => (
                    <span key={c.member} className={`stick-piece ${c.state ? "is-held" : ""}`}>
                      <Len text={c.length} /> <small>{c.member}</small>
                    </span>
                  ))}
                </td>
                <td className="num quiet">
                  <Len text={s.offcut} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
    </div>
  );
}
