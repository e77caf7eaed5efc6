import { Group, Select, Text } from "@mantine/core";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useLayoutEffect, useRef, useState } from "react";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { Longer } from "./Longer";
import { Stock } from "./Stock";

type Stick = ReturnType<typeof useJobContext>["plan"]["plan"]["sticks"][number];

const states = {
  all: "all sticks",
  open: "not begun",
  begun: "begun",
  done: "cut up",
  kept: "rest worth keeping",
  there: "there already",
};

const isSo: Record<string, (s: Stick) => boolean> = {
  all: () => true,
  open: (s) => !s.cut && !s.is,
  begun: (s) => (s.cut ?? 0) > 0 && (s.cut ?? 0) < s.cuts.length,
  done: (s) => s.cuts.length > 0 && s.cut === s.cuts.length,
  kept: (s) => !!s.kept,
  there: (s) => !!s.there,
};

/** The sticks as boards, with what is cut from each, what is there already, and what they come to. */
export function Sticks() {
  const { plan } = useJobContext();
  const { sticks, wood } = plan.plan;
  const [lumber, setLumber] = useState("all");
  const [state, setState] = useState("all");
  const shown = sticks.filter((s) => (lumber === "all" || s.lumber === lumber) && isSo[state]?.(s));
  const list = useRef<HTMLUListElement>(null);
  const [top, setTop] = useState(0);
  const many = shown.length > 150;
  const rows = useWindowVirtualizer({
    count: shown.length,
    estimateSize: () => 58,
    overscan: 10,
    scrollMargin: top,
    enabled: many,
  });
  useLayoutEffect(() => setTop(list.current?.offsetTop ?? 0), []);
  const near = many ? rows.getVirtualItems() : undefined;
  const before = near?.[0] ? near[0].start - top : 0;
  const after = near ? rows.getTotalSize() - ((near.at(-1)?.end ?? top) - top) : 0;
  const drawn = near
    ? near.map((r) => ({ s: shown[r.index] as Stick, index: r.index }))
    : shown.map((s, index) => ({ s, index }));
  return (
    <>
      <ul className="plain wood-sums">
        {wood.map((w) => (
          <li key={w.lumber}>
            <span className="grow">
              <b>{w.lumber}</b>: <Len text={bare(w.length)} /> to buy
              {w.there ? `, ${w.there} from what is there` : ""}; <Len text={bare(w.pieces)} /> in pieces.{" "}
              {w.priced ? (
                <>
                  <b>{w.cost?.toFixed(2)}</b>; no plan costs less{w.cost === w.bound ? "" : ` than ${w.bound?.toFixed(2)}`}.
                </>
              ) : w.length === w.least ? (
                "No plan takes less."
              ) : (
                <>
                  No plan takes less than <Len text={bare(w.least ?? "")} />.
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
      <Longer />
      <Stock />
      <Group className="no-print cut-filters" gap="sm" my="sm">
        <Select
          aria-label="Lumber"
          size="md"
          value={lumber}
          onChange={(v) => setLumber(v ?? "all")}
          allowDeselect={false}
          data={[{ value: "all", label: "all lumber" }, ...new Set(sticks.map((s) => s.lumber))]}
        />
        <Select
          aria-label="Which sticks"
          size="md"
          value={state}
          onChange={(v) => setState(v ?? "all")}
          allowDeselect={false}
          data={Object.entries(states).map(([value, label]) => ({ value, label }))}
        />
        <Text>
          <b>{shown.length}</b> {shown.length === 1 ? "stick" : "sticks"}. Held pieces are counted in.
        </Text>
      </Group>
      {shown.length === 0 && <Text my="md">No stick is so.</Text>}
      <ul className="sticks" ref={list}>
        {before > 0 && <li style={{ height: before }} aria-hidden="true" />}
        {drawn.map(({ s, index }) => (
          <li key={s.id} ref={many ? rows.measureElement : undefined} data-index={index}>
            <span className="stick-name">
              <b>{s.id}</b> <Len text={bare(s.stock)} />
              {(s.there || s.is) && (
                <small className={s.is ? "is-held" : "is-ready"}>
                  {[s.is, s.there === "stick" ? "there" : s.there, s.place, s.label !== s.id && s.label]
                    .filter(Boolean)
                    .join(", ")}
                </small>
              )}
            </span>
            <StickDrawn stick={s} />
            <span className={s.kept ? "stick-left" : "stick-left quiet"}>
              <Len text={bare(s.offcut)} /> {s.kept ? "to keep" : "left"}
            </span>
          </li>
        ))}
        {after > 0 && <li style={{ height: after }} aria-hidden="true" />}
      </ul>
    </>
  );
}

/** A stick as a board: what is cut from it between pencil marks, its offcut hatched; what is cut is struck through. */
function StickDrawn({ stick }: { stick: Stick }) {
  const end = Math.max(0, ...stick.cuts.map((c) => c.ends));
  const begin = stick.cuts[0]?.begins ?? 0;
  return (
    <span className="board" style={{ width: `${(stick.share ?? 1) * 100}%` }}>
      {begin > 0.004 && <span className="board-rest" style={{ left: 0, right: "auto", width: `${begin * 100}%` }} />}
      {stick.cuts.map((c, i) => (
        <span
          key={c.member}
          className={`board-piece ${c.state ? "is-held" : ""} ${i < (stick.cut ?? 0) ? "is-cut" : ""}`}
          title={`${c.member}, ${bare(c.length)}${i < (stick.cut ?? 0) ? ", cut" : ""}`}
          style={{ left: `${c.begins * 100}%`, width: `${(c.ends - c.begins) * 100}%` }}
        >
          <b>
            <Len text={bare(c.length)} />
          </b>
          <small>{c.member}</small>
        </span>
      ))}
      {end < 0.995 && <span className="board-rest" style={{ left: `${end * 100}%` }} />}
    </span>
  );
}
