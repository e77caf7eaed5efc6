import { Text } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import type { Finding } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { useEdits } from "../../edits/useEdits";
import { PhotosOf } from "../../entry/Photos";

interface Props {
  findings: Finding[];
  /** whose they are, if not the new wall on screen */
  of?: string;
  choose: (member: string) => void;
  read: (f: Finding) => void;
}

const words = { stop: "Stop", warn: "Look", note: "Note" };

/** What a carpenter should know of this wall, each with its fix to press. */
export function Findings({ findings, of, choose, read }: Props) {
  const letters = "abcdefghi";
  const { job, wall } = useJobContext();
  const edits = useEdits(job);
  const w = job.document.walls?.[wall];
  const cure = (fix: string) => {
    const name = of ?? w?.id;
    if (name && !edits.isPending) edits.make({ do: "apply-fix", wall: name, fix }).catch(tell);
  };
  const apply = (f: Finding) => {
    if (f.apply === "take-reading") return read(f);
    if (f.apply === "hook-other-end" && w) {
      const layout = { ...w.layout, from: (w.layout?.from === "end" ? "start" : "end") as "start" };
      edits.make({ do: "put-wall", wall: { ...w, layout } }).catch(tell);
    }
  };
  // what can be done at a touch, each under a letter of its own
  const acts = findings.flatMap((f) =>
    f.fixes
      ? f.fixes.map((x) => ({ key: f.code + (f.at ?? "") + x.id, act: () => cure(x.id) }))
      : f.apply
        ? [{ key: f.code + (f.at ?? "") + f.text, act: () => apply(f) }]
        : [],
  );
  const letter = (key: string) => {
    const i = acts.findIndex((a) => a.key === key);
    return i >= 0 && i < letters.length ? <kbd>{letters[i]}</kbd> : null;
  };
  useHotkeys(letters.split("").map((l, i) => [l, () => acts[i]?.act()]));
  if (findings.length === 0) return <Text className="is-ready">Nothing found against {of ? "it" : "this wall"}.</Text>;
  return (
    <section aria-label="Findings" style={{ display: "grid", gap: 12 }}>
      {findings.map((f) => (
        <div key={f.code + (f.at ?? "") + f.text} className={`finding ${f.level}`}>
          {w && !of && f.level !== "note" && <PhotosOf small tie={{ wall: w.id, finding: f.code + (f.at ? ` ${f.at}` : "") }} />}
          <b className={f.level === "stop" ? "is-stop" : f.level === "warn" ? "is-held" : ""}>
            {words[f.level as keyof typeof words]}: <Told text={f.text} />
          </b>
          {f.fixes?.map((x) => (
            <button key={x.id} type="button" className="fix keyed" onClick={() => cure(x.id)}>
              {letter(f.code + (f.at ?? "") + x.id)}
              <span>
                <Said text={x.text} />
              </span>
            </button>
          ))}
          {f.fixes ? null : f.apply ? (
            <button type="button" className="fix keyed" onClick={() => apply(f)}>
              {letter(f.code + (f.at ?? "") + f.text)}
              <span>
                <Said text={f.fix} />
              </span>
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
