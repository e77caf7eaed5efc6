import { Button, Group, TextInput } from "@mantine/core";
import { IconCalendar, IconPrinter } from "@tabler/icons-react";
import { ofStand } from "../../app/raised";
import { useJobContext } from "../../app/Shell";
import { Told } from "../../drawing/Told";
import { Removable, without } from "../../entry/Removable";
import { called } from "./called";
import { DayCard } from "./DayCard";
import { Habits } from "./Habits";
import { useSchedule } from "./useSchedule";

/** What is done on which day. */
export function Days() {
  const { job, plan } = useJobContext();
  const { schedule, put } = useSchedule();
  const { days, planned } = plan.plan;
  const dated = schedule.calendar?.from;
  const wrong = plan.plan.findings.filter((f) => ofStand(f) && !f.code.startsWith("order-"));
  const hours = span(days.flatMap((d) => d.tasks));
  const held = planned.tasks.filter((t) => t.held && t.kind !== "wait");
  const waits = planned.tasks.filter((t) => t.kind === "wait");
  return (
    <div className="days">
      <header className="days-head">
        <h2>
          {days.length === 0
            ? "No days yet"
            : `${days.length} working ${days.length === 1 ? "day" : "days"}, ends ${planned.ends}`}
        </h2>
        <Group gap="sm" align="flex-end" className="no-print">
          <TextInput
            size="md"
            w={170}
            type="date"
            label="First day"
            value={dated ?? ""}
            onChange={(e) => put({ calendar: { ...schedule.calendar, from: e.currentTarget.value || undefined } })}
          />
          <TextInput
            key={schedule.crew ?? 2}
            size="md"
            w={110}
            inputMode="numeric"
            label="People"
            defaultValue={String(schedule.crew ?? 2)}
            onBlur={(e) => {
              const n = Number(e.currentTarget.value);
              if (Number.isInteger(n) && n > 0 && n !== (schedule.crew ?? 2)) put({ crew: n });
            }}
          />
          <Button
            h={48}
            variant="default"
            component="a"
            href={`/api/jobs/${job.id}/stand.pdf`}
            target="_blank"
            leftSection={<IconPrinter size={20} />}
          >
            All day sheets
          </Button>
          {dated && (
            <Button
              h={48}
              variant="default"
              component="a"
              href={`/api/jobs/${job.id}/days.ics`}
              leftSection={<IconCalendar size={20} />}
            >
              Calendar file
            </Button>
          )}
        </Group>
      </header>
      {!dated && <p className="quiet">Days are counted: give the first day, and they get their dates.</p>}
      {wrong.map((f) => (
        <p
          key={f.code + f.text}
          className={f.level === "note" ? "quiet" : f.level === "stop" ? "is-stop" : "is-held"}
          role="alert"
        >
          <Told text={f.text} /> <Told text={f.fix} />
        </p>
      ))}
      <Slips />
      {held.length > 0 && <p className="is-held">On no day: {held.map((t) => `${t.wall}: ${t.said}`).join(", ")}.</p>}
      {waits.length > 0 && (
        <ul className="days-waits">
          {waits.map((w) => (
            <li key={w.task} className={w.hangs ? "hangs" : ""}>
              <b>{w.said}</b>
              {w.wall && `, wall ${w.wall}`}
              {w.begins && (w.begins === w.ends ? `: over by ${w.ends}` : `: from ${w.begins}, over by ${w.ends}`)}
              {w.hangs && ". The end hangs on it."}
            </li>
          ))}
        </ul>
      )}
      {days.map((d) => (
        <DayCard key={d.number} day={d} hours={hours} />
      ))}
      {days.length > 0 && (
        <p className="quiet">A bar before a task: the end hangs on it. Touch a task when it is done, or slips.</p>
      )}
      <Habits />
    </div>
  );
}

function span(tasks: { from: string; to: string }[]): [number, number] {
  const at = tasks.flatMap((t) => [t.from, t.to]).map((c) => Number(c.slice(0, 2)) + Number(c.slice(3)) / 60);
  return at.length === 0 ? [0, 1] : [Math.floor(Math.min(...at)) * 60, Math.ceil(Math.max(...at)) * 60];
}

/** What slipped, and what moved by it. */
function Slips() {
  const { plan } = useJobContext();
  const { schedule, put } = useSchedule();
  const slips = schedule.slips ?? [];
  const { moved, tasks, was, ends } = plan.plan.planned;
  const named = (id?: string) => called(tasks, id ?? "");
  if (slips.length === 0 && moved.length === 0) return null;
  const said = (s: (typeof slips)[number]) =>
    [
      s.day ? `${s.day}: nothing is done` : named(s.task),
      s.hours ? `${s.hours} h longer` : "",
      s.from ? `not before ${s.from}` : "",
      s.why ?? "",
      s.taken ? "planned with" : "",
    ]
      .filter(Boolean)
      .join(", ");
  return (
    <section className="slips" aria-label="What slipped">
      {slips.length > 0 && (
        <>
          <h3>What slipped</h3>
          <Removable
            lines={slips.map((s) => ({ name: `the slip of ${s.task ?? s.day}`, said: said(s) }))}
            take={(i) => put({ slips: without(slips, i) })}
          />
        </>
      )}
      {moved.length > 0 && (
        <>
          <details open={moved.length < 4}>
            <summary>
              <b>
                {moved.length} {moved.length === 1 ? "task moves" : "tasks move"};{" "}
                {was ? `the end moves from ${was} to ${ends}` : "the last day stays"}
              </b>
            </summary>
            <ul className="moved">
              {moved.map((m) => (
                <li key={m.task}>{m.text}</li>
              ))}
            </ul>
          </details>
          {slips.some((s) => !s.taken) && (
            <Button h={48} variant="default" onClick={() => put({ slips: slips.map((s) => ({ ...s, taken: true })) })}>
              Plan anew with it
            </Button>
          )}
        </>
      )}
    </section>
  );
}
