import { Text } from "@mantine/core";
import { useEffect, useMemo } from "react";
import type { CornerDetail as Detail, Meeting, Advice as OneAdvice } from "../../api/client";
import { useEdit } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useUndo } from "../../app/undo";
import { CornerDetail } from "../../drawing/CornerDetail";
import { Said } from "../../drawing/Len";

const words: Record<string, string> = { stop: "Stop", warn: "Look" };

interface Props {
  id: string;
  advice: OneAdvice[];
  meets: Meeting[];
  corners: Detail[];
}

/** Those that are otherwise now, as they were. */
function changed<T extends { id: string }>(was: T[] = [], now: T[] = []): T[] {
  return was.filter((one) => JSON.stringify(now.find((x) => x.id === one.id)) !== JSON.stringify(one));
}

/** What to decide about a line: each fix at one key or touch, taken back with undo. */
export function Advice({ id: wall, advice, meets, corners }: Props) {
  const { id, job } = useJobContext();
  const edit = useEdit(id);
  const undo = useUndo();
  const all = useMemo(() => advice.flatMap((a) => a.fixes.map((f) => f.id)), [advice]);
  const before = job.document;
  const apply = (fix: string) => {
    if (edit.isPending) return;
    edit.mutateAsync({ do: "fix", wall, fix }).then((now) => {
      // only what it changed is put back
      const walls = changed(before.walls, now.document.walls);
      const wood = changed(before.lumber, now.document.lumber);
      undo.push(`${wall}: ${advice.flatMap((a) => a.fixes).find((f) => f.id === fix)?.text ?? fix}`, async () => {
        for (const lumber of wood) await edit.mutateAsync({ do: "lumber", lumber });
        if (walls.length > 0) await edit.mutateAsync({ do: "walls", walls });
      });
    }, tell);
  };
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const t = e.target as HTMLElement;
      // a tab that was just chosen keeps the focus: it takes no digits itself
      const writes = /^(SELECT|TEXTAREA)$/.test(t.tagName) || (t instanceof HTMLInputElement && t.type !== "radio");
      if (e.ctrlKey || e.metaKey || e.altKey || writes) return;
      const fix = /^[1-9]$/.test(e.key) ? all[Number(e.key) - 1] : undefined;
      if (fix) {
        e.preventDefault();
        apply(fix);
      }
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
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
              <Said text={m ? m.text : a.text} />
            </b>
            {detail && <CornerDetail detail={detail} of={wall} />}
            {m && (
              <p>
                <Said text={`${m.fix ?? ""} ${m.heights ? `${m.heights}.` : ""}`} />
              </p>
            )}
            {a.fixes.map((f) => {
              const n = all.indexOf(f.id) + 1;
              return (
                <button key={f.id} type="button" className="fix keyed" onClick={() => apply(f.id)} disabled={edit.isPending}>
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
