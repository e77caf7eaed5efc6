import { useQueryClient } from "@tanstack/react-query";
import type { Job, Reading } from "../../api/client";
import { newId, useEdit } from "../../api/hooks";
import { tell } from "../../app/say";
import { useUndo } from "../../app/undo";

/** The id of the reading that stands in for this one now: the last of its corrections. */
function standing(readings: Reading[], id: string): string {
  const by = new Map(readings.map((r) => [r.replaces, r.id]));
  let now = id;
  for (let next = by.get(now); next; next = by.get(now)) now = next;
  return now;
}

/** Ways to take a reading back: readings are only added, so a new line voids what stands of it. */
export function useTakeBack(job: string) {
  const edit = useEdit(job);
  const cache = useQueryClient();
  const undo = useUndo();
  /** Voids what stands of a reading, or brings back what it replaced. */
  const revert = (r: Reading, before?: Reading) => {
    const replaces = standing(cache.getQueryData<Job>(["job", job])?.document.survey?.readings ?? [], r.id);
    const taken = new Date().toISOString();
    const back: Reading = before
      ? { ...before, id: newId(), replaces, taken }
      : { id: newId(), kind: r.kind, replaces, void: true, taken };
    return edit.mutateAsync({ do: "reading", reading: back });
  };
  /** The same, asked for by hand, with an undo of its own. */
  const takeBack = (r: Reading) =>
    revert(r).then(
      () =>
        undo.push(`taking back ${r.kind}`, () =>
          edit.mutateAsync({ do: "reading", reading: { ...r, id: newId(), replaces: undefined } }),
        ),
      tell,
    );
  return { revert, takeBack };
}
