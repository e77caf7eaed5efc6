import type { Survey } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { type Draft, useEdits } from "../../edits/useEdits";

export type OldWall = NonNullable<Survey["walls"]>[number];
export type OldOpening = NonNullable<OldWall["openings"]>[number];
export type CutIn = NonNullable<OldWall["cuts"]>[number];

/** The walls that are there, and the way to change one of them. */
export function useOldWalls() {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const walls = job.document.survey?.walls ?? [];
  const put = (wall: OldWall) =>
    edits.make({ do: "put-found", part: "walls", entry: wall } as unknown as Draft).catch((e) => {
      tell(e);
      return undefined;
    });
  /** Keeps an opening that is there; it settles when that is made. */
  const putOpening = (wall: OldWall, k: number, change: Partial<OldOpening>) =>
    put({ ...wall, openings: wall.openings?.map((o, i) => (i === k ? { ...o, ...change } : o)) });
  /** A name that nothing goes by yet. */
  const free = (letter: string) => {
    const taken = new Set([
      ...(job.document.walls ?? []).flatMap((w) => [w.id, ...(w.openings ?? []).map((o) => o.id)]),
      ...walls.flatMap((w) => [...(w.cuts ?? []).map((c) => c.opening.id), ...(w.openings ?? []).map((o) => o.id)]),
    ]);
    return Array.from({ length: 999 }, (_, k) => `${letter}${k + 1}`).find((x) => !taken.has(x)) ?? letter;
  };
  return { walls, put, putOpening, free, edits };
}

/** An opening that is there, in a few words. */
export const saidOf = (o: OldOpening) => `${o.what || "opening"}, ${o.from} to ${o.to}`;
