import createClient from "openapi-fetch";
import type { components, paths } from "./schema.gen";

export const api = createClient<paths>({ baseUrl: "" });

const lasting = createClient<paths>({ baseUrl: "", keepalive: true });
/** Sends what is entered even if the page is left at once; a browser refuses that for bodies over 64 KiB. */
export const outliving = (entered: unknown) => (JSON.stringify(entered).length < 20_000 ? lasting : api);

type Schemas = components["schemas"];
export type Job = Schemas["JobBody"];
export type Wall = Schemas["Wall"];
export type WallStretch = Schemas["WallStretch"];
export type Start = Schemas["PlanStart"];
export type Rules = Schemas["Rules"];
export type Origin = Schemas["PlanOrigin"];
export type Opening = Schemas["Opening"];
export type Reading = Schemas["Reading"];
export type Summary = Schemas["Summary"];
export type PlanBody = Schemas["PlanBody"];
export type Member = Schemas["PlanMember"];
export type Drawing = Schemas["PlanDrawing"];
export type DrawnPiece = Schemas["PlanDrawnPiece"];
export type Finding = Schemas["PlanFinding"];
export type Call = Schemas["PlanCall"];
export type Room = Schemas["PlanRoom"];
export type RoomBody = Schemas["RoomBody"];
export type RoomTie = Schemas["PlanRoomTie"];
export type NextStep = Schemas["PlanNext"];
export type Assessed = Schemas["PlanAssessed"];
export type Line = Schemas["Line"];
export type WallLine = Schemas["PlanWallLine"];
export type Advice = Schemas["PlanAdvice"];
export type Laid = Schemas["PlanLaid"];
export type Comparison = Schemas["PlanComparison"];
export type Meeting = Schemas["PlanMeeting"];
export type CornerDetail = Schemas["PlanCornerDetail"];
export type DetailPiece = Schemas["PlanDetailPiece"];
export type Fixing = Schemas["Fixing"];
export type Schedule = Schemas["Schedule"];
export type PlanDay = Schemas["PlanDay"];
export type PlanDayTask = Schemas["PlanDayTask"];
export type PlanWall = Schemas["PlanWall"];
export type Tie = Schemas["Tie"];
export type Corner = Schemas["Corner"];
export type Survey = Schemas["Survey"];
export type Assess = Schemas["Assess"];
export type Aim = Schemas["Aim"];
export type Edit = Schemas["Edit"];
export type Edited = Schemas["EditsBody"];
export type Shelf = Schemas["Shelf"];
export type Imported = Schemas["Imported"];
export type Check = Schemas["PlanCheck"];
export type OpenItem = Schemas["PlanOpenItem"];
export type Photo = Schemas["Photo"];
export type LogStep = Schemas["LogStep"];
export type Offers = Pick<Edited, "undo" | "redo">;

/** What went wrong, in words to show; `at` are the faulty fields by path. */
export class Problem extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly at: Record<string, string> = {},
    /** what others did since that meets it, and what it wanted, in words */
    readonly since: LogStep[] = [],
    readonly wanted?: string,
  ) {
    super(message);
  }
  /** The fault of the field whose path ends so, if any. */
  of(ending: string) {
    const path = Object.keys(this.at).find((p) => p.endsWith(ending));
    return path ? this.at[path] : undefined;
  }
}

/** A line that dropped, or a server or database that is being started: nobody's fault, and it passes. */
export const passing = (p: unknown) => p instanceof Problem && (p.status === 0 || (p.status >= 502 && p.status <= 504));

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** Waits for a call; failures become a Problem with words to show. */
export async function got<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new Problem("The server doesn't answer. Try again when it is back.", 0);
  }
  if (answer.error === undefined && answer.response.ok) return answer.data as T;
  const p = (answer.error ?? {}) as {
    detail?: string;
    errors?: { location?: string; message?: string }[];
    since?: LogStep[];
    wanted?: string;
  };
  const at: Record<string, string> = {};
  for (const e of p.errors ?? []) if (e.location) at[e.location] = e.message ?? "";
  const first = p.errors?.[0]?.message;
  throw new Problem(
    (answer.response.status === 422 && first) || p.detail || `The server answered ${answer.response.status}.`,
    answer.response.status,
    at,
    p.since,
    p.wanted,
  );
}
