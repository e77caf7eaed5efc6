import type { PlanBody } from "../../api/client";
import { Term } from "../../app/words";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";

type Member = PlanBody["plan"]["walls"][number]["members"][number];

/** Pieces that are cut for a wall that is there, each with its length. */
export function NewPieces({ members, choose }: { members: Member[]; choose: (id: string) => void }) {
  return (
    <ul className="plain">
      {members.map((m) => (
        <li key={m.id}>
          <span>
            <button type="button" className="fix shows" onClick={() => choose(m.id)}>
              {m.id}
            </button>{" "}
            <Term of={m.kind} />: <b>{m.cut ? <Len text={bare(m.cut)} /> : "not known yet"}</b>
            {m.state !== "ready" && <span className="is-held"> {m.state === "blocked" ? "waits" : "tape first"}</span>}
            {m.why && (
              <span className="quiet">
                , <Told text={m.why} />
              </span>
            )}
          </span>
        </li>
      ))}
    </ul>
  );
}
