import type { Reading } from "../../api/client";
import { newId } from "../../api/hooks";
import { tell } from "../../app/say";
import { type Shown, useEdits } from "../../edits/useEdits";

/** Takes a reading back by hand: readings are only added, so a new line says so. */
export function useTakeBack(job: Shown) {
  const edits = useEdits(job);
  return (r: Reading) =>
    edits
      .make({
        do: "add-reading",
        reading: { id: newId(), kind: r.kind, replaces: r.id, void: true, taken: new Date().toISOString() },
      })
      .catch(tell);
}
