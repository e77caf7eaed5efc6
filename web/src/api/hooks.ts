import { useQuery, useQueryClient } from "@tanstack/react-query";
import { v7 as newId } from "uuid";
import { api, got, type Job, type Survey } from "./client";

export { newId };

export const useJobs = () =>
  useQuery({
    queryKey: ["jobs"],
    queryFn: async () => (await got(api.GET("/api/jobs"))).jobs,
    // counts that an earlier version left out are being worked out
    refetchInterval: (q) => (q.state.data?.some((j) => !j.counted) ? 1500 : false),
  });

export const useBin = () => useQuery({ queryKey: ["bin"], queryFn: async () => (await got(api.GET("/api/bin"))).jobs });

export const useJob = (id: string) => {
  const cache = useQueryClient();
  return useQuery({
    queryKey: ["job", id],
    queryFn: async () => {
      const job = await got(api.GET("/api/jobs/{id}", { params: { path: { id } } }));
      // an edit that was answered meanwhile is newer than what was asked for before it
      const known = cache.getQueryData<Job>(["job", id]);
      return known && known.revision > job.revision ? known : job;
    },
  });
};

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
export type Part = "walls" | "zones" | "hidden" | "instruments" | "joists" | "obstructions";
export type Entry = { id: string } & Record<string, unknown>;
export const partOf = (job: Job, part: Part) => (job.document.survey?.[part as keyof Survey] ?? []) as unknown as Entry[];
