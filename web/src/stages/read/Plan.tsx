import { Button, SegmentedControl, Text } from "@mantine/core";
import { useRef, useState } from "react";
import { useSearchParams } from "react-router";
import type { NextStep, Reading, Room } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Empty } from "../../app/States";
import { Len } from "../../drawing/Len";
import { RoomPlan, type Spot } from "../../drawing/RoomPlan";
import { bare } from "../../entry/bare";
import { useSticky } from "../../entry/useSticky";
import { Corners } from "./Corners";
import { Doubt } from "./Doubt";
import { InOut } from "./InOut";
import { LevelEntry } from "./LevelEntry";
import { NextList } from "./NextList";
import { ReadingList } from "./ReadingList";
import { SectionLine } from "./SectionLine";
import { TapeEntry } from "./TapeEntry";
import { TieList } from "./TieList";
import { useTakeBack } from "./takeBack";

/** The room from above: its corners from tapes, its unevenness, and what to measure next. */
export function Plan({ room, devices }: { room: Room; devices: boolean }) {
  const { job, plan } = useJobContext();
  const takeBack = useTakeBack(job);
  const d = job.document;
  const [search, setSearch] = useSearchParams();
  const [relief, setRelief] = useState("floor");
  const [spot, setSpot] = useState<Spot>();
  const asked = search.get("mode");
  const [mode, setMode] = useState<"tape" | "level" | "section">(asked === "level" || asked === "section" ? asked : "tape");
  const [line, setLine] = useState<[Spot, Spot] | undefined>(() => {
    const [a, , c] = room.corners;
    return a && c ? [a, c] : undefined;
  });
  const [tie, setTie] = useState<Tie>();
  const [corners, setCorners] = useState(false);
  const [take, setTake] = useState(0);
  const [fix, setFix] = useState<Reading>();
  const list = d.survey?.corners ?? [];
  const step = d.units === "metric" ? 25 : 25.4;
  const next = tie ?? first(room.next);
  const box = useRef<HTMLDivElement>(null);
  const entry = useSticky(next, next ? `${next.from}-${next.to}-${tie?.replaces ?? ""}` : "none", box);
  const wanted = entry.at;
  const follow = (n: NextStep) => {
    if (n.what === "tie") {
      setMode("tape");
      if (n.from && n.to) setTie({ from: n.from, to: n.to, replaces: n.reading });
      return;
    }
    const onPlan = n.what === "again" && d.survey?.readings?.find((r) => r.id === n.reading && !r.place?.wall);
    if (onPlan) {
      setMode("level");
      return setFix(onPlan);
    }
    const to = new URLSearchParams(search);
    to.set("view", "heights");
    if (n.wall) to.set("wall", n.wall);
    if (n.what === "again" && n.reading) to.set("again", n.reading);
    else if (n.station) {
      to.set("at", bare(n.station));
      to.set("kind", n.what);
    }
    setSearch(to);
  };
  const correct = (r: Reading) => {
    if (r.place?.wall) return follow({ what: "again", text: "", frees: 0, reading: r.id, wall: r.place.wall });
    setMode("level");
    setFix(r);
  };
  const choose = (at: Spot) => {
    setSpot(at);
    if (mode === "section") setLine((l) => (l && l[0] === l[1] ? [l[0], at] : [at, at]));
    else setMode("level");
  };
  const has = (of: string) => room.reliefs.some((r) => r.of === of);
  const shown = has(relief) ? relief : (room.reliefs[0]?.of ?? "none");
  const legend = room.reliefs.find((r) => r.of === shown);
  return (
    <div className="room-view">
      <div className="picture">
        <div className="picture-tools no-print">
          {room.reliefs.length > 0 && (
            <SegmentedControl
              aria-label="Unevenness of"
              value={shown}
              onChange={setRelief}
              data={[...room.reliefs.map((r) => r.of as string), "none"]}
            />
          )}
          <span className="grow" />
          <Button h={48} variant="default" onClick={() => setCorners(true)}>
            {list.length ? "Corners" : "Set the corners"}
          </Button>
          <InOut />
        </div>
        {list.length === 0 && room.pins.length === 0 && room.lines.length === 0 ? (
          <Empty title="First, the corners">
            <Text>
              Go round the room with the wall on your right hand and count its corners; say which of them jut into the room. Then
              tape the sides and a diagonal or two: the shape follows from the tapes.
            </Text>
            <Button h={52} onClick={() => setCorners(true)}>
              Set the corners
            </Button>
          </Empty>
        ) : (
          <RoomPlan
            room={room}
            relief={shown}
            at={spot}
            choose={choose}
            take={() => {
              setMode("level");
              setTake(take + 1);
            }}
            wanted={mode === "tape" ? wanted : undefined}
            line={mode === "section" && line && line[0] !== line[1] ? line : undefined}
            step={step}
            pin={(reading) => {
              const r = d.survey?.readings?.find((one) => one.id === reading);
              if (r) correct(r);
            }}
          />
        )}
        {legend && (
          <p className="relief-key quiet">
            {legend.of === "gap" ? "Floor to ceiling" : `Height of the ${legend.of} from the laser line`}: lowest{" "}
            <Len text={legend.lowest} /> (dark), highest <Len text={legend.highest} /> (light), a line each{" "}
            <Len text={legend.each} />. Dotted: too far from a reading to cut by.
          </p>
        )}
        {mode === "section" && <SectionLine line={line} room={room} set={setLine} />}
      </div>
      <div className="room-side">
        {room.troubles.map((t) => (
          <Doubt key={t} text={t} />
        ))}
        {room.doubts.map((x) => (
          <Doubt
            key={x.reading}
            text={x.text}
            again={() => {
              const r = d.survey?.readings?.find((one) => one.id === x.reading);
              if (r) correct(r);
            }}
          />
        ))}
        <NextList room={room} follow={follow} />
        <SegmentedControl
          fullWidth
          size="md"
          aria-label="What is read"
          value={mode}
          onChange={(m) => setMode(m as "tape")}
          data={[
            { value: "tape", label: "tape" },
            { value: "level", label: "height" },
            { value: "section", label: "section" },
          ]}
        />
        <div ref={box} style={{ display: "contents" }}>
          {mode === "tape" && (
            <TapeEntry
              devices={devices}
              wanted={wanted}
              done={() => {
                entry.goOn();
                setTie(undefined);
              }}
              set={() => setCorners(true)}
              key={entry.key}
              replaces={entry.at?.replaces}
            />
          )}
        </div>
        {mode === "level" && (
          <>
            <LevelEntry devices={devices} spot={spot} room={room} take={take} fix={fix} done={() => setFix(undefined)} />
            <ReadingList readings={d.survey?.readings ?? []} byPlace={plan.usual.byPlace} correct={correct} takeBack={takeBack} />
          </>
        )}
        {mode === "section" && (
          <Text className="quiet">Touch the two ends of a line on the plan, or choose two corners below it.</Text>
        )}
        {mode !== "level" && (
          <TieList
            room={room}
            again={(t) => {
              setMode("tape");
              setTie({ from: t.from, to: t.to, replaces: t.id });
            }}
          />
        )}
      </div>
      {corners && <Corners close={() => setCorners(false)} />}
    </div>
  );
}

interface Tie {
  from: string;
  to: string;
  replaces?: string;
}

const first = (next: NextStep[]): Tie | undefined => {
  const n = next.find((one) => one.what === "tie" && one.from && one.to && !one.reading);
  return n?.from && n.to ? { from: n.from, to: n.to } : undefined;
};
