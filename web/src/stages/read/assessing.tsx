import { Button } from "@mantine/core";
import type { Assess as Entered } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";

/** Keeps a change of the assessment. */
export function useAssess() {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const before = job.document.assess ?? {};
  return {
    assess: before,
    busy: edits.isPending,
    keep: (by: Partial<Entered>) =>
      edits.make({ do: "put-assess", assess: { ...before, ...by } }).then(
        () => true,
        (e) => {
          tell(e);
          return false;
        },
      ),
  };
}

/** A small button for the edits of this page. */
export function Do({ children, go, off }: { children: string; go: () => void; off?: boolean }) {
  return (
    <Button h={48} variant="light" onClick={go} disabled={off}>
      {children}
    </Button>
  );
}
