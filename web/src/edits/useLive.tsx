import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import type { Job, LogStep } from "../api/client";
import { Said } from "../drawing/Len";
import { device } from "./me";
import { queueOf } from "./queue";
import { listen } from "./stream";
import { whenIdle } from "./typing";

/** How the line to the server is. */
export type Line = "open" | "broken" | "gone";

/**
 * Follows what is done to a job on other devices, as it happens: it is named, and shown as soon as no hand is typing.
 * A stream that broke off goes on from the last revision known.
 */
export function useLive(id: string, revision = 0): Line {
  const cache = useQueryClient();
  const [line, setLine] = useState<Line>("open");
  const refresh = useCallback(() => {
    for (const key of ["job", "plan", "room", "offers", "log"]) cache.invalidateQueries({ queryKey: [key, id] });
    cache.invalidateQueries({ queryKey: ["jobs"] });
  }, [cache, id]);
  const ready = revision > 0;
  // biome-ignore lint/correctness/useExhaustiveDependencies: it starts at the revision there is then; the stream keeps count
  useEffect(() => {
    if (!ready) return;
    return listen({ job: id, after: revision }, (h) => {
      switch (h.what) {
        case "line":
          setLine((was) => (was === "gone" ? was : (h.event as Line)));
          if (h.event === "open") queueOf(id).soon();
          break;
        case "step": {
          const step = h.event as LogStep;
          const known = cache.getQueryData<Job>(["job", id])?.revision ?? 0;
          if (step.revision <= known) break; // one's own, acknowledged already
          if (step.device !== device)
            notifications.show({
              message: <Said text={step.by ? `${step.by}: ${step.said}` : step.said} />,
              autoClose: 6000,
              className: "elsewhere",
            });
          whenIdle(refresh);
          break;
        }
        case "back": // restored from a backup: what is known here is newer than what there is
          for (const key of ["job", "plan", "room", "offers", "log"]) cache.resetQueries({ queryKey: [key, id] });
          notifications.show({
            color: "crayon",
            message: "This job was set back to an earlier state. This is it.",
            autoClose: 12000,
          });
          break;
        case "gone":
          setLine("gone");
      }
    });
  }, [id, ready, cache, refresh]);
  return line;
}
