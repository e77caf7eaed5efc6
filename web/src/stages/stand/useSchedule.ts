import type { Schedule } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";

/** The job's schedule, and how a part of it is given anew. */
export function useSchedule() {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const schedule: Schedule = job.document.schedule ?? {};
  const put = (change: Partial<Schedule>) => edits.make({ do: "put-schedule", schedule: { ...schedule, ...change } }).catch(tell);
  return { schedule, put, make: edits.make };
}
