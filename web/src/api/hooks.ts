import { notifications } from "@mantine/notifications";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { v7 as newId } from "uuid";
import {
  type Assess,
  api,
  type Corner,
  got,
  type Job,
  outliving,
  type Reading,
  type Survey,
  type Tie,
  type Wall,
} from "./client";

export { newId };

export const useJobs = () => useQuery({ queryKey: ["jobs"], queryFn: async () => (await got(api.GET("/api/jobs"))).jobs });

export const useJob = (id: string) =>
  useQuery({ queryKey: ["job", id], queryFn: () => got(api.GET("/api/jobs/{id}", { params: { path: { id } } })) });

export const usePlan = (id: string) =>
  useQuery({
    queryKey: ["plan", id],
    queryFn: () => got(api.GET("/api/jobs/{id}/plan", { params: { path: { id } } })),
    placeholderData: (before) => before,
  });

export const useRoom = (id: string) =>
  useQuery({
    queryKey: ["room", id],
    queryFn: () => got(api.GET("/api/jobs/{id}/room", { params: { path: { id } } })),
    placeholderData: (before) => before,
  });

/** The lists of what was found: one entry each is given anew or taken out. */
export type Part = "existing-walls" | "zones" | "hidden" | "instruments" | "joists" | "obstructions";
const kept: Record<Part, keyof Survey> = {
  "existing-walls": "walls",
  zones: "zones",
  hidden: "hidden",
  instruments: "instruments",
  joists: "joists",
  obstructions: "obstructions",
};
export type Entry = { id: string } & Record<string, unknown>;
export const partOf = (job: Job, part: Part) => (job.document.survey?.[kept[part]] ?? []) as unknown as Entry[];

export type Edit =
  | { do: "tie"; tie: Tie }
  | { do: "corners"; corners: Corner[] }
  | { do: "put"; part: Part; entry: Entry }
  | { do: "remove"; part: Part; key: string }
  | { do: "assess"; assess: Assess }
  | { do: "readings"; csv: string }
  | { do: "outline"; dxf: string; layer: string; unit: "mm" | "cm" | "m" | "in" | "ft" }
  | { do: "reading"; reading: Reading }
  | { do: "wall"; wall: Wall }
  | { do: "walls"; walls: Wall[] }
  | { do: "fix"; wall: string; fix: string }
  | { do: "remove-wall"; wall: string }
  | { do: "settings"; settings: Pick<Job["document"], "name" | "mark" | "rules"> }
  | { do: "lumber"; lumber: NonNullable<Job["document"]["lumber"]>[number] };

function send(id: string, match: string, edit: Edit): Promise<Job> {
  const header = { "If-Match": match };
  const to = outliving(edit);
  switch (edit.do) {
    case "reading":
      return got(to.POST("/api/jobs/{id}/readings", { params: { path: { id }, header }, body: edit.reading }));
    case "tie":
      return got(to.POST("/api/jobs/{id}/ties", { params: { path: { id }, header }, body: edit.tie }));
    case "corners":
      return got(
        to.PUT("/api/jobs/{id}/survey/corners", {
          params: { path: { id }, header },
          body: { corners: edit.corners },
        }),
      );
    case "put": {
      // the parts differ in what an entry holds, not in how it is sent
      const path = `/api/jobs/{id}/survey/${edit.part}/{key}` as "/api/jobs/{id}/survey/zones/{key}";
      return got(to.PUT(path, { params: { path: { id, key: edit.entry.id }, header }, body: edit.entry as never }));
    }
    case "remove": {
      const path = `/api/jobs/{id}/survey/${edit.part}/{key}` as "/api/jobs/{id}/survey/zones/{key}";
      return got(to.DELETE(path, { params: { path: { id, key: edit.key }, header } }));
    }
    case "assess":
      return got(to.PUT("/api/jobs/{id}/assess", { params: { path: { id }, header }, body: edit.assess }));
    case "readings":
      return got(
        to.POST("/api/jobs/{id}/readings.csv", {
          params: { path: { id }, header },
          body: edit.csv,
          bodySerializer: (b) => b,
          headers: { "Content-Type": "text/csv" },
        }),
      );
    case "outline":
      return got(
        to.POST("/api/jobs/{id}/outline", {
          params: { path: { id }, header, query: { layer: edit.layer, unit: edit.unit } },
          body: edit.dxf,
          bodySerializer: (b) => b,
          headers: { "Content-Type": "application/dxf" },
        }),
      );
    case "wall":
      return got(
        to.PUT("/api/jobs/{id}/walls/{wall}", {
          params: { path: { id, wall: edit.wall.id }, header },
          body: edit.wall,
        }),
      );
    case "walls":
      return got(to.PUT("/api/jobs/{id}/walls", { params: { path: { id }, header }, body: { walls: edit.walls } }));
    case "fix":
      return got(
        to.POST("/api/jobs/{id}/walls/{wall}/fix", {
          params: { path: { id, wall: edit.wall }, header },
          body: { fix: edit.fix },
        }),
      );
    case "remove-wall":
      return got(to.DELETE("/api/jobs/{id}/walls/{wall}", { params: { path: { id, wall: edit.wall }, header } }));
    case "settings":
      return got(to.PUT("/api/jobs/{id}/settings", { params: { path: { id }, header }, body: edit.settings }));
    case "lumber":
      return got(
        to.PUT("/api/jobs/{id}/lumber/{lumber}", {
          params: { path: { id, lumber: edit.lumber.id }, header },
          body: edit.lumber,
        }),
      );
  }
}

/** Lines keep their relations: what an edit moved is said. */
function sayMoved({ moved, stayed = 0 }: Job) {
  const stay =
    stayed > 0
      ? `${stayed} ${stayed === 1 ? "reading stays" : "readings stay"} where ${stayed === 1 ? "it was" : "they were"} taken.`
      : "";
  if (moved.length === 0 && !stay) return;
  notifications.show({
    title: moved.length === 0 ? "Readings are kept" : moved.length === 1 ? "One wall followed" : `${moved.length} walls followed`,
    message: [moved.map((m) => `${m.wall} by ${m.by}${m.now ? `, ${m.was} → ${m.now} long` : ""}`).join("; "), stay]
      .filter(Boolean)
      .join(". "),
    autoClose: 12000,
  });
}

/** Pieces already cut that the edit changes come first. */
function sayRecut({ cut, others }: Job["changed"]) {
  if (cut.length === 0) return;
  const bare = (t: string) => t.replace(/ (in|mm)$/, "");
  notifications.show({
    color: "crayon",
    title: cut.length === 1 ? "A piece already cut changes" : `${cut.length} pieces already cut change`,
    message: `${cut
      .slice(0, 8)
      .map((c) => (c.now ? `${c.member}: ${bare(c.was ?? "new")} → ${bare(c.now)}` : `${c.member}: no longer there`))
      .join("; ")}${cut.length > 8 ? " …" : ""}${others > 0 ? `. ${others} not cut yet change too.` : ""}`,
    autoClose: false,
  });
}

/** Makes one edit to the job at the revision on screen; the plan follows. */
export function useEdit(id: string) {
  const cache = useQueryClient();
  return useMutation({
    scope: { id: `edit-${id}` }, // one after the other, so that each names the revision the last one made
    mutationFn: (edit: Edit) => {
      const job = cache.getQueryData<Job>(["job", id]);
      return send(id, `"${job?.revision ?? 0}"`, edit);
    },
    onSuccess: (job) => {
      sayMoved(job);
      sayRecut(job.changed);
      cache.setQueryData(["job", id], job);
      cache.invalidateQueries({ queryKey: ["plan", id] });
      cache.invalidateQueries({ queryKey: ["room", id] });
      cache.invalidateQueries({ queryKey: ["jobs"] });
    },
    onError: () => {
      cache.invalidateQueries({ queryKey: ["job", id] });
      cache.invalidateQueries({ queryKey: ["plan", id] });
    },
  });
}

export interface Tick {
  member: string;
  length: string;
  undone?: boolean;
}

/** Ticks pieces as cut, or takes ticks back. */
export function useTick(id: string) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: async (ticks: Tick[]) => {
      for (const t of ticks)
        await got(outliving(t).POST("/api/jobs/{id}/cuts", { params: { path: { id } }, body: { id: newId(), ...t } }));
    },
    onSettled: () => cache.invalidateQueries({ queryKey: ["plan", id] }),
  });
}
