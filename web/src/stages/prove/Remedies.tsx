import { Button, Group, Text } from "@mantine/core";
import { Link } from "react-router";
import type { Rules } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Empty } from "../../app/States";
import { tell } from "../../app/say";
import { Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { LengthEdit } from "../../entry/LengthField";

const does = {
  fits: "fits",
  trim: "trim",
  shim: "pack",
  reuse: "another piece",
  recut: "cut anew",
  spare: "spare",
} as const;

/** What a changed reading or a moved wall does to pieces that are cut, and the cheapest way out. */
export function Remedies() {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const all = plan.plan.remedies;
  const cut = plan.saw.flatMap((c) => c.pieces).filter((p) => p.cut).length;
  const wrong = all.filter((r) => r.do !== "fits");
  const rules = job.document.rules ?? {};
  const set = (change: Partial<Rules>) => edits.make({ do: "put-rules", rules: { ...rules, ...change } }).catch(tell);
  const mend = (members?: string[]) => {
    if (!edits.isPending) edits.make({ do: "mend", members }).catch(tell);
  };
  if (cut === 0 && all.length === 0)
    return (
      <Empty title="Nothing is cut yet">
        <Text>Once pieces are cut, a reading that changes says here what becomes of each.</Text>
        <Button h={48} component={Link} to="../cut">
          Go to Cut
        </Button>
      </Empty>
    );
  const walls = [...new Set(wrong.map((r) => r.wall ?? ""))];
  return (
    <div className="prove">
      <h2>
        {wrong.length === 0
          ? `All ${cut} pieces that are cut fit what they are for`
          : `${wrong.length} of ${cut} pieces that are cut aren't what they should be`}
      </h2>
      {wrong.length > 0 && (
        <>
          <p>
            Looked at together, this takes the fewest new pieces and the least wood: {count(all, "trim")} to trim,{" "}
            {count(all, "shim")} to pack, {count(all, "reuse")} that become another, {count(all, "recut")} to cut anew,{" "}
            {count(all, "spare")} spare.
          </p>
          <Button h={48} className="no-print" onClick={() => mend()}>
            Do all of it
          </Button>
          {walls.map((w) => (
            <section key={w} aria-label={w ? `Wall ${w}` : "Of walls that are gone"}>
              <h3>{w ? `Wall ${w}` : "Of what is gone"}</h3>
              <ul className="remedies">
                {wrong
                  .filter((r) => (r.wall ?? "") === w)
                  .map((r) => (
                    <li key={r.member + r.do}>
                      <b className="remedy-piece">{r.member}</b>
                      <b className={`remedy-do ${r.do}`}>{does[r.do]}</b>
                      <span className="grow">
                        <Said text={r.text} />
                        {r.stands && <small> It stands: it comes out first.</small>}
                      </span>
                      <Button
                        h={48}
                        className="no-print"
                        variant="default"
                        aria-label={`Do that with ${r.member}`}
                        onClick={() => mend([r.member])}
                      >
                        Do that
                      </Button>
                    </li>
                  ))}
              </ul>
            </section>
          ))}
        </>
      )}
      {all.length > wrong.length && (
        <p className="quiet">
          {all.length - wrong.length} of them {all.length - wrong.length === 1 ? "is" : "are"} off by no more than is accepted,
          and fit still.
        </p>
      )}
      <details className="no-print">
        <summary>How much off is accepted</summary>
        <Group gap="sm" align="flex-start">
          <LengthEdit
            label="Too short, left as it is"
            units={job.document.units}
            value={rules.accept ?? plan.usual.rules.accept ?? ""}
            keep={(accept) => set({ accept })}
          />
          <LengthEdit
            label="Too short, packed up to"
            units={job.document.units}
            value={rules.shim ?? plan.usual.rules.shim ?? ""}
            keep={(shim) => set({ shim })}
          />
        </Group>
      </details>
    </div>
  );
}

const count = (all: { do: string }[], what: string) => all.filter((r) => r.do === what).length;
