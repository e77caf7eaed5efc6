import { Button, Checkbox, Group, Table, TextInput } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { api, got, type Schedule } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Lines } from "./Lines";
import { useSchedule } from "./useSchedule";

const week = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"] as const;
const usualWeek: string[] = ["mon", "tue", "wed", "thu", "fri"];

/** The kinds of tasks, as the plan calls them. */
function useKinds() {
  const { plan } = useJobContext();
  return plan.plan.paces.map((p) => [p.kind, p.said] as const);
}

type Wait = NonNullable<Schedule["waits"]>[number];
type Service = NonNullable<Schedule["services"]>[number];

/** What the plan of days goes by: hours, waits, weather, what is out of service, consents, the crew's own figures. */
export function Habits() {
  const { job } = useJobContext();
  const { schedule, put } = useSchedule();
  const kinds = useKinds();
  const usual = [["", "as is usual"], ...kinds] as const;
  const named = (kind?: string) => kinds.find(([k]) => k === kind)?.[1] ?? kind;
  const walls = [["", "all walls"], ...(job.document.walls ?? []).map((w) => [w.id, w.id] as const)] as const;
  return (
    <section className="habits no-print" aria-label="What the days go by">
      <h3>What the days go by</h3>
      <Calendar />
      <Lines
        title="What is waited for"
        about="A cure, a delivery, an inspection, the electrician or the plumber before closing, the engineer's word."
        all={schedule.waits}
        said={(w) =>
          `${w.for}${w.what ? `: ${w.what}` : ""}${w.who ? ` (${w.who})` : ""}, ${w.wall ? `wall ${w.wall}` : "all walls"}${w.on ? `, ${w.on}` : ""}${w.days ? `, ${w.days} days` : ""}${w.after ? `, after “${named(w.after)}”` : ""}${w.before ? `, before “${named(w.before)}”` : ""}`
        }
        put={(waits) => put({ waits })}
        add="Wait for it"
        whole={(x) => ({ ...(x as Wait), id: nextID(schedule.waits ?? []) })}
        fields={[
          {
            name: "for",
            label: "For",
            kind: "choice",
            choices: ["inspection", "electrician", "plumber", "delivery", "cure", "engineer", "other"].map((k) => [k, k]),
          },
          { name: "wall", label: "Wall", kind: "choice", choices: walls },
          { name: "on", label: "Day", kind: "date" },
          { name: "days", label: "Days it takes", kind: "number" },
          { name: "after", label: "After", kind: "choice", choices: usual },
          { name: "before", label: "Before", kind: "choice", choices: usual },
          { name: "who", label: "Who", kind: "text" },
          { name: "what", label: "What", kind: "text" },
        ]}
      />
      <Lines
        title="More people on one day"
        about="For what takes more hands than the crew has."
        all={schedule.helpers}
        said={(h) => `${h.on}: ${h.people} more${h.who ? `, ${h.who}` : ""}`}
        put={(helpers) => put({ helpers })}
        add="They come"
        fields={[
          { name: "on", label: "Day", kind: "date", must: true },
          { name: "people", label: "People", kind: "number", must: true },
          { name: "who", label: "Who", kind: "text" },
        ]}
      />
      <Outside />
      <Lines
        title="Days that slipped away"
        about="A day on which nothing is done after all: what was to be done on it, and what waits for that, moves."
        all={(schedule.slips ?? []).filter((s) => s.day)}
        said={(s) => `${s.day}${s.why ? `: ${s.why}` : ""}`}
        put={(lost) => put({ slips: [...(schedule.slips ?? []).filter((s) => !s.day), ...(lost ?? [])] })}
        add="Nothing is done"
        fields={[
          { name: "day", label: "Day", kind: "date", must: true },
          { name: "why", label: "Why", kind: "text" },
        ]}
      />
      <Lines
        title="Out of service"
        about="Heat, water, light, a stair: since when, until when, and who was told."
        all={schedule.services}
        said={(s) =>
          `${s.name || s.what}, since ${s.from}, until ${s.to || "nobody knows when"}${s.who ? `; told: ${s.who}` : ""}`
        }
        put={(services) => put({ services })}
        add="It is out"
        whole={(x) => x as Service}
        fields={[
          {
            name: "what",
            label: "What",
            kind: "choice",
            choices: ["heat", "water", "light", "power", "gas", "stair", "door", "lift", "other"].map((k) => [k, k]),
          },
          { name: "name", label: "Which", kind: "text" },
          { name: "from", label: "Since", kind: "datetime-local", must: true },
          { name: "to", label: "Until", kind: "datetime-local" },
          { name: "who", label: "Who was told", kind: "text" },
        ]}
      />
      <Lines
        title="Levels and the ways to them"
        about="One way to each stays open: what is out of service at once is held against it."
        all={schedule.levels}
        said={(l) => `${l.name}: ${(l.ways ?? []).join(", ")}`}
        put={(levels) => put({ levels })}
        add="Keep it reachable"
        whole={(x) => ({
          name: String(x.name ?? ""),
          ways: String(x.ways ?? "")
            .split(",")
            .map((w) => w.trim())
            .filter(Boolean),
        })}
        fields={[
          { name: "name", label: "Level", kind: "text", must: true },
          { name: "ways", label: "Ways, with commas", kind: "text", must: true },
        ]}
      />
      <Lines
        title="Consents"
        about="What somebody has to agree to, by name; what waits for it is on no day until it is given."
        all={schedule.consents}
        said={(c) => `${c.who}: ${c.what}${c.on ? `, given ${c.on}` : ", not given yet"}`}
        put={(consents) => put({ consents })}
        add="Write it down"
        whole={(x) => x as NonNullable<Schedule["consents"]>[number]}
        fields={[
          { name: "what", label: "To what", kind: "text", must: true },
          { name: "who", label: "Who", kind: "text", must: true },
          { name: "on", label: "Given on", kind: "date" },
          { name: "before", label: "Holds", kind: "choice", choices: [["", "nothing"], ...kinds] },
        ]}
      />
      <Figures />
    </section>
  );
}

/** An id that no other has. */
export function nextID(all: { id: string }[]) {
  let n = all.length + 1;
  while (all.some((x) => x.id === `w${n}`)) n++;
  return `w${n}`;
}

function Calendar() {
  const { schedule, put } = useSchedule();
  const now = schedule.calendar ?? {};
  const days = now.week ?? usualWeek;
  const set = (change: typeof now) => put({ calendar: { ...now, ...change } });
  return (
    <details className="lines-of">
      <summary>Working days and hours</summary>
      <Checkbox.Group
        value={days}
        onChange={(v) => set({ week: week.filter((d) => v.includes(d)) as (typeof week)[number][] })}
        label="Working days"
      >
        <Group gap="md" my={6}>
          {week.map((d) => (
            <Checkbox key={d} size="md" value={d} label={d[0]?.toUpperCase() + d.slice(1)} />
          ))}
        </Group>
      </Checkbox.Group>
      <Group gap="sm" align="flex-end">
        <Clock label="From" v={now.begins ?? "07:30"} put={(begins) => set({ begins })} />
        <Clock label="To" v={now.ends ?? "16:00"} put={(ends) => set({ ends })} />
        <Clock
          label="Pause from"
          v={now.pause ? (now.pause.from ?? "") : "12:00"}
          put={(from) => set({ pause: from ? { from, to: now.pause?.to ?? "12:30" } : {} })}
        />
        <Clock
          label="to"
          v={now.pause ? (now.pause.to ?? "") : "12:30"}
          put={(to) => set({ pause: to ? { from: now.pause?.from ?? "12:00", to } : {} })}
        />
      </Group>
      <Group gap="sm" align="flex-end">
        {(["saw", "floor", "ladder"] as const).map((place) => (
          <TextInput
            key={place + (schedule.places?.[place] ?? "")}
            size="md"
            w={170}
            inputMode="numeric"
            label={`${place[0]?.toUpperCase()}${place.slice(1)}: people at once`}
            placeholder={place === "floor" ? "all" : "1"}
            defaultValue={schedule.places?.[place] ? String(schedule.places[place]) : ""}
            onBlur={(e) => {
              const n = Number(e.currentTarget.value);
              if (Number.isInteger(n) && n >= 0 && n !== (schedule.places?.[place] ?? 0))
                put({ places: { ...schedule.places, [place]: n || undefined } });
            }}
          />
        ))}
      </Group>
      <Lines
        title="Days off"
        about="Holidays and the like."
        all={now.off}
        said={(o) => `${o.from}${o.to ? ` to ${o.to}` : ""}${o.why ? `: ${o.why}` : ""}`}
        put={(off) => set({ off })}
        add="Nobody works then"
        fields={[
          { name: "from", label: "From", kind: "date", must: true },
          { name: "to", label: "To", kind: "date" },
          { name: "why", label: "Why", kind: "text" },
        ]}
      />
      <Lines
        title="Days worked all the same"
        about="A Saturday, say."
        all={(now.also ?? []).map((day) => ({ day }))}
        said={(x) => x.day}
        put={(also) => set({ also: also?.map((x) => x.day) })}
        add="It is worked"
        whole={(x) => ({ day: String(x.day) })}
        fields={[{ name: "day", label: "Day", kind: "date", must: true }]}
      />
    </details>
  );
}

function Clock({ label, v, put }: { label: string; v: string; put: (v: string) => void }) {
  return (
    <TextInput
      key={v}
      size="md"
      w={140}
      type="time"
      label={label}
      defaultValue={v}
      onBlur={(e) => e.currentTarget.value !== v && put(e.currentTarget.value)}
    />
  );
}

function Outside() {
  const { job } = useJobContext();
  const kinds = useKinds();
  const { schedule, put } = useSchedule();
  const unit = job.document.units === "metric" ? "km/h" : "mph";
  const light = schedule.light ?? {};
  const lit = (change: typeof light) => {
    const next = { ...light, ...change };
    put({ light: next.from || next.to ? next : undefined });
  };
  return (
    <details className="lines-of">
      <summary>
        Work in the open
        {(schedule.outside ?? []).length > 0 && <b> ({schedule.outside?.length})</b>}
      </summary>
      <Checkbox.Group
        label="Done in the open: by daylight, out of rain and wind"
        value={schedule.outside ?? []}
        onChange={(v) => put({ outside: v.length > 0 ? (v as NonNullable<Schedule["outside"]>) : undefined })}
      >
        <Group gap="md" my={6}>
          {kinds.map(([value, label]) => (
            <Checkbox key={value} size="md" value={value} label={label} />
          ))}
        </Group>
      </Checkbox.Group>
      <Group gap="sm" align="flex-end">
        <Clock label="Light from" v={light.from ?? ""} put={(from) => lit({ from: from || undefined })} />
        <Clock label="to" v={light.to ?? ""} put={(to) => lit({ to: to || undefined })} />
        <TextInput
          key={schedule.wind ?? 0}
          size="md"
          w={170}
          inputMode="decimal"
          label={`Most wind, ${unit}`}
          placeholder={job.document.units === "metric" ? "40" : "25"}
          defaultValue={schedule.wind ? String(schedule.wind) : ""}
          onBlur={(e) => {
            const n = Number(e.currentTarget.value);
            if (!Number.isNaN(n) && n !== (schedule.wind ?? 0)) put({ wind: n > 0 ? n : undefined });
          }}
        />
      </Group>
      <Lines
        title="Weather foretold"
        about="Days of rain, or of more wind than that, are left out for what is done in the open."
        all={schedule.weather}
        said={(w) => `${w.on}: ${w.rain ? "rain" : ""}${w.rain && w.wind ? ", " : ""}${w.wind ? `wind ${w.wind} ${unit}` : ""}`}
        put={(weather) => put({ weather })}
        add="Foretold"
        fields={[
          { name: "on", label: "Day", kind: "date", must: true },
          { name: "rain", label: "Rain", kind: "check" },
          { name: "wind", label: `Wind, ${unit}`, kind: "number" },
        ]}
      />
    </details>
  );
}

/** What the hours go by, and the crew's own figures in place of starting values. */
function Figures() {
  const { plan } = useJobContext();
  const { schedule, put } = useSchedule();
  const { worked, times } = plan.plan.planned;
  const { paces } = plan.plan;
  const crew = useQuery({ queryKey: ["pace"], queryFn: () => got(api.GET("/api/pace")) });
  const all = crew.data?.pace ?? [];
  const leave = schedule.leave ?? [];
  return (
    <details className="lines-of">
      <summary>How long tasks take</summary>
      <p className="quiet">
        {schedule.pace?.length
          ? "The crew's own figures where there are some; the others are starting values"
          : "These are starting values"}
        , {times} times what a new building takes. They are for one person.
      </p>
      <Group gap="sm" align="flex-end">
        <TextInput
          key={times}
          size="md"
          w={240}
          inputMode="decimal"
          label="Times a new building's"
          defaultValue={String(times)}
          onBlur={(e) => {
            const n = Number(e.currentTarget.value);
            if (n > 0 && n !== times) put({ times: n });
          }}
        />
        {all.length > 0 && (
          <Button h={48} variant="default" onClick={() => put({ pace: all })}>
            Take the crew's figures of all its jobs
          </Button>
        )}
        {worked.length > 0 && (
          <Button h={48} variant="default" onClick={() => put({ pace: worked })}>
            Take those of this job
          </Button>
        )}
        {(schedule.pace ?? []).length > 0 && (
          <Button h={48} variant="default" onClick={() => put({ pace: undefined })}>
            Back to starting values
          </Button>
        )}
      </Group>
      {all.length === 0 && <p className="quiet">Say of tasks how many hours they took: figures of the crew's own come of it.</p>}
      <Table className="lines" mt={8}>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Task</Table.Th>
            <Table.Th className="num">Minutes for one</Table.Th>
            <Table.Th>of</Table.Th>
            <Table.Th>From</Table.Th>
            <Table.Th>Who</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {paces.map((p) => (
            <Table.Tr key={p.kind}>
              <Table.Td>{p.said}</Table.Td>
              <Table.Td className="num">{p.minutes}</Table.Td>
              <Table.Td>{p.of}</Table.Td>
              <Table.Td>
                {p.own
                  ? `own figures, of ${schedule.pace?.find((x) => x.task === p.kind)?.of ?? 1}`
                  : `starting value; new building: ${p.fresh}`}
              </Table.Td>
              <Table.Td>
                <Checkbox
                  size="md"
                  label="others do it"
                  aria-label={`Others ${p.said}`}
                  checked={leave.some((k) => k === p.kind)}
                  onChange={(e) => {
                    const next = e.currentTarget.checked ? [...leave, p.kind] : leave.filter((k) => k !== p.kind);
                    put({ leave: next.length > 0 ? (next as typeof leave) : undefined });
                  }}
                />
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </details>
  );
}
