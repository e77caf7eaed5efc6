import type { Call } from "../../api/client";

/** A piece as it was last called out at the saw. */
export interface Called {
  member: string;
  length: string;
  said: string;
}

/**
 * What stands on the saw's screen: the piece that was called stays there until it is cut, whatever others do. When its
 * length has changed since, or it is held, that is said before anything else is called.
 */
export function onScreen(saw: Call[], called: Called | undefined) {
  const open = saw
    .filter((c) => c.state === "ready")
    .map((c) => ({ ...c, pieces: c.pieces.filter((p) => !p.cut) }))
    .filter((c) => c.pieces.length > 0);
  const now = called && saw.find((c) => c.pieces.some((p) => p.member === called.member));
  const piece = now?.pieces.find((p) => p.member === called?.member);
  if (called && !piece?.cut && (now?.state !== "ready" || now.length !== called.length))
    return { open, changed: { called, now } };
  const same = called && !piece?.cut ? open.findIndex((c) => c.pieces.some((p) => p.member === called.member)) : -1;
  const at = Math.max(same, 0);
  const pieces = open[at]?.pieces ?? [];
  return { open, call: open[at], piece: pieces.find((p) => p.member === called?.member) ?? pieces[0], after: open.slice(at + 1) };
}
