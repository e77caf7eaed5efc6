import type { PlanBody } from "../../api/client";
import { kinds } from "../../app/words";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";

type Worked = PlanBody["plan"]["walls"][number];
type Hole = NonNullable<Worked["holes"]>[number];

/** What goes through a wall's wood: each piece's hole or notch, and where nothing may be nailed. */
export function Holes({ wall: w, choose }: { wall: Worked; choose: (member: string) => void }) {
  const holes = w.holes ?? [];
  const keeps = w.noNail ?? [];
  if (holes.length + keeps.length === 0) return null;
  const groups = new Map<string, Hole[]>();
  for (const h of holes) groups.set(h.what, [...(groups.get(h.what) ?? []), h]);
  const upright = (h: Hole) => kinds[w.members.find((m) => m.id === h.member)?.kind ?? ""]?.stands;
  return (
    <section className="origins holes" aria-label="Holes and notches">
      <h2>Holes and notches</h2>
      {[...groups].map(([what, all]) => (
        <table key={what}>
          <caption>{what}</caption>
          <thead>
            <tr>
              <th scope="col">Piece</th>
              <th scope="col">Where, to its middle</th>
              <th scope="col">From the snapped face</th>
              <th scope="col">Size</th>
              <th scope="col">Usual limits</th>
            </tr>
          </thead>
          <tbody>
            {all.map((h) => (
              <tr key={`${h.member} ${h.at}`}>
                <td>
                  <button type="button" className="fix shows inline" onClick={() => choose(h.member)}>
                    {h.member}
                  </button>
                </td>
                <td>
                  <Len text={bare(h.at)} /> {upright(h) ? "up from its foot" : "along the wall"}
                </td>
                <td>
                  <Len text={bare(h.offset)} />
                </td>
                <td>
                  {h.kind === "bore" ? "bore " : "notch "}
                  <Len text={bare(h.size)} />
                  {h.deep && (
                    <>
                      , <Len text={bare(h.deep)} /> deep {h.back ? "from the back" : ""}
                    </>
                  )}
                </td>
                <td>
                  {h.limit === "over" ? <b className="over">past them</b> : "within"}
                  {h.plate && ", steel plate"}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
      {keeps.length > 0 && (
        <>
          <h3>No nails, no screws here</h3>
          <ul className="plain">
            {keeps.map((k) => (
              <li key={`${k.what} ${k.from}`}>
                <span className="grow">
                  <b>{k.what}</b>: <Len text={bare(k.from)} /> to <Len text={bare(k.to)} />, from <Len text={bare(k.low)} /> up to{" "}
                  {k.high ? <Len text={bare(k.high)} /> : "the ceiling"},{" "}
                  {k.face === "both" ? "both faces" : `the ${k.face} face`}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
