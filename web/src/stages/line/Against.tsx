import type { ReactNode } from "react";
import type { PlanBody } from "../../api/client";
import { Len, Said } from "../../drawing/Len";
import { How } from "../../drawing/Sum";
import { Told } from "../../drawing/Told";

type Lies = NonNullable<PlanBody["plan"]["walls"][number]["against"]>;

interface Props {
  lies: Lies;
  children?: (of: "floor" | "ceiling") => ReactNode;
}

/** How the wall lies to the joists, the blocks it needs and where its plates are fixed. */
export function Against({ lies, children }: Props) {
  return (
    <>
      {[...lies].reverse().map((a) => (
        <section key={a.of} aria-label={`Against the ${a.of}`} className="against">
          <h3>{a.of === "ceiling" ? "Under the ceiling" : "On the floor"}</h3>
          <p>
            <Told text={`${a.text} ${a.fix ?? ""}`} />
          </p>
          {a.blocks.length > 0 && (
            <p>
              <b>{a.blocks.length} blocks</b> at{" "}
              {a.blocks.map((b, i) => (
                <span key={b}>
                  {i > 0 && ", "}
                  <Len text={b} />
                  {new Set(a.lengths).size > 1 && (
                    <span className="quiet">
                      {" "}
                      (<Len text={a.lengths[i] ?? ""} />)
                    </span>
                  )}
                </span>
              ))}
              .
            </p>
          )}
          <p>
            <b>
              <Told text={a.with} />
            </b>
            {a.fixings.length > 0 && " At "}
            {a.fixings.map((x, i) => (
              <span key={x.at + x.said}>
                {i > 0 && ", "}
                <Len text={x.said} />
                {x.count > 1 && " ×2"}
                {x.moved && <span className="quiet"> (moved)</span>}
                {x.slant && <span className="quiet"> (at a slant, beside the foot)</span>}
              </span>
            ))}
            {a.fixings.length > 0 && "."}
          </p>
          {a.counts.length > 1 && (
            <ul className="plain counts quiet">
              {a.counts.map((c) => (
                <li key={c.what + c.n}>
                  <b>{c.n}</b> <Said text={c.what} />
                </li>
              ))}
            </ul>
          )}
          {a.how && a.how.length > 0 && (
            <How sum={a.how}>
              <span className="opens">How these places came about</span>
            </How>
          )}
          {a.heed && (
            <p className="is-held">
              <Said text={a.heed} />
            </p>
          )}
          {a.short.map((s) => (
            <p key={s.from} className="is-held">
              <Said text={s.text} />
            </p>
          ))}
          {children?.(a.of as "floor" | "ceiling")}
        </section>
      ))}
      <p className="quiet">Usual spacings; the local code and the maker of the fixing decide. Keep off every no-drill zone.</p>
    </>
  );
}
