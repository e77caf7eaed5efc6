import { Button, Text } from "@mantine/core";
import { useHotkeys, useMediaQuery } from "@mantine/hooks";
import type { Origin } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { charged } from "./Boards";

interface Props {
  wall: string;
  origins: Origin[];
  looked?: number;
  look: (i?: number) => void;
}

/** What a layout is charged for, in words. */
const named = (what: string) => charged.find(([name]) => name === what)?.[1] ?? `a finding: ${what.replaceAll("-", " ")}`;

/** What the marks could go by, each with what it costs: the best is proposed, one key takes any. */
export function Origins({ wall, origins, looked, look }: Props) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const wide = useMediaQuery("(min-width: 760px)", true, { getInitialValueInEffect: false });
  const take = (i: number) => {
    const fix = origins[i]?.fix;
    if (!fix || edits.isPending) return;
    look(undefined);
    edits.make({ do: "apply-fix", wall, fix }).catch(tell);
  };
  const key = (i: number) => (e: KeyboardEvent) => {
    if (e.target instanceof HTMLTextAreaElement || (e.target instanceof HTMLInputElement && e.target.type !== "radio")) return;
    take(i);
  };
  useHotkeys(
    [0, 1, 2, 3, 4, 5, 6, 7, 8].map((i) => [String(i + 1), key(i)]),
    ["SELECT"],
  );
  if (origins.length === 0) return null;
  const better = origins.find((o) => o.proposed && !o.chosen);
  const now = origins.find((o) => o.chosen);
  return (
    <section className="origins" aria-label="What the marks go by">
      <h2>Where to hook on</h2>
      <Text className={better ? "is-held" : "quiet"} aria-live="polite">
        {better ? (
          <>
            <Said text={better.said} /> costs less: {better.score} against {now?.score}.
          </>
        ) : (
          "Judged: nothing else costs less than what is chosen."
        )}
      </Text>
      <details open={wide}>
        <summary>{origins.length} ways, each with what it costs</summary>
        <ol>
          {origins.map((o, i) => (
            <li key={o.said + o.origin.kind} className={o.chosen ? "is-chosen" : ""} aria-current={o.chosen || undefined}>
              <span className="score num">
                <small>costs</small> {o.score}
              </span>
              <span className="grow">
                <b>
                  <Said text={o.said} />
                </b>
                {o.chosen && <em> chosen</em>}
                {o.proposed && <em className="is-ready"> proposed</em>}
                {o.why.length > 0 && (
                  <span className="why quiet">
                    <Said text={o.why.join("; ")} />
                  </span>
                )}
                {o.sum.length > 0 && (
                  <details className="sum-of-score">
                    <summary>
                      how it comes to <span className="num">{o.score}</span>
                    </summary>
                    <ul>
                      {o.sum.map((c) => (
                        <li key={c.what}>
                          <span className="grow">{named(c.what)}</span>
                          <span className="num">
                            {c.count} × {c.weight} = <b>{c.cost}</b>
                          </span>
                        </li>
                      ))}
                    </ul>
                  </details>
                )}
              </span>
              {!o.chosen && (
                <span className="does">
                  <Button
                    h={48}
                    px="sm"
                    variant="subtle"
                    aria-pressed={looked === i}
                    onClick={() => look(looked === i ? undefined : i)}
                  >
                    {looked === i ? "Leave" : "Look"}
                  </Button>
                  <Button
                    h={48}
                    px="sm"
                    variant={o.proposed ? "filled" : "default"}
                    disabled={edits.isPending}
                    onClick={() => take(i)}
                  >
                    {i < 9 && <kbd>{i + 1}</kbd>} Take
                  </Button>
                </span>
              )}
            </li>
          ))}
        </ol>
      </details>
    </section>
  );
}
