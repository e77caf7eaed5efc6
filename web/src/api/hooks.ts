import { useInfiniteQuery, useQuery, useQueryClient } from "@tanstack/react-query";
import { v7 as newId } from "uuid";
import { api, got, type Job, type PlanBody, type RoomBody, type Survey } from "./client";

export { newId };

/** Pages of the crew's jobs, those whose names hold some words. */
export const useJobs = (named: string) =>
  useInfiniteQuery({
    queryKey: ["jobs", named],
    queryFn: ({ pageParam }) => got(api.GET("/api/jobs", { params: { query: { named: named || undefined, after: pageParam } } })),
    initialPageParam: undefined as string | undefined,
    getNextPageParam: (page) => page.next,
    placeholderData: (before) => before,
    // counts that an earlier version left out are being worked out
    refetchInterval: (q) => (q.state.data?.pages.some((p) => p.jobs.some((j) => !j.counted)) ? 1500 : false),
  });

/** Shop rules: the crew's own, then those that come with the application. */
export const useShops = () => useQuery({ queryKey: ["shops"], queryFn: async () => (await got(api.GET("/api/shops"))).shops });

export const useBin = () => useQuery({ queryKey: ["bin"], queryFn: async () => (await got(api.GET("/api/bin"))).jobs });

export const useJob = (id: string) => {
  const cache = useQueryClient();
  return useQuery({
    queryKey: ["job", id],
    queryFn: async () => {
      const job = await got(api.GET("/api/jobs/{id}", { params: { path: { id } } }));
      return newer(cache.getQueryData<Job>(["job", id]), job);
    },
  });
};

/** What an edit that was answered meanwhile brought is newer than what was asked for before it. */
const newer = <T extends { revision: number }>(known: T | undefined, read: T): T =>
  known && known.revision > read.revision ? known : read;

export const usePlan = (id: string) => {
  const cache = useQueryClient();
  return useQuery({
    queryKey: ["plan", id],
    queryFn: async () =>
      newer(cache.getQueryData<PlanBody>(["plan", id]), await got(api.GET("/api/jobs/{id}/plan", { params: { path: { id } } }))),
    placeholderData: (before) => before,
  });
};

export const useRoom = (id: string) => {
  const cache = useQueryClient();
  return useQuery({
    queryKey: ["room", id],
    queryFn: async () =>
      newer(cache.getQueryData<RoomBody>(["room", id]), await got(api.GET("/api/jobs/{id}/room", { params: { path: { id } } }))),
    placeholderData: (before) => before,
  });
};

/** The lists of what was found: one entry each is given anew or taken out. */
export type Part = "walls" | "zones" | "hidden" | "instruments" | "joists" | "obstructions" | "pockets" | "stairs";
export type Entry = { id: string } & Record<string, unknown>;
export const partOf = (job: Job, part: Part) => (job.document.survey?.[part as keyof Survey] ?? []) as unknown as Entry[];
