import type { PlanBody } from "../../api/client";
import { Term } from "../../app/words";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";

type Member = PlanBody["plan"]["walls"][number]["members"][number];

/** Pieces that are cut for a wall that is there, each with its length. */
export function NewPieces({ members, choose }: { members: Member[]; choose: (id: string) => void }) {
  const like = (a: Member, b: Member) => a.kind === b.kind && a.cut === b.cut && a.state === b.state && a.why === b.why;
  const groups = members.reduce<Member[][]>((all, m) => {
    const group = all.find((g) => g[0] && like(g[0], m));
    if (group) group.push(m);
    else all.push([m]);
    return all;
  }, []);
  return (
    <ul className="plain studs-new">
      {groups.map(
        ([m, ...more]) =>
          m && (
            <li key={m.id}>
              <span>
                <button type="button" className="fix shows" onClick={() => choose(m.id)}>
                  {m.id}
                </button>{" "}
                {more.length > 0 && <b>{more.length + 1} × </b>}
                <Term of={m.kind} />: <b>{m.cut ? <Len text={bare(m.cut)} /> : "not known yet"}</b>
                {m.state !== "ready" && <span className="is-held"> {m.state === "blocked" ? "waits" : "tape first"}</span>}
                {m.why && (
                  <span className="quiet">
                    , <Told text={m.why} />
                  </span>
                )}
              </span>
            </li>
          ),
      )}
    </ul>
  );
}
