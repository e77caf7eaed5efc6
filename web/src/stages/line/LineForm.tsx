import { Button, NativeSelect, Switch, TextInput } from "@mantine/core";
import { useDebouncedValue } from "@mantine/hooks";
import { useEffect, useState } from "react";
import { api, type Comparison, got, type Laid, type Line, type Problem, type Room, type Wall } from "../../api/client";
import { freeMark } from "../../app/newWall";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";
import { LengthField } from "../../entry/LengthField";
import { NumberField } from "../../entry/NumberField";
import { Compared } from "./Compared";
import { ways } from "./choices";
import { KindFields } from "./KindFields";
import { only, type Special } from "./kinds";
import { LineMore } from "./LineMore";
import { tidy } from "./tidy";

interface Props {
  wall?: Wall;
  room: Room;
  picked?: { face: string; n: number };
  /** shows where the line would lie, once it can */
  show: (laid?: Laid) => void;
  close: (kept?: string) => void;
}

const far = "the room's wall";

/** A line, said in a short form; faces can be touched on the plan. */
export function LineForm({ wall, room, picked, show, close }: Props) {
  const { id, job, plan } = useJobContext();
  const d = job.document;
  const walls = d.walls ?? [];
  const edits = useEdits(job);
  const taken = new Set(walls.map((w) => w.id));
  const [name, setName] = useState(wall?.name ?? "");
  const [mark, setMark] = useState(wall?.id ?? freeMark(d));
  const [lumber, setLumber] = useState(wall?.lumber ?? d.lumber?.[0]?.id ?? "");
  const [bottom, setBottom] = useState(wall ? (wall.bottom?.[0] ?? "") : (plan.usual.bottom[0] ?? ""));
  const [top, setTop] = useState(wall?.top?.[0] && wall.top[0] !== wall.lumber ? wall.top[0] : "");
  const [membrane, setMembrane] = useState(!!wall?.membrane);
  const [tops, setTops] = useState(wall?.top?.length ?? plan.usual.tops);
  const [body, setBody] = useState<string>(wall?.line ? (wall.body ?? "") : "");
  const [l, setL] = useState<Line>(
    wall?.line ??
      (room.sides.length + room.walls.length + walls.length > 0
        ? { by: "parallel", face: room.sides[0]?.face ?? room.walls[0]?.id ?? walls[0]?.id ?? "", at: "" }
        : {
            by: "through",
            marks: [
              { x: "0", y: "0" },
              { x: "", y: "0" },
            ],
          }),
  );
  const [of, setOf] = useState<Special>(only(wall ?? {}));
  const [slot, setSlot] = useState<"face" | "and" | "start" | "stop">("face");
  const fault: Problem | null = edits.error;
  const free = [
    ...room.walls.flatMap((w) => (w.free ? [w.id, `${w.id} back`] : w.depth > 0 ? [`${w.id} back`] : [])),
    ...(d.survey?.obstructions ?? []).filter((o) => !o.rises).flatMap((o) => [o.id, `${o.id} back`]),
  ];
  const faces = [
    ...room.sides.map((side) => side.face),
    ...free,
    ...walls.filter((w) => w.id !== mark).flatMap((w) => [w.id, `${w.id} back`]),
  ];
  const isNew = (face?: string) => !!face && walls.some((w) => w.id === face.replace(/ back$/, ""));
  const change = (by: Partial<Line>) => {
    if (edits.error) edits.reset();
    setRows(undefined);
    setL((was) => ({ ...was, ...by }));
  };
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each touch on the plan
  useEffect(() => {
    if (!picked || picked.face === mark) return;
    if (slot === "start" || slot === "stop") change({ [slot]: { ...l[slot], face: picked.face } });
    else change({ [slot]: picked.face });
  }, [picked?.n]);
  const at = (path: string) => fault?.at[`edits[0].wall.${path}`];
  const here = Object.entries(fault?.at ?? {}).filter(([p]) => p === "edits[0].wall.line" || p.endsWith(".to"));
  const steel = !!d.lumber?.find((x) => x.id === lumber)?.steel;
  const asked = () => {
    const line = tidy(l, isNew);
    const {
      from: _from,
      to: _to,
      kind: _k,
      height: _h,
      rake: _r,
      posts: _p,
      cap: _c,
      braces: _b,
      infill: _i,
      edges: _e,
      ...rest
    } = wall ?? ({} as Wall);
    const now = {
      ...(wall ? rest : { noggings: job.document.rules?.noggings }),
      id: mark,
      bottom: bottom ? [bottom === wall?.lumber ? lumber : bottom, ...(wall?.bottom?.slice(1) ?? [])] : undefined,
      // plates of the studs' own lumber change with it; steel studs stand in the first track where none is named
      top: steel ? (top ? [top] : undefined) : Array.from({ length: tops }, () => top || lumber),
      membrane: membrane || undefined,
      name,
      lumber,
      line,
      body: (body || undefined) as Wall["body"],
      ...only(of),
    } as Wall;
    return now;
  };
  const said = JSON.stringify([l, lumber, bottom, tops, top, membrane, body, mark, of]);
  const [shown] = useDebouncedValue(said, 250);
  // biome-ignore lint/correctness/useExhaustiveDependencies: once for each line that was said
  useEffect(() => {
    let gone = false;
    got(api.POST("/api/jobs/{id}/walls/{wall}/lay", { params: { path: { id, wall: mark } }, body: asked() })).then(
      (laid) => gone || show(laid),
      () => gone || show(undefined), // half said yet
    );
    return () => {
      gone = true;
    };
  }, [shown]);
  const [rows, setRows] = useState<Comparison>();
  const compare = () =>
    got(api.POST("/api/jobs/{id}/walls/{wall}/compare", { params: { path: { id, wall: mark } }, body: asked() })).then(
      setRows,
      tell,
    );
  const keep = () => {
    const now = asked();
    // the faults stand at their fields; the last good state stays on screen
    edits.make({ do: "put-wall", wall: now }).then(
      () => close(mark),
      () => {},
    );
  };
  const takeOut = () => wall && edits.make({ do: "remove-wall", wall: wall.id }).then(() => close(), tell);
  const pick = (label: string, value: string, key: typeof slot, set: (v: string) => void, error?: string, first?: string) => (
    <NativeSelect
      label={label}
      value={value}
      onFocus={() => setSlot(key)}
      onChange={(e) => set(e.currentTarget.value)}
      data={[...(first ? [{ value: "", label: first }] : [""]), ...faces]}
      error={error}
    />
  );
  const long = (label: string, value: string, set: (v: string) => void, error?: string) => (
    <LengthField label={label} value={value} units={d.units} mark={d.mark} change={set} enter={keep} fault={error} />
  );
  const marks = l.marks ?? [{}, {}];
  return (
    <form
      className="entry-box line-form"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <div className="two">
        <TextInput
          label="Mark"
          value={mark}
          disabled={!!wall}
          onChange={(e) => setMark(e.currentTarget.value)}
          error={!wall && taken.has(mark) ? "taken" : at("id")}
        />
        <TextInput label="Called" value={name} placeholder="hall" onChange={(e) => setName(e.currentTarget.value)} />
      </div>
      <NativeSelect
        label="The line lies"
        value={l.by}
        onChange={(e) => change({ by: e.currentTarget.value as Line["by"] })}
        data={ways}
      />
      {l.by !== "through" && (
        <div className="two">
          {pick("Face", l.face ?? "", "face", (face) => change({ face }), at("line.face"))}
          {l.by === "centred" ? (
            pick("and", l.and ?? "", "and", (and) => change({ and }), at("line.and"))
          ) : l.by === "leg" ? (
            <NativeSelect
              label="Turned"
              value={l.turn ?? "left"}
              onChange={(e) => change({ turn: e.currentTarget.value as "left" })}
              data={["left", "right"]}
            />
          ) : (
            l.by !== "in-line" &&
            long(
              l.by === "square" ? "At, along it" : l.by === "clear" ? "Clear" : l.by === "furring" ? "Clearance" : "At",
              l.at ?? "",
              (v) => change({ at: v }),
              at("line.at"),
            )
          )}
        </div>
      )}
      {l.by === "leg" && (
        <div className="two">
          <NativeSelect
            label="Should come out at"
            value={l.closes?.corner ? `corner ${l.closes.corner}` : (l.closes?.face ?? "")}
            onChange={(e) => {
              const v = e.currentTarget.value;
              change({ closes: v === "" ? undefined : v.startsWith("corner ") ? { corner: v.slice(7) } : { face: v } });
            }}
            data={[{ value: "", label: "nothing said" }, ...room.corners.map((c) => `corner ${c.id}`), ...faces]}
            error={at("line.closes") ?? at("line.closes.corner") ?? at("line.closes.face")}
          />
        </div>
      )}
      {(l.by === "square" || l.by === "leg") && (
        <NumberField
          label="Degrees off the face, 90 if left out"
          value={l.degrees}
          change={(degrees) => change({ degrees })}
          error={at("line.degrees")}
        />
      )}
      {l.by === "parallel" && (
        <div className="two">
          {long("At its other end", l.atEnd ?? "", (atEnd) => change({ atEnd }), at("line.atEnd"))}
          {l.atEnd && (
            <NativeSelect
              label="Follow"
              value={l.follow ?? "both"}
              onChange={(e) => change({ follow: e.currentTarget.value as "both" })}
              data={[
                { value: "both", label: "both distances" },
                { value: "start", label: "the first" },
                { value: "end", label: "the other" },
              ]}
            />
          )}
        </div>
      )}
      {l.by === "through" &&
        [0, 1].map((i) => (
          <div className="two" key={i}>
            {(["x", "y"] as const).map((axis) => (
              <span key={axis}>
                {long(
                  `Mark ${i + 1}, ${axis === "x" ? "across" : "up"}`,
                  marks[i]?.[axis] ?? "",
                  (v) => change({ marks: [0, 1].map((k) => (k === i ? { ...marks[k], [axis]: v } : (marks[k] ?? {}))) }),
                  at(`line.marks[${i}].${axis}`),
                )}
              </span>
            ))}
          </div>
        ))}
      <div className="two">
        {pick(
          "From",
          l.start?.face ?? "",
          "start",
          (face) => change({ start: { ...l.start, face } }),
          at("line.start.face"),
          l.by === "square" ? "the face" : far,
        )}
        {pick("To", l.stop?.face ?? "", "stop", (face) => change({ stop: { ...l.stop, face } }), at("line.stop.face"), far)}
      </div>
      {(["start", "stop"] as const).map(
        (end) =>
          isNew(l[end]?.face) && (
            <Switch
              key={end}
              className="past"
              label={`Runs past ${l[end]?.face?.replace(/ back$/, "")}, flush with its far side`}
              checked={!!l[end]?.past}
              onChange={(e) => change({ [end]: { ...l[end], past: e.currentTarget.checked } })}
            />
          ),
      )}
      <KindFields of={of} change={setOf} at={at} enter={keep} />
      <LineMore
        line={l}
        change={change}
        at={at}
        length={long}
        faces={faces}
        wood={{ lumber, bottom, tops, top, membrane, body }}
        set={(to) => {
          if (to.lumber !== undefined) setLumber(to.lumber);
          if (to.bottom !== undefined) setBottom(to.bottom);
          if (to.tops !== undefined) setTops(to.tops);
          if (to.top !== undefined) setTop(to.top);
          if (to.membrane !== undefined) setMembrane(to.membrane);
          if (to.body !== undefined) setBody(to.body);
        }}
      />
      {here.map(([p, text]) => (
        <div key={p} className="is-stop" role="alert">
          {text}
        </div>
      ))}
      {fault && here.length === 0 && !Object.keys(fault.at).some((p) => p.startsWith("edits[0].wall.line.")) && (
        <div className="is-stop" role="alert">
          {fault.message}
        </div>
      )}
      {rows && <Compared of={rows} there={!!wall} />}
      <div className="buttons">
        <Button type="submit" h={52} loading={edits.isPending} disabled={!wall && taken.has(mark)}>
          {wall ? "Place it so" : "Place the line"}
        </Button>
        <Button h={52} variant="light" onClick={compare}>
          Compare
        </Button>
        <Button h={52} variant="default" onClick={() => close()}>
          Leave it
        </Button>
      </div>
      {wall && (
        <Button h={48} variant="subtle" color="crayon" onClick={takeOut} loading={edits.isPending}>
          Take {wall.id} out
        </Button>
      )}
    </form>
  );
}
