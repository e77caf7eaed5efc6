import { Button, Group, NativeSelect, SegmentedControl, TextInput } from "@mantine/core";
import { type FormEvent, useState } from "react";
import type { OpenItem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Said } from "../../drawing/Len";
import { byWhom } from "../../edits/me";
import { useEdits } from "../../edits/useEdits";
import { PhotosOf } from "../../entry/Photos";

const kinds: [OpenItem["kind"], string][] = [
  ["brace", "brace"],
  ["fastening", "wrong screws or nails"],
  ["closure", "temporary closure"],
  ["left-out", "left out"],
  ["saw-out", "plate to saw out"],
  ["later", "fitted later"],
  ["pending", "not there yet"],
  ["prop", "prop"],
  ["guard", "guard, open edge"],
  ["substitution", "built otherwise"],
  ["wait", "waited for"],
  ["other", "other"],
];
const named = Object.fromEntries(kinds) as Record<OpenItem["kind"], string>;

/** What is open until somebody settles it. */
export function OpenList() {
  const { plan } = useJobContext();
  const [shown, setShown] = useState("open");
  const [wall, setWall] = useState("");
  const [by, setBy] = useState("due");
  const all = plan.plan.openList;
  const here = all.filter(
    (o) => (wall === "" || (o.wall ?? "") === wall) && (shown === "all" || !o.settled === (shown === "open")),
  );
  const sorted = [...here].sort((a, b) =>
    by === "due"
      ? (a.due ?? "9999").localeCompare(b.due ?? "9999")
      : by === "who"
        ? (a.who ?? "~").localeCompare(b.who ?? "~")
        : (a.wall ?? "~").localeCompare(b.wall ?? "~"),
  );
  const open = all.filter((o) => !o.settled).length;
  return (
    <>
      <h2>{open === 0 ? "Nothing is open" : `${open} open`}</h2>
      <Group gap="sm" mb="sm" className="no-print">
        <SegmentedControl
          aria-label="Which"
          value={shown}
          onChange={setShown}
          data={[
            { value: "open", label: "open" },
            { value: "settled", label: "settled" },
            { value: "all", label: "both" },
          ]}
        />
        <NativeSelect
          aria-label="Of which wall"
          size="md"
          value={wall}
          onChange={(e) => setWall(e.currentTarget.value)}
          data={[{ value: "", label: "all walls" }, ...plan.plan.walls.map((w) => ({ value: w.id, label: `wall ${w.id}` }))]}
        />
        <NativeSelect
          aria-label="Sorted"
          size="md"
          value={by}
          onChange={(e) => setBy(e.currentTarget.value)}
          data={[
            { value: "due", label: "by day" },
            { value: "who", label: "by who" },
            { value: "wall", label: "by wall" },
          ]}
        />
      </Group>
      {sorted.length === 0 && (
        <p className="quiet">
          {all.length === 0
            ? "What is put up to be taken down, left out for later or waited for stands here, until somebody says what was done about it."
            : "Nothing of that."}
        </p>
      )}
      <ul className="open-list">
        {sorted.map((o) => (
          <Item key={o.id} o={o} />
        ))}
      </ul>
      <Add />
    </>
  );
}

function Item({ o }: { o: OpenItem }) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const [doing, setDoing] = useState<"settle" | "who">();
  const [line, setLine] = useState("");
  const [who, setWho] = useState(o.who ?? "");
  const [due, setDue] = useState(o.due ?? "");
  const me = byWhom();
  const late = !o.settled && o.due && o.due < new Date().toISOString().slice(0, 10);
  const settle = (e: FormEvent) => {
    e.preventDefault();
    if (line.trim() === "" || edits.isPending) return;
    edits.make({ do: "note", part: "settled", line: { item: o.id, line: line.trim(), ...(me ? { by: me } : {}) } }).then(() => {
      setDoing(undefined);
      setLine("");
    }, tell); // what was written stays
  };
  const assign = (e: FormEvent) => {
    e.preventDefault();
    const { id, kind, what, wall, member, designed, built } = o;
    const rest = { wall, member, designed, built };
    const kept = Object.fromEntries(Object.entries(rest).filter(([, v]) => v));
    edits
      .make({
        do: "note",
        part: "items",
        line: { item: id, kind, what, ...kept, ...(who.trim() ? { who: who.trim() } : {}), ...(due ? { due } : {}) },
      })
      .then(() => setDoing(undefined), tell);
  };
  const again = () =>
    edits.make({ do: "note", part: "settled", line: { item: o.id, undone: true, ...(me ? { by: me } : {}) } }).catch(tell);
  return (
    <li className={o.settled ? "settled" : ""}>
      <div className="open-item">
        <b className="open-wall">{o.wall ?? ""}</b>
        <span className="grow">
          <Said text={o.what} />
          {o.kind === "substitution" && (
            <small className="open-more">
              Designed: {o.designed}. Built: {o.built}.
            </small>
          )}
          <small className="quiet open-more">
            {[named[o.kind], o.who, o.due && `by ${o.due}`].filter(Boolean).join(", ")}
            {late && <b className="is-stop"> overdue</b>}
          </small>
          {o.settled && (
            <small className="open-more">
              Settled: {o.settled.line}
              <span className="quiet">
                {" "}
                {[o.settled.by, o.settled.at && new Date(o.settled.at).toLocaleDateString()].filter(Boolean).join(", ")}
              </span>
            </small>
          )}
        </span>
        {o.settled ? (
          <Button h={48} variant="subtle" onClick={again} aria-label={`Open again: ${o.what}`}>
            Open again
          </Button>
        ) : (
          <>
            <Button h={48} variant="subtle" onClick={() => setDoing(doing === "who" ? undefined : "who")}>
              Who, when
            </Button>
            <Button
              h={48}
              variant="default"
              onClick={() => setDoing(doing === "settle" ? undefined : "settle")}
              aria-label={`Settle: ${o.what}`}
            >
              Settle
            </Button>
          </>
        )}
      </div>
      {doing === "settle" && (
        <form onSubmit={settle} className="open-form">
          <TextInput
            size="md"
            className="grow"
            label="What was done about it"
            data-autofocus
            autoFocus
            value={line}
            onChange={(e) => setLine(e.currentTarget.value)}
          />
          <Button h={48} type="submit" loading={edits.isPending} disabled={line.trim() === ""}>
            Settled
          </Button>
          <PhotosOf tie={{ finding: o.id, ...(o.wall ? { wall: o.wall } : {}) }} />
        </form>
      )}
      {doing === "who" && (
        <form onSubmit={assign} className="open-form">
          <TextInput size="md" label="Who sees to it" value={who} onChange={(e) => setWho(e.currentTarget.value)} />
          <TextInput size="md" label="By when" type="date" value={due} onChange={(e) => setDue(e.currentTarget.value)} />
          <Button h={48} type="submit" variant="default" loading={edits.isPending}>
            Keep
          </Button>
        </form>
      )}
    </li>
  );
}

const empty = { what: "", kind: "brace" as OpenItem["kind"], wall: "", who: "", due: "", designed: "", built: "" };

/** One more thing that is open. */
function Add() {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const [one, setOne] = useState(empty);
  const set = (change: Partial<typeof empty>) => setOne({ ...one, ...change });
  const other = one.kind === "substitution";
  const missing = one.what.trim() === "" || (other && (one.designed.trim() === "" || one.built.trim() === ""));
  const add = (e: FormEvent) => {
    e.preventDefault();
    if (missing || edits.isPending) return;
    const { what, kind, ...rest } = one;
    const given = Object.fromEntries(Object.entries(rest).filter(([, v]) => v.trim() !== ""));
    edits.make({ do: "note", part: "items", line: { what: what.trim(), kind, ...given } }).then(() => setOne(empty), tell);
  };
  return (
    <form className="open-add no-print" onSubmit={add} aria-label="One more">
      <h3>One more</h3>
      <Group gap="sm" align="flex-end">
        <NativeSelect
          size="md"
          label="Kind"
          value={one.kind}
          onChange={(e) => set({ kind: e.currentTarget.value as OpenItem["kind"] })}
          data={kinds.map(([value, label]) => ({ value, label }))}
        />
        <NativeSelect
          size="md"
          label="Wall"
          value={one.wall}
          onChange={(e) => set({ wall: e.currentTarget.value })}
          data={[{ value: "", label: "none" }, ...plan.plan.walls.map((w) => w.id)]}
        />
        <TextInput
          size="md"
          label="What"
          className="grow"
          value={one.what}
          onChange={(e) => set({ what: e.currentTarget.value })}
        />
        {other && (
          <>
            <TextInput
              size="md"
              label="As designed"
              value={one.designed}
              onChange={(e) => set({ designed: e.currentTarget.value })}
            />
            <TextInput size="md" label="As built" value={one.built} onChange={(e) => set({ built: e.currentTarget.value })} />
          </>
        )}
        <TextInput size="md" label="Who sees to it" value={one.who} onChange={(e) => set({ who: e.currentTarget.value })} />
        <TextInput size="md" label="By when" type="date" value={one.due} onChange={(e) => set({ due: e.currentTarget.value })} />
        <Button h={48} type="submit" disabled={missing} loading={edits.isPending}>
          Put it on the list
        </Button>
      </Group>
    </form>
  );
}
