import type { Line } from "../../api/client";

const said = (a: NonNullable<Line["also"]>[number]) => a.face !== "" || a.at.trim() !== "";

/** Only what belongs to the way it is placed is sent. */
export function tidy(l: Line, isNew: (face?: string) => boolean): Line {
  const end = (e: Line["start"]) => {
    const out = {
      ...(e?.face ? { face: e.face } : {}),
      ...(e?.gap?.trim() ? { gap: e.gap } : {}),
      ...(e?.past && isNew(e.face) ? { past: true } : {}),
    };
    return Object.keys(out).length ? out : undefined;
  };
  const asks = l.by === "parallel" || l.by === "square" || l.by === "clear";
  return {
    by: l.by,
    ...(l.by === "through" ? { marks: l.marks } : { face: l.face }),
    ...(l.by === "centred" ? { and: l.and } : {}),
    ...(asks || (l.by === "furring" && l.at?.trim()) ? { at: l.at } : {}),
    ...(l.by === "parallel" && l.atEnd?.trim() ? { atEnd: l.atEnd, follow: l.follow } : {}),
    ...((l.by === "square" || l.by === "leg") && l.degrees ? { degrees: l.degrees } : {}),
    ...(l.by === "leg" ? { turn: l.turn ?? "left", closes: l.closes } : {}),
    start: end(l.start),
    stop: end(l.stop),
    ...(l.parts?.length ? { parts: l.parts, from: l.from, boards: l.boards } : {}),
    ...(l.also?.some(said) ? { also: l.also.filter(said) } : {}),
  };
}
