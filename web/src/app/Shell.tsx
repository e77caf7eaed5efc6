import { ActionIcon, Menu, Tooltip, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { IconAdjustments, IconArrowBackUp, IconDownload, IconHome, IconMoon, IconSun } from "@tabler/icons-react";
import { useState } from "react";
import { Link, NavLink, Outlet, useOutletContext, useParams, useSearchParams } from "react-router";
import type { Job, PlanBody } from "../api/client";
import { useJob, usePlan } from "../api/hooks";
import { Settings } from "./Settings";
import { Failed, Loading } from "./States";
import { UndoProvider, useUndo } from "./undo";

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
  const members = plan.plan.walls.flatMap((w) => w.members);
  const held = members.filter((m) => m.state === "measure-first").length;
  const stops = plan.plan.walls.flatMap((w) => w.findings).filter((f) => f.level === "stop").length;
  const decide = plan.plan.walls.flatMap((w) => w.advice ?? []).filter((a) => a.level !== "note").length;
  const open = plan.saw
    .filter((c) => c.state === "ready")
    .flatMap((c) => c.pieces)
    .filter((p) => !p.cut).length;
  return {
    read: { count: held, word: "held", look: "is-held" },
    line: { count: decide, word: "open", look: "is-held" },
    mark: { count: stops, word: stops === 1 ? "stop" : "stops", look: "is-stop" },
    cut: { count: open, word: "to cut", look: "quiet" },
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
                  <span className={`holds ${h.look}`}>
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
  job: Job;
  plan: PlanBody;
  wall: number;
  setWall: (id: string) => void;
}
export const useJobContext = () => useOutletContext<JobContext>();

function Header({ job, plan }: { job: Job; plan?: PlanBody }) {
  const { last, undo } = useUndo();
  const [settings, setSettings] = useState(false);
  const d = job.document;
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
      <Tooltip label={last ? `Take back: ${last.label} (Ctrl Z)` : "Nothing to take back"}>
        <ActionIcon size={48} variant="subtle" color="gray" aria-label="Undo" disabled={!last} onClick={undo}>
          <IconArrowBackUp />
        </ActionIcon>
      </Tooltip>
      <Menu position="bottom-end">
        <Menu.Target>
          <ActionIcon size={48} variant="subtle" color="gray" aria-label="Rules, lumber and export">
            <IconAdjustments />
          </ActionIcon>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Item leftSection={<IconAdjustments size={18} />} onClick={() => setSettings(true)}>
            Rules and lumber
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
      {settings && plan && <Settings job={job} usual={plan.usual} close={() => setSettings(false)} />}
    </header>
  );
}

/** One job: the pole, the head and the stage that is open. */
export function JobShell() {
  const { id = "" } = useParams();
  const job = useJob(id);
  const plan = usePlan(id);
  const [search, setSearch] = useSearchParams();
  const walls = job.data?.document.walls ?? [];
  const wall = Math.max(
    0,
    walls.findIndex((w) => w.id === search.get("wall")),
  );
  const setWall = (w: string) => setSearch((s) => ({ ...Object.fromEntries(s), wall: w }), { replace: true });
  const error = job.error ?? plan.error;
  return (
    <UndoProvider key={id}>
      <div className="shell">
        <StoryPole plan={plan.data} />
        {job.data ? <Header job={job.data} plan={plan.data} /> : <header />}
        <main>
          {error && !(job.data && plan.data) ? (
            <Failed
              error={error}
              again={() => {
                job.refetch();
                plan.refetch();
              }}
            />
          ) : job.data && plan.data ? (
            <>
              {error && <Failed error={error} again={() => plan.refetch()} />}
              <Outlet context={{ id, job: job.data, plan: plan.data, wall, setWall } satisfies JobContext} />
            </>
          ) : (
            <Loading />
          )}
        </main>
      </div>
    </UndoProvider>
  );
}
