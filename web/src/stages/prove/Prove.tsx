import { Button, SegmentedControl } from "@mantine/core";
import { IconFileText } from "@tabler/icons-react";
import { lazy, Suspense, useEffect, useRef } from "react";
import { useSearchParams } from "react-router";
import { useJobContext } from "../../app/Shell";
import { Loading } from "../../app/States";
import { Book } from "./Book";
import { OpenList } from "./OpenList";
import "./prove.css";
import { Remedies } from "./Remedies";
import { Walk } from "./Walk";

const Figures = lazy(() => import("./Figures"));

/** Check it, write it down, survive a changed reading. */
export default function Prove() {
  const { job, plan } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const view = search.get("view") ?? "walk";
  const mend = plan.plan.remedies.filter((r) => r.do !== "fits").length;
  const open = plan.plan.openList.filter((o) => !o.settled).length;
  const count = (text: string, n: number) => (n > 0 ? `${text} (${n})` : text);
  const row = useRef<HTMLDivElement>(null);
  // on a phone the row runs on beyond the screen
  // biome-ignore lint/correctness/useExhaustiveDependencies: it is the view that moves it
  useEffect(() => {
    row.current?.querySelector("[data-active]")?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [view]);
  const show = (v: string) =>
    setSearch(
      (now) => {
        const { view: _, check: __, ...rest } = Object.fromEntries(now);
        return v === "walk" ? rest : { ...rest, view: v };
      },
      { replace: true },
    );
  return (
    <div className="prove">
      <div className="prove-head no-print">
        <div className="prove-views" ref={row}>
          <SegmentedControl
            aria-label="What is shown"
            value={view}
            onChange={show}
            data={[
              { value: "walk", label: "Walk round" },
              { value: "change", label: count("After a change", mend) },
              { value: "open", label: count("Open", open) },
              { value: "log", label: "Log" },
              { value: "figures", label: "Figures" },
            ]}
          />
        </div>
        <Button
          h={48}
          variant="default"
          component="a"
          href={`/api/jobs/${job.id}/report.pdf`}
          target="_blank"
          leftSection={<IconFileText size={20} />}
        >
          Report
        </Button>
      </div>
      {view === "change" ? (
        <Remedies />
      ) : view === "open" ? (
        <OpenList />
      ) : view === "log" ? (
        <Book />
      ) : view === "figures" ? (
        <Suspense fallback={<Loading />}>
          <Figures />
        </Suspense>
      ) : (
        <Walk />
      )}
      <a className="report-link no-print" href={`/api/jobs/${job.id}/report.pdf`} target="_blank" rel="noreferrer">
        The report, to print
      </a>
    </div>
  );
}
