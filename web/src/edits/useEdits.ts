import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { v7 as newId } from "uuid";
import type { Edit, Job, Problem } from "../api/client";
import { replacedBy, withEdit } from "./optimistic";
import { type Outcome, queueOf } from "./queue";

/** An edit as a form makes it: its id comes with sending. */
export type Draft = Edit extends infer E ? (E extends { do: unknown } ? Omit<E, "id"> : never) : never;

/** A job as it is on screen: what the server has, and on top of it what is on its way there. */
export interface Shown extends Job {
  /** ids of own edits on screen that the server hasn't acknowledged */
  pending: string[];
}

export const useWaiting = (id: string) => {
  const queue = queueOf(id);
  return useSyncExternalStore(queue.subscribe, queue.waiting);
};

/** Lays what is on its way over what the server has. */
export function useShown(job: Job | undefined, id: string): Shown | undefined {
  const waiting = useWaiting(id);
  if (!job) return undefined;
  const edits = waiting.flatMap((w) => w.edits);
  // a line that is added shows once it is kept: what follows from it is asked for then
  const shown = edits.filter((e) => queueOf(id).away || (e.do !== "add-reading" && e.do !== "add-tie"));
  return { ...job, document: shown.reduce(withEdit, job.document), pending: edits.map((e) => e.id ?? "") };
}

/**
 * The way to change a job. Edits are made to the job as the caller shows it: what others changed meanwhile is never
 * overwritten. `make` settles when they are made, or kept until the line is back; what the server refuses it throws.
 */
export function useEdits(job: Shown) {
  const cache = useQueryClient();
  const work = useMutation<Outcome, Problem, Draft | Draft[]>({
    mutationFn: (drafts) => {
      const edits = (Array.isArray(drafts) ? drafts : [drafts]).map((d) => ({ ...d, id: newId() }) as Edit);
      const was = edits.map((e) => replacedBy(job.document, e));
      return queueOf(job.id).add({ edits, revision: job.revision, after: job.pending, was });
    },
    onError: () => {
      for (const key of ["job", "plan"]) cache.invalidateQueries({ queryKey: [key, job.id] });
    },
    networkMode: "always", // the queue knows what to do without a line
  });
  return { make: work.mutateAsync, isPending: work.isPending, error: work.error, reset: work.reset };
}
