import { Text } from "@mantine/core";
import type { Finding } from "../../api/client";
import { useEdit } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useUndo } from "../../app/undo";
import { Said } from "../../drawing/Len";

interface Props {
  findings: Finding[];
  choose: (member: string) => void;
  read: (f: Finding) => void;
}

const words = { stop: "Stop", warn: "Look", note: "Note" };

/** What a carpenter should know of this wall, each with its fix to press. */
export function Findings({ findings, choose, read }: Props) {
  const { id, job, wall } = useJobContext();
  const edit = useEdit(id);
  const undo = useUndo();
  const w = job.document.walls?.[wall];
  const apply = (f: Finding) => {
    if (f.apply === "take-reading") return read(f);
    if (f.apply === "hook-other-end" && w) {
      const layout = { ...w.layout, from: (w.layout?.from === "end" ? "start" : "end") as "start" };
      edit
        .mutateAsync({ do: "wall", wall: { ...w, layout } })
        .then(() => undo.push("hook end", () => edit.mutateAsync({ do: "wall", wall: w })), tell);
    }
  };
  if (findings.length === 0) return <Text className="is-ready">Nothing found against this wall.</Text>;
  return (
    <section aria-label="Findings" style={{ display: "grid", gap: 12 }}>
      {findings.map((f) => (
        <div key={f.code + (f.at ?? "") + f.text} className={`finding ${f.level}`}>
          <b className={f.level === "stop" ? "is-stop" : f.level === "warn" ? "is-held" : ""}>
            {words[f.level as keyof typeof words]}: <Said text={f.text} />
          </b>
          {f.apply ? (
            <button type="button" className="fix" onClick={() => apply(f)}>
              <Said text={f.fix} />
            </button>
          ) : (
            <>
              <Said text={f.fix} />
              {f.members?.[0] && (
                <button type="button" className="fix shows" onClick={() => choose(f.members?.[0] ?? "")}>
                  Show {f.members[0]}
                </button>
              )}
            </>
          )}
        </div>
      ))}
    </section>
  );
}
