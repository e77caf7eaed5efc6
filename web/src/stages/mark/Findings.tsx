import { Text } from "@mantine/core";
import type { Finding } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";

interface Props {
  findings: Finding[];
  choose: (member: string) => void;
  read: (f: Finding) => void;
}

const words = { stop: "Stop", warn: "Look", note: "Note" };

/** What a carpenter should know of this wall, each with its fix to press. */
export function Findings({ findings, choose, read }: Props) {
  const { job, wall } = useJobContext();
  const edits = useEdits(job);
  const w = job.document.walls?.[wall];
  const apply = (f: Finding) => {
    if (f.apply === "take-reading") return read(f);
    if (f.apply === "hook-other-end" && w) {
      const layout = { ...w.layout, from: (w.layout?.from === "end" ? "start" : "end") as "start" };
      edits.make({ do: "put-wall", wall: { ...w, layout } }).catch(tell);
    }
  };
  if (findings.length === 0) return <Text className="is-ready">Nothing found against this wall.</Text>;
  return (
    <section aria-label="Findings" style={{ display: "grid", gap: 12 }}>
      {findings.map((f) => (
        <div key={f.code + (f.at ?? "") + f.text} className={`finding ${f.level}`}>
          <b className={f.level === "stop" ? "is-stop" : f.level === "warn" ? "is-held" : ""}>
            {words[f.level as keyof typeof words]}: <Told text={f.text} />
          </b>
          {f.apply ? (
            <button type="button" className="fix" onClick={() => apply(f)}>
              <Said text={f.fix} />
            </button>
          ) : (
            <>
              <Told text={f.fix} />
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
