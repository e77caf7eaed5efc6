import { Button, Group, NativeSelect, SegmentedControl, SimpleGrid, Text, TextInput } from "@mantine/core";
import { useState } from "react";
import { Link, useSearchParams } from "react-router";
import type { Opening } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { LengthField } from "../../entry/LengthField";
import { type OldWall, saidOf, useOldWalls } from "./useOldWall";

/** Begins work on an opening in a wall that is there: one is cut, or one is closed. */
export function ThereNew() {
  const { id } = useJobContext();
  const { walls } = useOldWalls();
  const [search, setSearch] = useSearchParams();
  const does = search.get("do") === "close" ? "close" : "cut";
  if (walls.length === 0)
    return (
      <Text className="quiet">
        No wall that is there is known: give it under <Link to={`/jobs/${id}/read?view=there`}>Read, What's there</Link>, by its
        corners or both its ends.
      </Text>
    );
  return (
    <div className="controls" style={{ maxWidth: 560 }}>
      <h2>In a wall that is there</h2>
      <SegmentedControl
        fullWidth
        size="md"
        mb="sm"
        aria-label="What is done there"
        value={does}
        onChange={(to) => setSearch({ in: "new", do: to }, { replace: true })}
        data={[
          { value: "cut", label: "cut an opening" },
          { value: "close", label: "close one" },
        ]}
      />
      {does === "cut" ? <Cut /> : <Close />}
    </div>
  );
}

function useWallChoice(walls: OldWall[], chosen: string, set: (id: string) => void) {
  return (
    <NativeSelect
      label="Wall"
      data={walls.map((w) => ({ value: w.id, label: w.name || w.id }))}
      value={chosen}
      onChange={(e) => set(e.currentTarget.value)}
    />
  );
}

function Done({ label, busy, off }: { label: string; busy: boolean; off?: boolean }) {
  const [, setSearch] = useSearchParams();
  return (
    <Group mt="sm">
      <Button type="submit" h={48} disabled={busy || off}>
        {label}
      </Button>
      <Button h={48} variant="subtle" onClick={() => setSearch({}, { replace: true })}>
        Leave it
      </Button>
    </Group>
  );
}

/** Which wall, where, how wide. */
function Cut() {
  const { job, plan } = useJobContext();
  const [, setSearch] = useSearchParams();
  const { walls, put, free, edits } = useOldWalls();
  const [one, setOne] = useState({ wall: walls[0]?.id ?? "", kind: "door", centre: "", width: "", height: "" });
  const wall = walls.find((w) => w.id === one.wall);
  const wrong = (field: string) => edits.error?.of(`.cuts[${wall?.cuts?.length ?? 0}].${field}`);
  const lumber = job.document.lumber?.find((l) => !l.track)?.id ?? "";
  const by = one.kind === "rough" ? "rough" : "leaf";
  const field = (label: string, name: "centre" | "width" | "height", path: string) => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name]}
      fault={wrong(path)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!wall) return;
        const name = free("P");
        const size = { width: one.width, height: one.height };
        const opening: Opening = { id: name, kind: one.kind as "door", centre: one.centre, [by]: size };
        put({ ...wall, cuts: [...(wall.cuts ?? []), { opening, lumber }] }).then(
          (made) => made && setSearch({ in: name }, { replace: true }),
        );
      }}
    >
      <SimpleGrid cols={2} spacing="sm">
        {useWallChoice(walls, one.wall, (w) => setOne({ ...one, wall: w }))}
        <NativeSelect
          label="Kind"
          data={[
            { value: "door", label: "door" },
            { value: "cased", label: "cased, no leaf" },
            { value: "double", label: "double door" },
            { value: "rough", label: "of a rough size" },
          ]}
          value={one.kind}
          onChange={(e) => setOne({ ...one, kind: e.currentTarget.value })}
        />
        {field("Middle, from its first corner", "centre", "opening.centre")}
        {field(by === "rough" ? "Rough width" : "Leaf width", "width", `opening.${by}.width`)}
        {field(by === "rough" ? "Rough height" : "Leaf height", "height", `opening.${by}.height`)}
      </SimpleGrid>
      <Done label="Lay it out" busy={edits.isPending} />
    </form>
  );
}

/** Which opening that is there; one that nobody gave yet is given here. */
function Close() {
  const { job, plan } = useJobContext();
  const [, setSearch] = useSearchParams();
  const { walls, put, free, edits } = useOldWalls();
  const first = walls.find((w) => w.openings?.some((o) => !o.close)) ?? walls[0];
  const [one, setOne] = useState({ wall: first?.id ?? "", which: "", from: "", to: "", what: "" });
  const wall = walls.find((w) => w.id === one.wall);
  const open = (wall?.openings ?? []).map((o, k) => ({ o, k })).filter(({ o }) => !o.close);
  const which = one.which || String(open[0]?.k ?? "new");
  const at = which === "new" ? (wall?.openings?.length ?? 0) : Number(which);
  const wrong = (field: string) => edits.error?.of(`.openings[${at}].${field}`);
  const lumber = job.document.lumber?.find((l) => !l.track)?.id ?? "";
  const field = (label: string, name: "from" | "to") => (
    <LengthField
      label={label}
      units={job.document.units}
      mark={plan.plan.mark}
      value={one[name]}
      fault={wrong(name)}
      change={(v) => setOne({ ...one, [name]: v })}
    />
  );
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        if (!wall) return;
        const all = wall.openings ?? [];
        const was = which === "new" ? { from: one.from, to: one.to, what: one.what || undefined } : all[at];
        if (!was) return;
        const name = was.id || free("E");
        const closed = { ...was, id: name, fate: undefined, close: { lumber } };
        put({ ...wall, openings: which === "new" ? [...all, closed] : all.map((o, k) => (k === at ? closed : o)) }).then(
          (made) => made && setSearch({ in: name }, { replace: true }),
        );
      }}
    >
      <SimpleGrid cols={2} spacing="sm">
        {useWallChoice(walls, one.wall, (w) => setOne({ ...one, wall: w, which: "" }))}
        <NativeSelect
          label="Opening"
          data={[
            ...open.map(({ o, k }) => ({ value: String(k), label: saidOf(o) })),
            { value: "new", label: "one that isn't given yet" },
          ]}
          value={which}
          onChange={(e) => setOne({ ...one, which: e.currentTarget.value })}
        />
        {which === "new" && (
          <>
            {field("From, along the wall", "from")}
            {field("To", "to")}
            <TextInput
              label="What it is"
              placeholder="door to the yard"
              value={one.what}
              onChange={(e) => setOne({ ...one, what: e.currentTarget.value })}
            />
          </>
        )}
      </SimpleGrid>
      <Done label="Close it" busy={edits.isPending} off={which === "new" && (!one.from || !one.to)} />
    </form>
  );
}
