import type { Fixing, Line } from "../../api/client";
import { means } from "../../app/words";

/** The ways a line is placed, as people say them. */
export const ways: { value: Line["by"]; label: string }[] = [
  { value: "parallel", label: "parallel to" },
  { value: "square", label: "square off" },
  { value: "clear", label: "so much clear of" },
  { value: "in-line", label: "in line with the finish of" },
  { value: "centred", label: "centred between" },
  { value: "furring", label: "as furring before" },
  { value: "leg", label: "as the next leg after" },
  { value: "through", label: "through two marks" },
];

/** What a plate may be fixed with. */
export const fixings: { value: NonNullable<Fixing["by"]> | ""; label: string }[] = [
  { value: "", label: "as usual" },
  ...means.map((m) => ({ value: m.by, label: m.many })),
];
