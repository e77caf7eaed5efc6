import { Button, Group, SegmentedControl, TextInput } from "@mantine/core";
import { useHotkeys, useLocalStorage, useMediaQuery } from "@mantine/hooks";
import { type FormEvent, useEffect, useRef, useState } from "react";
import type { Check, Problem } from "../../api/client";
import { newId, useRoom } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len, Said } from "../../drawing/Len";
import { byWhom } from "../../edits/me";
import { type Draft, useEdits } from "../../edits/useEdits";
import { Keypad } from "../../entry/Keypad";
import { LengthField } from "../../entry/LengthField";
import { PhotosOf } from "../../entry/Photos";
import { Tray } from "../../entry/Tray";
import { useHere } from "../../entry/useHere";

type Line = Extract<Extract<Draft, { do: "note" }>, { part: "checks" }>["line"];

/** One check: what to do, one answer, then the next. */
export function CheckEntry({ check: c, go }: { check: Check; go: () => void }) {
  const { id, job, plan } = useJobContext();
  const room = useRoom(id);
  const edits = useEdits(job);
  const touch = useMediaQuery("(pointer: coarse), (max-width: 760px)", false);
  const [value, setValue] = useState("");
  const [way, setWay] = useState("plus");
  const [over, setOver] = useLocalStorage({ key: "homalos-level", defaultValue: "" });
  const [device, setDevice] = useState("");
  const [accepting, setAccepting] = useState(false);
  const field = useRef<HTMLInputElement>(null);
  const here = useHere();
  const fault: Problem | null = edits.error;
  const measured = c.takes === "length" || c.takes === "off" || c.takes === "lean";
  const units = job.document.units;
  const usualLevel = units === "metric" ? "1200 mm" : "48 in";
  useEffect(() => {
    // never out of a field that somebody has gone on to
    const typing = document.activeElement?.matches("input, textarea, select");
    if (!touch && !typing) field.current?.focus({ preventScroll: true });
  }, [touch]);
  const keep = (line: Line) =>
    edits.make({ do: "note", part: "checks", line }).then(
      () => {
        if (!here()) return; // another check was taken in hand meanwhile
        setValue("");
        setAccepting(false);
        go();
      },
      (e: Problem) => {
        if (!measured || Object.keys(e.at).length === 0) tell(e);
      },
    );
  const send = () => {
    if (edits.isPending || value.trim() === "") return field.current?.focus();
    if (c.takes === "count") return keep({ check: c.id, count: Number(value) });
    const sign = c.takes !== "length" && way === "minus" ? "-" : "";
    return keep({
      check: c.id,
      value: sign + value.trim(),
      ...(c.takes === "lean" && over.trim() ? { over: over.trim() } : {}),
      ...(device ? { with: device } : {}),
    });
  };
  // what was found where it stands is a reading like any other: what becomes of the pieces follows
  const reread = (found: string) => {
    const by = byWhom();
    const reading = {
      id: newId(),
      kind: "gap" as const,
      basis: "open" as const,
      place: { wall: c.wall, station: c.at },
      value: found,
      taken: new Date().toISOString(),
      ...(by ? { by } : {}),
    };
    edits.make({ do: "add-reading", reading }).catch(tell);
  };
  const look = (is: "yes" | "no") => {
    if (c.takes === "look" && !edits.isPending) keep({ check: c.id, is });
  };
  useHotkeys([
    ["y", () => look("yes")],
    ["n", () => look("no")],
  ]);
  const submit = (e: FormEvent) => {
    e.preventDefault();
    send();
  };
  return (
    <section className={`check-entry ${c.state}`} aria-label="The check at hand">
      <h2>
        <Said text={c.text} />
      </h2>
      <p className="check-should">
        {c.should && (
          <>
            It should be{" "}
            <b>
              <Len text={c.should} />
            </b>
            {c.limit && ", "}
          </>
        )}
        {c.count !== undefined && `${c.count} should be there.`}
        {c.limit && (
          <span className="quiet">
            up to <Len text={c.limit} /> off is right
          </span>
        )}
      </p>
      {c.state !== "to-do" && <Outcome c={c} />}
      {measured && (
        <form onSubmit={submit}>
          {(c.takes === "off" || c.takes === "lean") && c.plus && c.minus && (
            <div>
              <span className="which-way">{c.takes === "lean" ? "The top leans" : "Off"}</span>
              <SegmentedControl
                fullWidth
                aria-label="Which way"
                value={way}
                onChange={setWay}
                data={[
                  { value: "plus", label: c.plus },
                  { value: "minus", label: c.minus },
                ]}
              />
            </div>
          )}
          <div className="two">
            <LengthField
              label={c.takes === "length" ? "Measured" : "Off by; 0 if none"}
              size="lg"
              value={value}
              units={units}
              mark={job.document.mark}
              change={(v) => {
                if (edits.error) edits.reset();
                setValue(v);
              }}
              enter={send}
              field={field}
              inputMode={touch ? "none" : undefined}
              fault={fault?.of(".value")}
            />
            {c.takes === "lean" && (
              <LengthField
                label="Over a level of"
                size="lg"
                value={over}
                placeholder={usualLevel}
                units={units}
                mark={job.document.mark}
                change={setOver}
                enter={send}
                fault={fault?.of(".over")}
              />
            )}
          </div>
          <Tray
            job={id}
            connected={room.data?.devices ?? false}
            aim={c.kind === "height" ? { kind: "gap", place: { wall: c.wall, station: c.at } } : { kind: "known", check: c.id }}
            fill={(v, by) => {
              setWay(v.startsWith("-") ? "minus" : "plus");
              setValue(c.takes === "length" ? v : v.replace(/^-/, ""));
              setDevice(by);
              field.current?.focus();
            }}
          />
          {touch && <Keypad units={units} mark={plan.plan.mark} value={value} change={setValue} enter={send} />}
          <Button h={52} size="md" type="submit" fullWidth loading={edits.isPending} className={touch ? "wide-only" : ""}>
            Keep, next
          </Button>
        </form>
      )}
      {c.takes === "count" && (
        <form onSubmit={submit}>
          <TextInput
            ref={field}
            size="lg"
            label="Counted"
            inputMode="numeric"
            value={value}
            onChange={(e) => setValue(e.currentTarget.value.replace(/\D/g, ""))}
          />
          <Button mt="sm" h={52} size="md" type="submit" fullWidth loading={edits.isPending}>
            Keep, next
          </Button>
        </form>
      )}
      {c.takes === "look" && (
        <Group grow gap="sm">
          <Button h={64} size="lg" loading={edits.isPending} onClick={() => look("yes")}>
            So it is <kbd className="wide-only">y</kbd>
          </Button>
          <Button h={64} size="lg" variant="outline" color="red" loading={edits.isPending} onClick={() => look("no")}>
            Not so <kbd className="wide-only">n</kbd>
          </Button>
        </Group>
      )}
      {c.state === "mend" && c.value && (c.kind === "height" || c.id.endsWith(".height")) && (
        <Button h={48} variant="default" loading={edits.isPending} onClick={() => reread(c.value ?? "")}>
          Keep <Len text={c.value} /> as a reading there
        </Button>
      )}
      <PhotosOf tie={{ wall: c.wall, check: c.id }} asked={c.takes === "photo"} />
      {(c.state === "mend" || (c.takes === "photo" && c.state === "to-do")) &&
        (accepting ? (
          <Accept c={c} keep={keep} leave={() => setAccepting(false)} />
        ) : (
          <Button h={48} variant="subtle" onClick={() => setAccepting(true)}>
            {c.takes === "photo" ? "There is none: somebody accepts that" : "It stays: somebody accepts it"}
          </Button>
        ))}
      {c.state === "to-do" && (
        <Button h={48} variant="subtle" color="gray" onClick={go}>
          Leave it for now
        </Button>
      )}
    </section>
  );
}

/** What came of a check when it was last made. */
function Outcome({ c }: { c: Check }) {
  const said = [c.by, c.when && new Date(c.when).toLocaleString([], { dateStyle: "medium", timeStyle: "short" }), c.with];
  return (
    <div className="check-outcome" aria-live="polite">
      <b className={c.state === "mend" ? "is-stop" : c.state === "accepted" ? "is-held" : ""}>
        {c.state === "pass" ? "It is as it should be." : <Said text={c.do ?? ""} />}
      </b>
      {c.state === "accepted" && (
        <span>
          It stays so, accepted by {c.by}
          {c.why ? `: ${c.why}` : ""}.
        </span>
      )}
      <small className="quiet">
        {c.value !== undefined && (
          <>
            Measured <Len text={c.value} />.{" "}
          </>
        )}
        {c.counted !== undefined && `Counted ${c.counted}. `}
        {said.filter(Boolean).join(", ")}
      </small>
      {c.state === "mend" && <small>Mend it, then answer again.</small>}
    </div>
  );
}

/** A residual that stays is accepted by somebody, by name. */
function Accept({ c, keep, leave }: { c: Check; keep: (l: Line) => Promise<unknown>; leave: () => void }) {
  const [by, setBy] = useState("");
  const [why, setWhy] = useState("");
  return (
    <form
      className="accept"
      onSubmit={(e) => {
        e.preventDefault();
        if (by.trim()) keep({ check: c.id, accepted: true, by: by.trim(), ...(why.trim() ? { why: why.trim() } : {}) });
      }}
    >
      <TextInput size="md" label="Who accepts it" required value={by} onChange={(e) => setBy(e.currentTarget.value)} />
      <TextInput size="md" label="Why it may stay" value={why} onChange={(e) => setWhy(e.currentTarget.value)} />
      <Group gap="sm" mt="sm">
        <Button h={48} type="submit" disabled={!by.trim()}>
          It stays
        </Button>
        <Button h={48} variant="default" onClick={leave}>
          Leave it
        </Button>
      </Group>
    </form>
  );
}
