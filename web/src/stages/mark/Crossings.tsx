import type { Drawing, PlanBody } from "../../api/client";
import { CrossingDrawn } from "../../drawing/CrossingDrawn";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";

type Crossing = NonNullable<PlanBody["plan"]["walls"][number]["crossings"]>[number];

interface Props {
  crossings: Crossing[];
  drawing: Drawing;
  choose: (member: string) => void;
}

/** What comes through under the top plate, and how the wall is opened for it, step by step. */
export function Crossings({ crossings, drawing, choose }: Props) {
  if (crossings.length === 0) return null;
  return (
    <section className="origins" aria-label="What comes through">
      <h2>What comes through</h2>
      {crossings.map((c) => (
        <div key={c.member} className="crossing">
          <CrossingDrawn of={c} drawing={drawing} />
          <div>
            <p>
              <b>{[c.obstruction, ...(c.with ?? [])].join(", ")}</b>:{" "}
              {c.out ? (
                <>
                  out of the plate comes <Len text={bare(c.out.from)} /> to <Len text={bare(c.out.to)} />
                </>
              ) : (
                "boxed in, both plates whole"
              )}
              {c.wide && ", wider than a bay: a low header"}.{" "}
              {[c.member, ...c.short, ...(c.upper ? [c.upper] : []), ...(c.high ?? [])].map((m) => (
                <button key={m} type="button" className="fix shows inline" onClick={() => choose(m)}>
                  {m}
                </button>
              ))}
            </p>
            <ol className="steps">
              {c.steps.map((s) => (
                <li key={s}>
                  <Told text={s} />
                </li>
              ))}
            </ol>
          </div>
        </div>
      ))}
    </section>
  );
}
