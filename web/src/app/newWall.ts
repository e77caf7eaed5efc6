import type { Job } from "../api/client";

const letters = "ABCDEFGHJKLMNPQRSTUVWXYZ".split("");

/** The first letter that no wall of the job is called by. */
export const freeMark = (d: Job["document"]) => letters.find((l) => !d.walls?.some((w) => w.id === l)) ?? "W";
