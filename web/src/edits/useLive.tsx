import { notifications } from "@mantine/notifications";
import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useState } from "react";
import type { Job, LogStep } from "../api/client";
import { Said } from "../drawing/Len";
import { device } from "./me";
import { queueOf } from "./queue";
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
    if (!ready || typeof EventSource === "undefined") return;
    let last = revision;
    let source: EventSource;
    let again: ReturnType<typeof setTimeout>;
    const open = () => {
      source = new EventSource(`/api/jobs/${id}/events?after=${last}`);
      source.addEventListener("open", () => {
        setLine("open");
        queueOf(id).soon();
      });
      source.addEventListener("step", (e) => {
        const step: LogStep = JSON.parse((e as MessageEvent).data);
        last = Math.max(last, step.revision);
        const known = cache.getQueryData<Job>(["job", id])?.revision ?? 0;
        if (step.revision <= known) return; // one's own, acknowledged already
        if (step.device !== device)
          notifications.show({
            message: <Said text={step.by ? `${step.by}: ${step.said}` : step.said} />,
            autoClose: 6000,
            className: "elsewhere",
          });
        whenIdle(refresh);
      });
      source.addEventListener("gone", () => {
        setLine("gone");
        source.close();
      });
      source.addEventListener("error", () => {
        if (source.readyState === EventSource.CLOSED) again = setTimeout(open, 2000);
        setLine((was) => (was === "gone" ? was : "broken"));
      });
    };
    open();
    // a page that is left may be kept whole by the browser, its stream with it: six of them, and no request goes out any more
    const leave = () => {
      clearTimeout(again);
      source.close();
    };
    const back = (e: PageTransitionEvent) => e.persisted && open();
    window.addEventListener("pagehide", leave);
    window.addEventListener("pageshow", back);
    return () => {
      window.removeEventListener("pagehide", leave);
      window.removeEventListener("pageshow", back);
      leave();
    };
  }, [id, ready, cache, refresh]);
  return line;
}
