import { meanings, Term } from "../app/words";
import { Said } from "./Len";

// words of the trade that stand in sentences as they are
const jargon = [
  "held",
  "ladder",
  "serves",
  "bite",
  "ahead",
  "butts",
  "snap",
  "stood tight",
  "taken over",
  "furring",
  "taper",
].filter((w) => meanings.some((m) => m.term === w));
const found = new RegExp(`\\b(${jargon.join("|")})\\b`, "i");

/** A sentence whose words of the trade open a line of explanation, each where it first stands. Not within a button. */
export function Told({ text }: { text: string }) {
  const parts: { text: string; term?: string }[] = [];
  const seen = new Set<string>();
  let rest = text;
  for (let m = found.exec(rest); m; m = found.exec(rest)) {
    const term = (m[1] ?? "").toLowerCase();
    const end = m.index + (m[1] ?? "").length;
    if (seen.has(term)) parts.push({ text: rest.slice(0, end) });
    else parts.push({ text: rest.slice(0, m.index) }, { text: m[1] ?? "", term });
    seen.add(term);
    rest = rest.slice(end);
  }
  parts.push({ text: rest });
  return (
    <>
      {parts.map((p, i) =>
        p.term ? (
          // biome-ignore lint/suspicious/noArrayIndexKey: parts of a sentence have nothing of their own
          <Term key={i} of={p.term}>
            {p.text}
          </Term>
        ) : (
          // biome-ignore lint/suspicious/noArrayIndexKey: as above
          <Said key={i} text={p.text} />
        ),
      )}
    </>
  );
}
