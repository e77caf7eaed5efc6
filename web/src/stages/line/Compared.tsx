import type { Comparison } from "../../api/client";
import { Len, Said } from "../../drawing/Len";
import { How } from "../../drawing/Sum";

/** What another place costs, and every piece that changes, those already cut first. */
export function Compared({ of: c, there }: { of: Comparison; there: boolean }) {
  const change = (p: Comparison["changed"]["open"][number]) => (
    <tr key={p.member}>
      <td>{p.member}</td>
      <td className="num">{p.was ? <Len text={p.was} /> : "new"}</td>
      <td className="num">{p.now ? <Len text={p.now} /> : "gone"}</td>
    </tr>
  );
  return (
    <>
      <table className="lines compared">
        <thead>
          <tr>
            <th>What it costs</th>
            <th className="num">{there ? "where it is" : ""}</th>
            <th className="num">there</th>
          </tr>
        </thead>
        <tbody>
          {c.rows.map((r) => (
            <tr key={r.what}>
              <td>
                <How sum={r.how}>
                  <span className={r.how ? "opens" : ""}>{r.what}</span>
                </How>
              </td>
              <td className="num">
                <Said text={r.now} />
              </td>
              <td className="num">
                {r.now === r.there ? (
                  <Said text={r.there} />
                ) : (
                  <b>
                    <Said text={r.there} />
                  </b>
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {c.moved.length > 0 && (
        <p>{c.moved.map((m) => `${m.wall} moves by ${m.by}${m.now ? `, ${m.was} → ${m.now} long` : ""}`).join("; ")}.</p>
      )}
      {c.changed.cut.length > 0 && (
        <div className="finding stop">
          <b className="is-stop">Pieces already cut that change</b>
          <table className="lines compared">
            <tbody>{c.changed.cut.map(change)}</tbody>
          </table>
        </div>
      )}
      {c.changed.open.length > 0 && (
        <details>
          <summary>
            {c.changed.open.length} {c.changed.open.length === 1 ? "piece" : "pieces"} not cut yet
          </summary>
          <table className="lines compared">
            <tbody>{c.changed.open.map(change)}</tbody>
          </table>
        </details>
      )}
    </>
  );
}
