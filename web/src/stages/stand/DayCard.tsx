import { Button, Checkbox, Group, TextInput } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { type FormEvent, useState } from "react";
import type { PlanDay, PlanDayTask } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { called } from "./called";
import { useSchedule } from "./useSchedule";

const minutes = (clock: string) => {
  const [h = 0, m = 0] = clock.split(":").map(Number);
  return 60 * h + m;
};

const lanes = ["saw", "floor", "ladder"] as const;

/** One working day: where the work lies in its hours, then each task, and what has to be there that morning. */
export function DayCard({ day, hours }: { day: PlanDay; hours: [from: number, to: number] }) {
  const { job } = useJobContext();
  const [open, setOpen] = useState<string>();
  const here = day.wood.length + day.tools.length > 0 || (day.boards ?? 0) > 0;
  return (
    <section className="day" aria-label={day.said}>
      <header>
        <h3>{day.said}</h3>
        <span className="quiet">
          {day.there} {day.there === 1 ? "person" : "people"} there
        </span>
        <span className="grow" />
        <a
          className="day-print"
          href={`/api/jobs/${job.id}/stand.pdf?day=${day.number}`}
          target="_blank"
          rel="noreferrer"
          aria-label={`Day sheet of ${day.said}`}
        >
          <IconPrinter size={20} /> Day sheet
        </a>
      </header>
      {day.lost && <p className="is-stop">Nothing is done on this day.</p>}
      {day.tasks.length > 0 && <Hours day={day} hours={hours} />}
      <div className="day-body">
        <ol className="day-tasks">
          {day.tasks.map((t) => (
            <li key={t.task + t.from} className={`${t.hangs ? "hangs" : ""} ${t.done ? "done" : ""}`}>
              <button type="button" aria-expanded={open === t.task} onClick={() => setOpen(open === t.task ? undefined : t.task)}>
                <span className="day-clock">
                  {t.from} <small>to {t.to}</small>
                </span>
                <span className="day-wall">{t.wall}</span>
                <span className="grow">
                  {t.said}
                  {t.begun && <small> goes on</small>}
                  {t.goesOn && <small> not done today</small>}
                  {t.done && <small> done</small>}
                </span>
                <small>
                  {t.role}
                  {t.people > 1 && `, ${t.people} people`}
                </small>
              </button>
              {open === t.task && <OneTask t={t} date={day.date} close={() => setOpen(undefined)} />}
            </li>
          ))}
        </ol>
        <div className="day-needs">
          {day.notes.length > 0 && (
            <>
              <h4>Today</h4>
              <ul>
                {day.notes.map((n) => (
                  <li key={n}>{n}</li>
                ))}
              </ul>
            </>
          )}
          {here && (
            <>
              <h4>Here this morning</h4>
              <ul>
                {day.wood.map((w) => (
                  <li key={w.lumber + w.stock}>
                    <b>{w.count}</b> × {w.lumber}, <Len text={bare(w.stock)} />
                  </li>
                ))}
                {(day.boards ?? 0) > 0 && <li>boards for {day.boards} pieces</li>}
                {day.tools.map((x) => (
                  <li key={x}>{x}</li>
                ))}
              </ul>
            </>
          )}
          {day.cautions.length > 0 && (
            <div className="caution">
              {day.cautions.map((c) => (
                <div key={c}>{c}</div>
              ))}
            </div>
          )}
        </div>
      </div>
    </section>
  );
}

/** The day's hours as a stick with a line for each place of work, and on it which wall is worked on. */
function Hours({ day, hours: [from, to] }: { day: PlanDay; hours: [number, number] }) {
  const share = (clock: string) => (100 * (minutes(clock) - from)) / (to - from);
  const marks = Array.from({ length: Math.floor(to / 60) - Math.ceil(from / 60) + 1 }, (_, i) => Math.ceil(from / 60) + i);
  const rows = lanes.flatMap((role) => {
    const free: PlanDayTask[][] = [];
    for (const t of day.tasks.filter((x) => x.role === role)) {
      const row = free.find((r) => minutes(r.at(-1)?.to ?? "0:0") <= minutes(t.from));
      if (row) row.push(t);
      else free.push([t]);
    }
    return free.map((tasks, i) => ({ role, tasks, first: i === 0 }));
  });
  return (
    <div className="day-hours" aria-hidden="true">
      {rows.map((r) => (
        <div key={r.role + r.tasks[0]?.task} className="day-lane">
          <span>{r.first ? r.role : ""}</span>
          <div>
            {r.tasks.map((t) => (
              <i
                key={t.task + t.from}
                className={`${t.hangs ? "hangs" : ""} ${t.done ? "done" : ""}`}
                style={{ left: `${share(t.from)}%`, width: `${share(t.to) - share(t.from)}%` }}
              >
                {t.wall}
              </i>
            ))}
          </div>
        </div>
      ))}
      <div className="day-lane day-scale">
        <span />
        <div>
          {marks.map((h) => (
            <b key={h} style={{ left: `${(100 * (60 * h - from)) / (to - from)}%` }}>
              {h}
            </b>
          ))}
        </div>
      </div>
    </div>
  );
}

const number = (v: string) => (v.trim() === "" ? undefined : Number(v.replace(",", ".")));

/** What is to be said of a task: that it is done, in how many hours; or that it slips. */
function OneTask({ t, date, close }: { t: PlanDayTask; date: string | undefined; close: () => void }) {
  const { job, plan } = useJobContext();
  const { schedule, put, make } = useSchedule();
  const one = plan.plan.planned.tasks.find((x) => x.task === t.task);
  const [hours, setHours] = useState("");
  const [on, setOn] = useState(date ?? "");
  const [part, setPart] = useState(false);
  const [more, setMore] = useState("");
  const [from, setFrom] = useState("");
  const [why, setWhy] = useState("");
  const send = (done: Promise<unknown>, e: FormEvent) => {
    e.preventDefault();
    done.then((ok) => ok && close());
  };
  if (!one) return null;
  const dated = date !== undefined;
  const named = (id: string) => called(plan.plan.planned.tasks, id);
  return (
    <div className="day-one">
      <p>
        {one.hours} h of one person,{" "}
        {one.own ? "by the crew's own figures." : `a starting value: ${plan.plan.planned.times} times what a new building takes.`}{" "}
        {one.after.length > 0 && `It waits for ${one.after.map(named).join("; ")}. `}
        {one.hangs
          ? "The end hangs on it."
          : (one.spare ?? 0) > 0 && `It could begin ${one.spare} h later without the end moving.`}
      </p>
      {t.done ? (
        <Button
          h={48}
          variant="default"
          onClick={() => {
            const line = doneLine(t.task);
            if (line) make({ do: "remove-worked", worked: line }).catch(tell);
          }}
        >
          Not done after all
        </Button>
      ) : (
        <>
          <form
            onSubmit={(e) =>
              send(
                make({
                  do: "worked",
                  worked: {
                    task: t.task,
                    hours: number(hours) ?? (one.hours ?? 0) / t.people,
                    people: t.people,
                    on,
                    part: part || undefined,
                  },
                }).catch(tell),
                e,
              )
            }
          >
            <Group gap="sm" align="flex-end">
              <TextInput
                size="md"
                w={150}
                label="Hours it took"
                inputMode="decimal"
                placeholder={String(Math.round(((one.hours ?? 0) / t.people) * 4) / 4)}
                value={hours}
                onChange={(e) => setHours(e.currentTarget.value)}
              />
              <TextInput size="md" w={170} label="On" type="date" value={on} onChange={(e) => setOn(e.currentTarget.value)} />
              <Checkbox
                size="md"
                mb={12}
                label="not done yet"
                checked={part}
                onChange={(e) => setPart(e.currentTarget.checked)}
              />
              <Button type="submit" h={48} disabled={on === "" || (part && hours === "") || Number.isNaN(number(hours))}>
                {part ? "Write it down" : "It is done"}
              </Button>
            </Group>
          </form>
          <form
            onSubmit={(e) => {
              const slip = { task: t.task, hours: number(more), from: from || undefined, why: why || undefined };
              send(put({ slips: [...(schedule.slips ?? []), slip] }), e);
            }}
          >
            <Group gap="sm" align="flex-end">
              <TextInput
                size="md"
                w={150}
                label="Hours longer"
                inputMode="decimal"
                value={more}
                onChange={(e) => setMore(e.currentTarget.value)}
              />
              {dated && (
                <TextInput
                  size="md"
                  w={170}
                  label="or not before"
                  type="date"
                  value={from}
                  onChange={(e) => setFrom(e.currentTarget.value)}
                />
              )}
              <TextInput size="md" w={190} label="Why" value={why} onChange={(e) => setWhy(e.currentTarget.value)} />
              <Button
                type="submit"
                h={48}
                variant="default"
                disabled={(more === "" && from === "") || Number.isNaN(number(more))}
              >
                It slips
              </Button>
            </Group>
          </form>
        </>
      )}
    </div>
  );

  function doneLine(task: string) {
    return job.document.record?.worked?.findLast((w) => w.task === task && !w.part)?.id;
  }
}
