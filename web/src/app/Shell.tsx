import { ActionIcon, Menu, Tooltip, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import {
  IconAdjustments,
  IconArrowBackUp,
  IconArrowForwardUp,
  IconDownload,
  IconHistory,
  IconHome,
  IconMoon,
  IconSun,
} from "@tabler/icons-react";
import { Suspense, useEffect, useState } from "react";
import { Link, NavLink, Outlet, useLocation, useOutletContext, useParams, useSearchParams } from "react-router";
import type { PlanBody } from "../api/client";
import { useJob, usePlan } from "../api/hooks";
import { withTicks } from "../edits/optimistic";
import { type Shown, useShown, useWaiting } from "../edits/useEdits";
import { useHistory } from "../edits/useHistory";
import { useLive } from "../edits/useLive";
import { useQueue } from "../edits/useQueue";
import { LineDown } from "./LineDown";
import { ofStand } from "./raised";
import { Settings } from "./Settings";
import { StageBoundary } from "./StageBoundary";
import { Failed, Loading } from "./States";
import { useStageTitle } from "./useStageTitle";
import { WhatWasDone } from "./WhatWasDone";
import { meanings, Words } from "./words";

const stages = ["read", "line", "mark", "cut", "stand", "prove"] as const;

export function SchemeSwitch() {
  const { setColorScheme } = useMantineColorScheme();
  const dark = useComputedColorScheme("light") === "dark";
  return (
    <Tooltip label={dark ? "Light" : "Dark, for basements"}>
      <ActionIcon
        size={48}
        variant="subtle"
        color="gray"
        aria-label="Light or dark"
        onClick={() => setColorScheme(dark ? "light" : "dark")}
      >
        {dark ? <IconSun /> : <IconMoon />}
      </ActionIcon>
    </Tooltip>
  );
}

interface Holds {
  count: number;
  word: string;
  look: string;
}

/** What still holds each stage up. */
function holdsOf(plan?: PlanBody): Partial<Record<(typeof stages)[number], Holds>> {
  if (!plan) return {};
  const all = [...plan.plan.walls, ...(plan.plan.cutIns ?? []), ...(plan.plan.closings ?? []), ...(plan.plan.floors ?? [])];
  const members = all.flatMap((w) => w.members);
  const held = members.filter((m) => m.state === "measure-first").length;
  const stops = all.flatMap((w) => w.findings).filter((f) => f.level === "stop" && !ofStand(f)).length;
  const raised = [...plan.plan.findings, ...plan.plan.walls.flatMap((w) => w.findings)].filter(
    (f) => f.level !== "note" && ofStand(f),
  );
  const decide = plan.plan.walls.flatMap((w) => w.advice ?? []).filter((a) => a.level !== "note").length;
  const mend =
    plan.plan.remedies.filter((r) => r.do !== "fits").length + plan.plan.checks.filter((c) => c.state === "mend").length;
  const open = plan.saw
    .filter((c) => c.state === "ready")
    .flatMap((c) => c.pieces)
    .filter((p) => !p.cut).length;
  return {
    read: { count: held, word: "held", look: "is-held" },
    line: { count: decide, word: "open", look: "is-held" },
    mark: { count: stops, word: stops === 1 ? "stop" : "stops", look: "is-stop" },
    stand: { count: raised.length, word: "to settle", look: "is-held" },
    cut: { count: open, word: "to cut", look: "quiet" },
    prove: { count: mend, word: "to mend", look: "is-held" },
  };
}

function StoryPole({ plan }: { plan?: PlanBody }) {
  const holds = holdsOf(plan);
  const [search] = useSearchParams();
  const wall = search.get("wall");
  return (
    <nav className="pole" aria-label="Stages of the work">
      {stages.map((s) => {
        const h = holds[s];
        return (
          <NavLink
            key={s}
            to={{ pathname: s, search: wall ? `?wall=${encodeURIComponent(wall)}` : "" }}
            className={({ isActive }) => (isActive ? "here" : "")}
          >
            {({ isActive }) => (
              <>
                {s[0]?.toUpperCase() + s.slice(1)}
                {isActive && (
                  <svg className="crayon" viewBox="0 0 46 7" aria-hidden="true">
                    <path
                      d="M1 4.6C9 1.6 14 5.8 22 3.4S36 2 45 4.2"
                      stroke="#c4402b"
                      strokeWidth="3.4"
                      fill="none"
                      strokeLinecap="round"
                    />
                  </svg>
                )}
                {h && h.count > 0 && (
                  <span className={`holds ${h.look}`} title={meanings.find((m) => m.term === h.word)?.means}>
                    {h.count} {h.word}
                  </span>
                )}
              </>
            )}
          </NavLink>
        );
      })}
    </nav>
  );
}

export interface JobContext {
  id: string;
  job: Shown;
  plan: PlanBody;
  wall: number;
  setWall: (id: string) => void;
}
export const useJobContext = () => useOutletContext<JobContext>();

function Header({ job, plan }: { job: Shown; plan?: PlanBody }) {
  const { last, undo, next, redo } = useHistory(job);
  const [open, setOpen] = useState<"rules" | "log">();
  const d = job.document;
  useHotkeys([
    ["mod+Z", undo],
    ["mod+shift+Z", redo],
    ["mod+Y", redo],
  ]);
  return (
    <header>
      <ActionIcon component={Link} to="/" size={48} variant="subtle" color="gray" aria-label="All jobs">
        <IconHome />
      </ActionIcon>
      <div className="grow">
        <h1 className="clip">{d.name}</h1>
        <div className="quiet clip" style={{ fontSize: 14 }}>
          {d.units === "metric" ? "millimetres" : "inches"}, revision {job.revision}
        </div>
      </div>
      <Tooltip label={last ? `Take back: ${last} (Ctrl Z)` : "Nothing of yours to take back"}>
        <ActionIcon size={48} variant="subtle" color="gray" aria-label="Undo" disabled={!last} onClick={undo}>
          <IconArrowBackUp />
        </ActionIcon>
      </Tooltip>
      <Tooltip label={next ? `Make again: ${next} (Ctrl Shift Z)` : "Nothing to make again"}>
        <ActionIcon
          size={48}
          variant="subtle"
          color="gray"
          aria-label="Redo"
          className={next ? "" : "wide-only"}
          disabled={!next}
          onClick={redo}
        >
          <IconArrowForwardUp />
        </ActionIcon>
      </Tooltip>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon size={48} variant="subtle" color="gray" aria-label="Rules, lumber and export">
            <IconAdjustments />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconAdjustments size={18} />} onClick={() => setOpen("rules")}>
            Rules and lumber
          </Menu.Item>
          <Menu.Item leftSection={<IconHistory size={18} />} onClick={() => setOpen("log")}>
            What was done
          </Menu.Item>
          <Menu.Item
            leftSection={<IconDownload size={18} />}
            component="a"
            href={`/api/jobs/${job.id}/document`}
            download={`${d.name}.json`}
          >
            Export the job
          </Menu.Item>
        </Menu.Dropdown>
      </Menu>
      <span className="wide-only">
        <SchemeSwitch />
      </span>
      {open === "rules" && plan && <Settings job={job} usual={plan.usual} close={() => setOpen(undefined)} />}
      {open === "log" && <WhatWasDone job={job} close={() => setOpen(undefined)} />}
    </header>
  );
}

/** One job: the pole, the head and the stage that is open. */
export function JobShell() {
  const { id = "" } = useParams();
  const job = useJob(id);
  const plan = usePlan(id);
  const shown = useShown(job.data, id);
  const line = useLive(id, job.data?.revision);
  useQueue(id);
  const { mended } = job.data ?? {};
  useEffect(() => {
    // it is said once: it stays until it is read
    if (mended)
      notifications.show({ id: "mended", color: "ochre", title: "Damage was mended", message: mended, autoClose: false });
  }, [mended]);
  const [search, setSearch] = useSearchParams();
  const stage = useLocation().pathname.split("/")[3] ?? "";
  const main = useStageTitle(stage, shown?.document.name);
  const walls = shown?.document.walls ?? [];
  const wall = Math.max(
    0,
    walls.findIndex((w) => w.id === search.get("wall")),
  );
  const setWall = (w: string) => setSearch((s) => ({ ...Object.fromEntries(s), wall: w }), { replace: true });
  const error = job.error ?? plan.error;
  const waiting = useWaiting(id);
  const planned =
    plan.data &&
    withTicks(
      plan.data,
      waiting.flatMap((w) => w.edits),
    );
  const ready = shown && planned && { id, job: shown, plan: planned, wall, setWall };
  return (
    <Words value={shown?.document.rules?.words ?? "plain"}>
      <div className="shell">
        <StoryPole plan={planned} />
        {shown ? <Header job={shown} plan={plan.data} /> : <header />}
        <main ref={main} tabIndex={-1}>
          <LineDown id={id} line={line} />
          {error && !ready ? (
            <Failed
              error={error}
              again={() => {
                job.refetch();
                plan.refetch();
              }}
            />
          ) : ready ? (
            <>
              {error && line !== "broken" && <Failed error={error} again={() => plan.refetch()} />}
              <StageBoundary key={stage}>
                <Suspense fallback={<Loading />}>
                  <Outlet context={ready satisfies JobContext} />
                </Suspense>
              </StageBoundary>
            </>
          ) : (
            <Loading />
          )}
        </main>
      </div>
    </Words>
  );
}
