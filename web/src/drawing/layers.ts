/** What a section shows besides the studs and what they stand between. */
export const layers = {
  between: "between the studs",
  holes: "holes, no nails",
  clear: "kept clear",
  around: "what comes through",
  readings: "readings",
} as const;
export type Layer = keyof typeof layers;

/** The pieces that lie between the studs. */
export const betweenKinds = ["nogging", "backing", "fire-block"];
