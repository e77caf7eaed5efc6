import type { Job } from "../api/client";

const letters = "ABCDEFGHJKLMNPQRSTUVWXYZ".split("");

/** The first letter that no wall of the job is called by. */
export const freeMark = (d: Job["document"]) => letters.find((l) => !d.walls?.some((w) => w.id === l)) ?? "W";

/** On concrete a new wall is offered with a treated bottom plate, where the job has one. */
export function offeredBottom(d: Job["document"]): { bottom?: string[] } {
  const treated = d.lumber?.find((l) => l.treated)?.id;
  return d.rules?.floor === "concrete" && treated ? { bottom: [treated] } : {};
}
