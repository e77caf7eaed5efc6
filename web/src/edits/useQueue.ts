import { notifications } from "@mantine/notifications";
import { type QueryClient, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Edited, Job, PlanBody, RoomBody } from "../api/client";
import { planAfter, roomAfter } from "./followed";
import { queueOf, type Waiting } from "./queue";
import { tellMade } from "./tellMade";

/** Edits in the words they were typed in, so that nothing is lost when they are refused. */
const typed = (w: Waiting) =>
  w.edits
    .slice(0, 3)
    .map((e) => {
      if (e.do === "add-reading")
        return `${e.reading.kind} ${e.reading.place?.wall ? `on wall ${e.reading.place.wall} at ${e.reading.place.station}` : ""}: ${e.reading.value}`;
      if (e.do === "add-tie") return `tape ${e.tie.from} to ${e.tie.to}: ${e.tie.value ?? e.tie.degrees}`;
      if (e.do === "cut") return `${e.cut.member}, cut at ${e.cut.came ?? e.cut.length}`;
      return e.do.replace("-", " ");
    })
    .join("; ");

/** Lays what an edit changed over plan and room as they are here; what can't be laid is read again. */
function follow(cache: QueryClient, id: string, e: Edited) {
  const plan = e.follows && planAfter(cache.getQueryData<PlanBody>(["plan", id]), e.follows, e.revision);
  if (plan) cache.setQueryData(["plan", id], plan);
  else cache.invalidateQueries({ queryKey: ["plan", id] });
  const room = e.follows && roomAfter(cache.getQueryData<RoomBody>(["room", id]), e.follows, e.revision);
  if (room) cache.setQueryData(["room", id], room);
  if (!room || e.follows?.later) cache.invalidateQueries({ queryKey: ["room", id] });
}

/** Ties a job's queue to what is on screen: what is made shows, what is refused later is said. */
export function useQueue(id: string) {
  const cache = useQueryClient();
  useEffect(() => {
    const queue = queueOf(id);
    queue.onMade = (e) => {
      const { id: job, revision, document, mended } = e;
      cache.setQueryData<Job>(["job", id], (was) =>
        was && was.revision > revision ? was : { id: job, revision, document, mended },
      );
      cache.setQueryData(["offers", id], { undo: e.undo, redo: e.redo });
      follow(cache, id, e);
      cache.invalidateQueries({ queryKey: ["log", id] });
      cache.invalidateQueries({ queryKey: ["jobs"] });
      tellMade(e);
    };
    queue.onRefused = (w, p) => {
      cache.invalidateQueries({ queryKey: ["job", id] });
      notifications.show({
        color: "crayon",
        title: "What was kept here can't be taken now",
        message: `${typed(w)}. ${p.message}`,
        autoClose: false,
      });
    };
    queue.document = () => cache.getQueryData<Job>(["job", id])?.document;
    return () => {
      queue.onMade = () => {};
    };
  }, [id, cache]);
}
