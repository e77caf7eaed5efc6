import { Button } from "@mantine/core";
import { useSyncExternalStore } from "react";
import { queueOf } from "../edits/queue";
import type { Line } from "../edits/useLive";
import "./done.css";

/** Says that the line to the server is down, and what waits here until it is back. */
export function LineDown({ id, line }: { id: string; line: Line }) {
  const queue = queueOf(id);
  const waiting = useSyncExternalStore(queue.subscribe, queue.waiting);
  const n = waiting.reduce((sum, w) => sum + w.edits.length, 0);
  const kept = queue.away && n > 0;
  if (line === "gone")
    return (
      <div className="line-down is-stop" role="alert">
        <span className="grow">This job was deleted. It is in the bin of the job list for a day.</span>
      </div>
    );
  if (!kept && line === "open") return null;
  return (
    <div className="line-down no-print" role="status">
      <span className="grow">
        <b>The server doesn't answer.</b>{" "}
        {kept
          ? `${n} ${n === 1 ? "change is" : "changes are"} kept in this browser and ${n === 1 ? "goes" : "go"} when it is back.`
          : "What you enter is kept; what others do isn't seen until it is back."}
        {kept && <span className="wide-only"> Lengths on screen don't count {n === 1 ? "it" : "them"} yet.</span>}
      </span>
      <Button h={48} variant="default" onClick={() => queue.soon()}>
        Try now
      </Button>
    </div>
  );
}
