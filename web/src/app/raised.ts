/** Findings of how walls go up, in which order, on which day: Stand's, by the beginning of their codes. */
const codes = [
  "tilt-jams",
  "no-way-up",
  "not-carried",
  "order-",
  "no-working-day",
  "no-first-day",
  "days-",
  "slip-",
  "wait-",
  "consent-",
  "people-short",
  "level-cut-off",
];

export const ofStand = (f: { code: string }) => codes.some((c) => f.code.startsWith(c));
