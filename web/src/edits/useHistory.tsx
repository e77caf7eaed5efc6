import { notifications } from "@mantine/notifications";
import { useQuery } from "@tanstack/react-query";
import { api, got, type Offers } from "../api/client";
import { tell } from "../app/say";
import { Said } from "../drawing/Len";
import { device } from "./me";
import { queueOf } from "./queue";
import { type Shown, useEdits, useWaiting } from "./useEdits";

export const useLog = (id: string) =>
  useQuery({
    queryKey: ["log", id],
    queryFn: () => got(api.GET("/api/jobs/{id}/log", { params: { path: { id }, query: { device } } })),
  });

/** What undo and redo do next on this device; the server keeps count, so it outlives the page. */
export function useHistory(job: Shown) {
  const waiting = useWaiting(job.id);
  const edits = useEdits(job);
  const offers = useQuery<Offers>({
    queryKey: ["offers", job.id],
    queryFn: () => got(api.GET("/api/jobs/{id}/log", { params: { path: { id: job.id }, query: { device, most: 1 } } })),
  });
  const newest = waiting.at(-1);
  const turning = waiting.some((w) => w.edits.some((e) => e.do === "undo" || e.do === "redo"));
  const turn = (way: "undo" | "redo", edit: string, said: string) =>
    edits
      .make({ do: way, edit })
      .then(
        () => void notifications.show({ message: <Said text={`${way === "undo" ? "Taken back" : "Made again"}: ${said}`} /> }),
        tell,
      );
  const { undo, redo } = offers.data ?? {};
  /** what undo would take back, in words; nothing while one is on its way */
  const last = turning ? undefined : newest ? "the last change" : undo?.said;
  return {
    last,
    next: turning || newest ? undefined : redo?.said,
    undo: () => {
      if (turning) return;
      if (!newest) {
        if (undo) turn("undo", undo.edit, undo.said);
      } else if (!queueOf(job.id).drop()) turn("undo", newest.edits[0]?.id ?? "", "the last change");
    },
    redo: () => {
      if (!turning && !newest && redo) turn("redo", redo.edit, redo.said);
    },
    /** takes back any step of the log */
    back: (edit: string, said: string) => turn("undo", edit, said),
    again: (edit: string, said: string) => turn("redo", edit, said),
    busy: edits.isPending,
  };
}
