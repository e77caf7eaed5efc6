import type { Call } from "../../api/client";

/** A piece as it was last called out at the saw. */
export interface Called {
  member: string;
  length: string;
  said: string;
}

export type Order = "longest" | "walls";

/**
 * The call list in the order that it is cut: longest first, or wall by wall as they stand. Pieces of one length are called
 * together, so that the stop is set once for them; wall by wall, once in each wall.
 */
export function inOrder(saw: Call[], order: Order, wall: string): Call[] {
  const mine = saw
    .map((c) => ({ ...c, pieces: c.pieces.filter((p) => wall === "all" || p.wall === wall || p.member.startsWith(`${wall}-`)) }))
    .filter((c) => c.pieces.length > 0);
  if (order === "longest") return mine;
  const groups = new Map<string, { call: Call; turn: number }>();
  for (const c of mine)
    for (const p of c.pieces) {
      const key = `${p.member.slice(0, p.member.lastIndexOf("-"))} ${c.lumber} ${c.length} ${c.state}`;
      const g = groups.get(key);
      if (!g) groups.set(key, { call: { ...c, pieces: [p] }, turn: p.turn });
      else {
        g.call.pieces.push(p);
        g.turn = Math.min(g.turn, p.turn);
      }
    }
  return [...groups.values()].sort((a, b) => a.turn - b.turn).map((g) => g.call);
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
