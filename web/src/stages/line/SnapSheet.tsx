import type { WallLine } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len, Said } from "../../drawing/Len";
import { How } from "../../drawing/Sum";

/** What to measure and mark on the floor, in order. */
export function SnapSheet({ id, line, length }: { id: string; line: WallLine; length: string }) {
  const { job } = useJobContext();
  const tape = (one: string) => {
    const t = job.document.survey?.ties?.find((x) => x.id === one);
    return t ? `${t.from} to ${t.to}` : one;
  };
  return (
    <section className="snap" aria-label={`Snap sheet of ${id}`}>
      <h3>
        Strike {id}, <Len text={length} /> long
        <span className="print-only"> · {line.said}</span>
      </h3>
      <ol>
        {line.steps.map((s) => (
          <li key={s.do}>
            <How sum={s.sum} name={tape}>
              <span className="step">
                <span>
                  <Said text={s.do} />
                </span>
                {s.value && (
                  <b>
                    <Len text={s.value} />
                  </b>
                )}
              </span>
            </How>
          </li>
        ))}
      </ol>
    </section>
  );
}
