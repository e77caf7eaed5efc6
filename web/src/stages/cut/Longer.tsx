import { Button, Group, Progress } from "@mantine/core";
import { useEffect, useRef, useState } from "react";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";

interface Better {
  lumber: string;
  cost: number;
  bound: number;
}
interface Looked {
  was: string;
  now: string;
  money: boolean;
  cost: number;
  costs: number;
  gains: boolean;
}

/** Looks for a cheaper way to cut the sticks, for some seconds; it tells what it finds, and can be ended. */
export function Longer() {
  const { id, job, plan } = useJobContext();
  const edits = useEdits(job);
  const rules = job.document.rules ?? {};
  const [looking, setLooking] = useState(false);
  const [better, setBetter] = useState<Better>();
  const [found, setFound] = useState<Looked>();
  const stream = useRef<EventSource>(undefined);
  const end = () => {
    stream.current?.close();
    setLooking(false);
  };
  useEffect(() => () => stream.current?.close(), []);
  const open = plan.plan.wood.some((w) => (w.priced ? w.cost !== w.bound : w.length !== w.least));
  const set = (change: Partial<typeof rules>) => edits.make({ do: "put-rules", rules: { ...rules, ...change } }).catch(tell);
  const look = () => {
    setFound(undefined);
    setBetter(undefined);
    setLooking(true);
    const s = new EventSource(`/api/jobs/${id}/wood/longer`);
    stream.current = s;
    s.addEventListener("better", (e) => setBetter(JSON.parse(e.data)));
    s.addEventListener("done", (e) => {
      setFound(JSON.parse(e.data));
      end();
    });
    s.onerror = end; // it ended: it isn't asked for again
  };
  if (rules.plan === "long")
    return (
      <Group className="alike no-print" gap="sm">
        <span>A cheaper way to cut the sticks was looked for at length.</span>
        <Button h={48} variant="default" onClick={() => set({ plan: undefined })}>
          Look quickly again
        </Button>
      </Group>
    );
  if (!open && !found) return null;
  return (
    <Group className="alike no-print" gap="sm">
      {looking ? (
        <>
          <Progress value={100} animated w={140} aria-label="Looking" />
          <span role="status">
            Looking{better && ` at ${better.lumber}: ${Math.round(better.cost)}, no plan under ${Math.round(better.bound)}`} …
          </span>
          <Button h={48} variant="default" onClick={end}>
            Enough
          </Button>
        </>
      ) : found ? (
        <>
          <span role="status">
            {found.gains ? (
              found.money ? (
                <>
                  It can be cut for <b>{found.costs.toFixed(2)}</b> in place of {found.cost.toFixed(2)}.
                </>
              ) : (
                <>
                  <Len text={found.now} /> will do in place of <Len text={found.was} />.
                </>
              )
            ) : (
              "Nothing cheaper was found: the plan stays as it is."
            )}
          </span>
          {found.gains && (
            <Button h={48} onClick={() => set({ plan: "long" })}>
              Take it
            </Button>
          )}
        </>
      ) : (
        <>
          <span>There may be a cheaper way to cut them.</span>
          <Button h={48} variant="default" onClick={look}>
            Look for some seconds
          </Button>
        </>
      )}
    </Group>
  );
}
