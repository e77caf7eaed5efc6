import type { PlanBody } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len, Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";

type Worked = PlanBody["plan"]["walls"][number];
type Open = NonNullable<Worked["open"]>[number];

const heads: Record<Open["kind"], string> = {
  waits: "Wood still to come",
  corner: "Edge at a wall",
  edge: "Edge between boards",
  seam: "Level seam",
  ceiling: "Ceiling boards",
  backing: "What hangs there",
  scrap: "Scraps to put in",
  plates: "Steel plates",
  later: "After the sheet",
};

/** What is left to do in a wall before its boards go on, each with what cures it. */
export function BeforeBoards({ wall: w, choose }: { wall: Worked; choose: (member: string) => void }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const open = w.open ?? [];
  const cure = (fix: string) => {
    if (!edits.isPending) edits.make({ do: "apply-fix", wall: w.id, fix }).catch(tell);
  };
  return (
    <section className="origins before" aria-label="Before the boards">
      <h2>Before the boards</h2>
      {open.length === 0 && <p className="is-ready">Nothing is left: every edge has wood, and every piece may be stood.</p>}
      <ul className="plain">
        {open.map((x) => (
          <li key={x.kind + x.from + (x.height ?? "") + x.text}>
            <div className="grow">
              <small>{heads[x.kind]}</small>
              <b>
                <Told text={x.text} />
              </b>
              <span>
                <Told text={x.do} /> {x.serves && x.kind === "ceiling" && <Told text={x.serves} />}
                {x.piece && (
                  <>
                    {" "}
                    <span className="quiet">
                      {x.piece.lumber}
                      {x.piece.length && (
                        <>
                          , about <Len text={bare(x.piece.length)} />
                        </>
                      )}
                      {x.piece.scrap && ": an offcut on the list will do"}
                    </span>
                  </>
                )}
              </span>
            </div>
            <div className="does">
              {x.fixes?.map((f) => (
                <button key={f.id} type="button" className="fix" onClick={() => cure(f.id)}>
                  <Said text={f.text} />
                </button>
              ))}
              {x.members?.[0] && (
                <button type="button" className="fix shows" onClick={() => choose(x.members?.[0] ?? "")}>
                  Show {x.members[0]}
                </button>
              )}
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}
