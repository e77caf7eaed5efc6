import type { Edited, PlanBody, Room } from "../api/client";

type Followed = NonNullable<Edited["follows"]>;

const laid = <T extends object>(list: T[], changed: T[], order: string[], id: (one: T) => string): T[] | undefined => {
  const by = new Map([...list, ...changed].map((one) => [id(one), one]));
  const out = order.flatMap((name) => by.get(name) ?? []);
  return out.length === order.length ? out : undefined;
};

/** A plan with what an edit changed of it; nothing where the plan is not the one that was changed. */
export function planAfter(was: PlanBody | undefined, f: Followed, revision: number): PlanBody | undefined {
  if (!was || was.revision !== f.from) return undefined;
  const walls = laid(was.plan.walls, f.walls, f.order, (w) => w.id);
  const drawings = laid(was.drawings, f.drawings, f.order, (d) => d.wall);
  if (!walls || !drawings) return undefined;
  const checks = checksAfter(was.plan.checks, f);
  return { ...was, ...f.beside, revision, drawings, plan: { ...was.plan, ...f.plan, checks, walls } };
}

/** The checks in the walls' order: those of walls that are checked otherwise anew, the rest with what changed of them. */
function checksAfter(was: PlanBody["plan"]["checks"], f: Followed): PlanBody["plan"]["checks"] {
  const changed = new Map((f.checks ?? []).map((c) => [c.id, c]));
  const anew = new Set(f.anew ?? []);
  return f.order.flatMap((wall) =>
    anew.has(wall)
      ? (f.checks ?? []).filter((c) => c.wall === wall)
      : was.filter((c) => c.wall === wall).map((c) => changed.get(c.id) ?? c),
  );
}

/** The same for the room. How uneven it is may follow later. */
export function roomAfter<R extends { revision: number; room: Room }>(
  was: R | undefined,
  f: Followed,
  revision: number,
): R | undefined {
  if (!was || was.revision !== f.from || !f.room) return undefined;
  return { ...was, revision, room: { ...was.room, ...f.room } };
}
