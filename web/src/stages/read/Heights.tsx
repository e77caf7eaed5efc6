import { Button, SegmentedControl, Text } from "@mantine/core";
import { useMediaQuery } from "@mantine/hooks";
import { IconKeyboard } from "@tabler/icons-react";
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { Problem, Reading, Room } from "../../api/client";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Empty } from "../../app/States";
import { tell } from "../../app/say";
import { WallTabs } from "../../app/WallTabs";
import { Len } from "../../drawing/Len";
import { Section } from "../../drawing/Section";
import { Told } from "../../drawing/Told";
import { queueOf } from "../../edits/queue";
import { useEdits, useWaiting } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { Circumstances, useCircumstances } from "../../entry/Circumstances";
import { Keypad } from "../../entry/Keypad";
import { LengthField } from "../../entry/LengthField";
import { Tray } from "../../entry/Tray";
import { useHere } from "../../entry/useHere";
import { Doubt } from "./Doubt";
import { ReadingList } from "./ReadingList";
import { useTakeBack } from "./takeBack";

type Kind = Reading["kind"];
const fresh = (kind: Kind) => (kind === "floor" ? "-" : "");

/** Readings along one wall, typed as fast as they are called out. */
export function Heights({ devices, room }: { devices: boolean; room: Room }) {
  const { id, job, plan, wall } = useJobContext();
  const d = job.document;
  const w = d.walls?.[wall];
  const edits = useEdits(job);
  const takeBack = useTakeBack(job);
  const waiting = useWaiting(id);
  const [search, setSearch] = useSearchParams();
  const here = useHere();
  const touch = useMediaQuery("(pointer: coarse), (max-width: 760px)", false);
  const [keys, setKeys] = useState<boolean>();
  // with the line down no plan follows: what was read and is kept here is asked for no more
  const kept = queueOf(id).away ? waiting.flatMap((q) => q.edits) : [];
  const read = new Set(kept.map((e) => (e.do === "add-reading" ? `${e.reading.kind}|${e.reading.place?.station}` : "")));
  const steps = (plan.asks[wall]?.next ?? []).filter((n) => !read.has(`${n.kind}|${bare(n.station)}`));
  const next = steps[0];
  const wanted = search.get("at");
  const [kind, setKind] = useState<Kind>("gap");
  const [basis, setBasis] = useState<NonNullable<Reading["basis"]>>("open");
  const [station, setStation] = useState("");
  const [farStation, setFarStation] = useState("");
  const [value, setValue] = useState("");
  const [correcting, setCorrecting] = useState<Reading>();
  const [device, setDevice] = useState("");
  const around = useCircumstances(kind);
  const [onStation, setOnStation] = useState(false);
  const valueField = useRef<HTMLInputElement>(null);
  const stationField = useRef<HTMLInputElement>(null);
  const touched = useRef(false);
  const since = useRef({ place: false, value: false }); // typed since the last reading was sent
  const sent = useRef(0);
  const fault: Problem | null = edits.error;

  // the place asked for stands ready until something is typed; what others read never changes it under the hand that is
  // about to read there
  const entry = useRef<HTMLDivElement>(null);
  const goOn = useRef(true);
  const ready = useRef<string>(undefined); // a suggestion that comes in where the hand is
  const [answers, setAnswers] = useState(0); // the plan that says what is next may be here before one's own answer
  const follows = useRef(0); // the revision whose plan says what is next after one's own reading
  const suggestion = wanted ? `${search.get("kind") ?? "gap"}|${wanted}` : next ? `${next.kind}|${bare(next.station)}` : "";
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a new suggestion or wall may change the fields
  useEffect(() => {
    if (touched.current || correcting) return;
    if (!goOn.current && station !== "" && entry.current?.contains(document.activeElement)) return;
    if (plan.revision < follows.current) return;
    goOn.current = false;
    const [k, at] = suggestion.split("|");
    setKind((k || "gap") as Kind);
    // a hand that is in the field by then, about to type, replaces what has come in
    ready.current = at ?? "";
    setStation(at ?? "");
    setValue(fresh((k || "gap") as Kind));
  }, [suggestion, w?.id, plan.revision, answers]);
  // what comes in under a hand that is about to type stands there chosen, so that typing takes its place
  useLayoutEffect(() => {
    const field = stationField.current;
    if (ready.current === station && !touched.current && document.activeElement === field) field?.select();
    ready.current = undefined;
  }, [station]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another wall starts afresh
  useEffect(() => {
    touched.current = false;
    goOn.current = true;
    setCorrecting(undefined);
    edits.reset();
  }, [w?.id]);

  /** A reading in doubt is read afresh: its old number doesn't stand ready to be kept again. */
  const correct = (r: Reading, afresh = false) => {
    touched.current = true;
    since.current = { place: true, value: true };
    setCorrecting(r);
    setKind(r.kind);
    setBasis(r.basis ?? "open");
    setStation(bare((r.place ?? r.from)?.station ?? ""));
    setFarStation(bare(r.to?.station ?? ""));
    setValue(afresh ? fresh(r.kind) : bare(r.value ?? r.rise ?? ""));
    setTimeout(() => valueField.current?.select(), 0);
  };
  const again = search.get("again");
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when asked for by address
  useEffect(() => {
    const r = d.survey?.readings?.find((one) => one.id === again);
    if (r) correct(r, true);
  }, [again]);

  if (!w) {
    return (
      <>
        <WallTabs />
        <Empty title="First, a wall">
          <Text>
            Readings are taken along a wall. Add one by the two ends of its snapped line; then tape the gap at three places or
            more.
          </Text>
        </Empty>
      </>
    );
  }
  const type = (set: (v: string) => void) => (v: string) => {
    touched.current = true;
    since.current[set === setValue ? "value" : "place"] = true;
    if (edits.error) edits.reset();
    set(v);
  };
  const add = () => {
    const again = edits.isPending && !since.current.place && !since.current.value; // the key pressed twice
    if (again || value.trim() === "" || value.trim() === "-") return valueField.current?.focus();
    if (station.trim() === "") return stationField.current?.focus();
    if (kind === "level" && farStation.trim() === "") return;
    const reading: Reading = {
      id: newId(),
      kind,
      ...(kind === "level"
        ? { from: { wall: w.id, station }, to: { wall: w.id, station: farStation }, rise: value }
        : { place: { wall: w.id, station }, value }),
      taken: new Date().toISOString(),
      ...(kind === "gap" ? { basis } : {}),
      ...(correcting ? { replaces: correcting.id } : {}),
      ...around.fields(device),
    };
    since.current = { place: false, value: false };
    const mine = ++sent.current;
    edits.make({ do: "add-reading", reading }).then(
      (o) => {
        if (!here() || mine !== sent.current) return; // the next one is on its way already
        // what was typed while the answer was on its way is the next reading
        const onward = !since.current.place && !since.current.value;
        touched.current = !onward;
        goOn.current = onward;
        follows.current = "made" in o ? o.made.revision : 0;
        setAnswers((n) => n + 1);
        // a correction that was begun meanwhile goes on
        setCorrecting((now) => (now === correcting ? undefined : now));
        if (wanted) setSearch({ wall: w.id }, { replace: true });
        if (!since.current.value) {
          setDevice("");
          setValue(fresh(kind));
        }
        // a hand that has gone to the place meanwhile stays there
        if (onward && document.activeElement !== stationField.current) valueField.current?.focus();
      },
      (e: Problem) => {
        if (![".value", ".place.station", ".from.station", ".to.station", ".to", ".rise"].some((at) => e.of(at))) tell(e);
      },
    );
  };
  const doubts = room.doubts.filter((x) => d.survey?.readings?.some((r) => r.id === x.reading && r.place?.wall === w.id));
  const doubted = d.survey?.readings?.find((r) => (doubts[0] ?? room.doubts[0])?.reading === r.id);
  const drawing = plan.drawings[wall];
  const held = plan.plan.walls[wall]?.members.filter((m) => m.state === "measure-first").length ?? 0;
  const showKeys = keys ?? touch;
  // a plate under exposed joists touches them alone: what the tape stopped at makes the reading
  const exposed = d.survey?.joists?.some((j) => j.of === "ceiling" && j.exposed);
  return (
    <>
      <WallTabs />
      <div className="read">
        <div className="entry" ref={entry}>
          <div className="ask" aria-live="polite">
            {correcting ? (
              <b>
                Correcting {correcting.kind} at <Len text={(correcting.place ?? correcting.from)?.station ?? ""} />
              </b>
            ) : next && next.frees > 0 ? (
              <b className="is-held">
                Next: {next.kind} at <Len text={next.said} />, frees {next.frees}
              </b>
            ) : next ? (
              <b>
                Next: {next.kind} at <Len text={next.said} />
              </b>
            ) : held === 0 ? (
              <b className="is-ready">Enough: no piece of this wall waits for a reading</b>
            ) : doubted?.place ? (
              <b className="is-held">
                Next: {doubted.kind} again{" "}
                {doubted.place.wall && doubted.place.wall !== w.id ? `on wall ${doubted.place.wall} ` : ""}
                {doubted.place.station ? (
                  <>
                    at <Len text={doubted.place.station} />
                  </>
                ) : (
                  "out in the room"
                )}
                , it is in doubt
              </b>
            ) : (
              <b className="is-held">
                <Told text="Held pieces wait for what is stopped: see Mark" />
              </b>
            )}
          </div>
          <SegmentedControl
            fullWidth
            size="md"
            aria-label="What is read"
            value={kind}
            onChange={(k) => {
              touched.current = true;
              since.current.place = true;
              setKind(k as Kind);
              if (value === "" || value === "-") setValue(fresh(k as Kind));
              const jambs = drawing?.openings[0];
              if (k === "level" && jambs) {
                setStation(bare(jambs.left));
                setFarStation(bare(jambs.right));
              }
            }}
            data={["gap", "floor", "ceiling", "level"]}
          />
          {kind === "level" && (
            <p className="quiet">
              No laser? Lay a level from jamb to jamb and say how much higher the floor is where it ends. That frees the pieces
              beside the opening.
            </p>
          )}
          {kind === "gap" && (
            <SegmentedControl
              fullWidth
              size="sm"
              aria-label="What the tape stood between"
              value={basis}
              onChange={(b) => setBasis(b as "open")}
              data={[
                { value: "open", label: "open" },
                { value: "stacked", label: "over plates" },
                { value: "between", label: "between plates" },
              ]}
            />
          )}
          {exposed && (kind === "gap" || kind === "ceiling") && (
            <SegmentedControl
              fullWidth
              size="sm"
              aria-label="What the tape stopped at"
              value={around.stopped.what === "deck" ? "deck" : "joist"}
              onChange={(v) => around.setStopped({ what: v === "deck" ? "deck" : "", thick: "" })}
              data={[
                { value: "joist", label: "up to a joist" },
                { value: "deck", label: "past them, to the deck" },
              ]}
            />
          )}
          <div className="two">
            <LengthField
              label={kind === "level" ? "From" : `Along wall ${w.id}`}
              size="lg"
              value={station}
              units={d.units}
              mark={d.mark}
              change={type(setStation)}
              enter={() => valueField.current?.focus()}
              onFocus={() => setOnStation(true)}
              field={stationField}
              inputMode={showKeys ? "none" : undefined}
              fault={fault?.of(".place.station") ?? fault?.of(".from.station")}
            />
            {kind === "level" && (
              <LengthField
                label="To"
                size="lg"
                value={farStation}
                units={d.units}
                mark={d.mark}
                change={type(setFarStation)}
                enter={() => valueField.current?.focus()}
                fault={fault?.of(".to.station") ?? fault?.of(".to")}
              />
            )}
            <LengthField
              label={kind === "gap" ? "Gap" : kind === "level" ? "Rise, a fall is −" : "From the laser, down is −"}
              size="lg"
              value={value}
              units={d.units}
              mark={d.mark}
              change={type(setValue)}
              enter={add}
              onFocus={() => setOnStation(false)}
              field={valueField}
              inputMode={showKeys ? "none" : undefined}
              data-autofocus
              fault={fault?.of(".value") ?? fault?.of(".rise")}
              className="value-field"
            />
          </div>
          <Circumstances of={around} fault={fault} />
          <Tray
            job={id}
            connected={devices}
            aim={station.trim() === "" || kind === "level" ? undefined : { kind, place: { wall: w.id, station } }}
            shooting={() => {
              touched.current = true;
            }}
            fill={(v, by) => {
              touched.current = true;
              since.current.value = true;
              setValue(v);
              setDevice(by);
              valueField.current?.focus();
            }}
          />
          {showKeys && (
            <Keypad
              units={d.units}
              mark={plan.plan.mark}
              value={onStation ? station : value}
              change={type(onStation ? setStation : setValue)}
              enter={onStation ? () => valueField.current?.focus() : add}
            />
          )}
          <div className="buttons">
            <Button h={52} size="md" loading={edits.isPending} onClick={add} className={showKeys ? "wide-only" : ""}>
              {correcting ? "Keep the correction" : "Keep, next"}
            </Button>
            {correcting && (
              <Button
                h={52}
                variant="default"
                onClick={() => {
                  touched.current = false;
                  setCorrecting(undefined);
                  setStation(suggestion.split("|")[1] ?? "");
                  setValue(fresh(kind));
                }}
              >
                Leave it
              </Button>
            )}
            <Button
              h={52}
              variant="subtle"
              className="wide-only"
              leftSection={<IconKeyboard size={20} />}
              onClick={() => setKeys(!showKeys)}
              aria-pressed={showKeys}
            >
              Keypad
            </Button>
          </div>
        </div>
        <div className="found">
          {doubts.map((x) => (
            <Doubt
              key={x.reading}
              text={x.text}
              again={() => {
                const r = d.survey?.readings?.find((one) => one.id === x.reading);
                if (r) correct(r, true);
              }}
            />
          ))}
          {drawing && (
            <Section
              drawing={drawing}
              height={340}
              stretch={16}
              pieces={false}
              pin={(r) => {
                const reading = d.survey?.readings?.find((one) => one.id === r);
                if (reading) correct(reading);
              }}
            />
          )}
          <ReadingList
            readings={d.survey?.readings ?? []}
            wall={w.id}
            byPlace={plan.usual.byPlace}
            correct={correct}
            takeBack={takeBack}
          />
        </div>
      </div>
    </>
  );
}
