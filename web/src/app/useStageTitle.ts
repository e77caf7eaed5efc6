import { useDocumentTitle } from "@mantine/hooks";
import { useEffect, useRef } from "react";

const named = (stage: string) => stage.charAt(0).toUpperCase() + stage.slice(1);

/** Gives the page its title, and the focus to what was navigated to: a keyboard goes on there, a reader says it. */
export function useStageTitle(stage: string, job?: string) {
  useDocumentTitle([stage && named(stage), job, "Homalos"].filter(Boolean).join(" · "));
  const main = useRef<HTMLElement>(null);
  const before = useRef(stage);
  useEffect(() => {
    if (before.current === stage) return;
    before.current = stage;
    const now = document.activeElement;
    // a field that took the focus itself keeps it
    if (!main.current?.contains(now)) main.current?.focus({ preventScroll: true });
  }, [stage]);
  return main;
}
