import type { WallLine } from "../../api/client";
import { Len, Said } from "../../drawing/Len";

/** What to measure and mark on the floor, in order. */
export function SnapSheet({ id, line, length }: { id: string; line: WallLine; length: string }) {
  return (
    <section className="snap" aria-label={`Snap sheet of ${id}`}>
      <h3>
        Strike {id}, <Len text={length} /> long
        <span className="print-only"> · {line.said}</span>
      </h3>
      <ol>
        {line.steps.map((s) => (
          <li key={s.do}>
            <div className="step">
              <span>
                <Said text={s.do} />
              </span>
              {s.value && (
                <b>
                  <Len text={s.value} />
                </b>
              )}
            </div>
          </li>
        ))}
      </ol>
    </section>
  );
}
