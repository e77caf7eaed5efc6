import type { Start, Wall, WallStretch } from "../../api/client";

/** What makes a wall, or a stretch of one, of its kind. */
export type Special = Partial<Pick<Wall, "kind" | "height" | "rake" | "posts" | "cap" | "braces" | "infill" | "edges">>;
export type Is = Start["is"];

/** The kinds, as people say them. */
export const kinds: { value: Is; label: string }[] = [
  { value: "plain", label: "to the ceiling" },
  { value: "half", label: "a half wall, with posts and a cap" },
  { value: "own", label: "of a height of its own" },
  { value: "raked", label: "raked, at a slope that I give" },
  { value: "follows", label: "raked, as the ceiling slopes" },
  { value: "free-top", label: "its top free of what is over it" },
  { value: "infill", label: "into a gauged pocket" },
];

/** Which of them something is. */
export function is(of: Special): Is {
  switch (of.kind) {
    case "half":
    case "free-top":
    case "infill":
      return of.kind;
    case "raked":
      return of.rake || of.height ? "raked" : "follows";
    default:
      return of.height ? "own" : "plain";
  }
}

/** Only what belongs to a kind, as it is begun with. */
export function begun(kind: Is, starts: Start[]): Special {
  const { is: _is, ...rest } = starts.find((s) => s.is === kind) ?? { is: kind };
  return rest;
}

/** Fields of a wall's or a stretch's kind with nothing of another kind left in them. */
export function only(of: Special): Special {
  return {
    kind: of.kind,
    height: of.height?.trim() || undefined,
    rake: of.rake,
    posts: of.posts,
    cap: of.cap,
    braces: of.braces,
    infill: of.infill || undefined,
    edges: of.edges,
  };
}

/** How a slope is said. */
export type SlopeBy = "degrees" | "percent" | "rise";
export function slopeBy(slope?: Wall["rake"]): SlopeBy {
  return slope?.percent !== undefined ? "percent" : slope?.rise !== undefined ? "rise" : "degrees";
}

/** A stretch with nothing of another kind left in it. */
export function stretchOf(from: string, to: string, of: Special, lumber?: string): WallStretch {
  const { infill: _i, edges: _e, kind, ...rest } = only(of);
  return { from, to, ...rest, kind: kind as WallStretch["kind"], lumber: lumber || undefined };
}
