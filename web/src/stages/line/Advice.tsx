import { Text } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { useMemo } from "react";
import type { CornerDetail as Detail, Meeting, Advice as OneAdvice } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { CornerDetail } from "../../drawing/CornerDetail";
import { Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";

const words: Record<string, string> = { stop: "Stop", warn: "Look" };

interface Props {
  id: string;
  advice: OneAdvice[];
  meets: Meeting[];
  corners: Detail[];
}

/** What to decide about a line: each fix at one key or touch, taken back with undo. */
export function Advice({ id: wall, advice, meets, corners }: Props) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const all = useMemo(() => advice.flatMap((a) => a.fixes.map((f) => f.id)), [advice]);
  const apply = (fix: string) => {
    if (!edits.isPending) edits.make({ do: "apply-fix", wall, fix }).catch(tell);
  };
  const key = (n: number) => (e: KeyboardEvent) => {
    const t = e.target;
    // a tab that was just chosen keeps the focus: it takes no digits itself
    if (t instanceof HTMLTextAreaElement || (t instanceof HTMLInputElement && t.type !== "radio")) return;
    const fix = all[n - 1];
    if (fix) apply(fix);
  };
  useHotkeys(
    [1, 2, 3, 4, 5, 6, 7, 8, 9].map((n) => [String(n), key(n)]),
    ["SELECT"], // fields are looked at above
  );
  if (advice.length === 0) return <Text className="is-ready">Nothing to decide about this line.</Text>;
  return (
    <section aria-label="To decide" className="advice">
      {advice.map((a) => {
        const about = a.code === "corner" || a.code === "behind";
        const m = about ? meets.find((x) => x.end === a.end && x.new === (a.code === "corner" || undefined)) : undefined;
        const detail = m && corners.find((c) => c.end === m.end && c.wall === m.wall);
        return (
          <article key={a.code + a.end + a.text} className={`finding ${a.level}`}>
            <b className={a.level === "stop" ? "is-stop" : a.level === "warn" ? "is-held" : ""}>
              {words[a.level] && `${words[a.level]}: `}
              <Told text={m ? m.text : a.text} />
            </b>
            {detail && <CornerDetail detail={detail} of={wall} />}
            {m && (
              <p>
                <Told text={`${m.fix ?? ""} ${m.heights ? `${m.heights}.` : ""}`} />
              </p>
            )}
            {a.fixes.map((f) => {
              const n = all.indexOf(f.id) + 1;
              return (
                <button key={f.id} type="button" className="fix keyed" onClick={() => apply(f.id)} disabled={edits.isPending}>
                  {n < 10 && <kbd>{n}</kbd>}
                  <span>
                    <Said text={f.text} />
                  </span>
                </button>
              );
            })}
          </article>
        );
      })}
    </section>
  );
}
