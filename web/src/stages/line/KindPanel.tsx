import { Button, Group, NativeSelect } from "@mantine/core";
import { useState } from "react";
import type { PlanWall, Problem, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useWord } from "../../app/words";
import { Len, Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { Removable, without } from "../../entry/Removable";
import { Beams } from "./Beams";
import { Behind } from "./Behind";
import { KindFields } from "./KindFields";
import { begun, is, kinds, only, type Special, stretchOf } from "./kinds";
import { Layers } from "./Layers";
import { SteelFields } from "./SteelFields";
import { Wet } from "./Wet";

/** What kind of wall it is, and where along it that changes. */
export function KindPanel({ wall, worked }: { wall: Wall; worked: PlanWall }) {
  const { job, plan } = useJobContext();
  const word = useWord();
  const edits = useEdits(job);
  const [of, setOf] = useState<Special>(only(wall));
  const [more, setMore] = useState<{ from: string; to: string; lumber: string; of: Special }>();
  const fault: Problem | null = edits.error;
  const all = wall.stretches ?? [];
  const { kind: _k, height: _h, rake: _r, posts: _p, cap: _c, braces: _b, infill: _i, edges: _e, ...plain } = wall;
  const put = (now: Partial<Wall>) =>
    edits.make({ do: "put-wall", wall: { ...plain, ...only(of), ...now } }).then(
      () => true,
      () => false, // the fault stands at its field
    );
  const at = (path: string) => fault?.at[`edits[0].wall.${path}`];
  const changed = JSON.stringify(only(of)) !== JSON.stringify(only(wall));
  const length = (label: string, name: "from" | "to") =>
    more && (
      <LengthField
        label={label}
        value={more[name]}
        units={job.document.units}
        mark={job.document.mark}
        change={(v) => setMore({ ...more, [name]: v })}
        fault={at(`stretches[${all.length}].${name}`)}
      />
    );
  return (
    <section aria-label="Kind" className="against kind-panel">
      <h3>What it is</h3>
      <form
        className="line-form"
        onSubmit={(e) => {
          e.preventDefault();
          put({});
        }}
      >
        {worked.box && (
          <p>
            <Said text={worked.box.said} />
          </p>
        )}
        {!worked.box?.hangs && <KindFields of={of} change={setOf} at={at} />}
        {changed && (
          <Group mt="xs">
            <Button type="submit" h={48} loading={edits.isPending}>
              Make it so
            </Button>
            <Button h={48} variant="subtle" onClick={() => setOf(only(wall))}>
              Leave it
            </Button>
          </Group>
        )}
      </form>
      <SteelFields wall={wall} set={put} at={at} />
      {worked.edges?.map((e) => (
        <p key={e.edges} className={e.chosen ? "" : "quiet"}>
          <Said text={e.said} />
        </p>
      ))}
      {(worked.slots ?? []).length > 0 && (
        <p>
          Slots through the floor:{" "}
          {(worked.slots ?? []).map((s, i) => (
            <span key={s.post}>
              {i > 0 && ", "}
              <Len text={bare(s.from)} /> to <Len text={bare(s.to)} />
            </span>
          ))}
          , each for a {word("post")} as deep as the wall.
        </p>
      )}
      <h3>Where it changes</h3>
      {all.length === 0 && !more && <p className="quiet">It is the same from end to end.</p>}
      <Removable
        lines={all.map((s) => ({
          name: `the stretch from ${bare(s.from)}`,
          said: (
            <>
              <Len text={bare(s.from)} /> to <Len text={bare(s.to)} />: {kinds.find((k) => k.value === is(s))?.label}
              {s.height && (
                <>
                  , <Len text={bare(s.height)} /> high
                </>
              )}
              {s.lumber && `, of ${s.lumber}`}
            </>
          ),
        }))}
        take={(i) => put({ stretches: without(all, i) })}
      />
      {more ? (
        <form
          className="line-form"
          onSubmit={(e) => {
            e.preventDefault();
            put({ stretches: [...all, stretchOf(more.from, more.to, more.of, more.lumber)] }).then(
              (ok) => ok && setMore(undefined),
            );
          }}
        >
          <div className="two">
            {length("From", "from")}
            {length("To", "to")}
          </div>
          <KindFields
            of={more.of}
            change={(to) => setMore({ ...more, of: to })}
            at={(p) => at(`stretches[${all.length}].${p}`)}
            without={["infill"]}
          />
          <NativeSelect
            label="Lumber there"
            value={more.lumber}
            onChange={(e) => setMore({ ...more, lumber: e.currentTarget.value })}
            data={[{ value: "", label: "the wall's" }, ...(job.document.lumber ?? []).filter((x) => !x.track).map((x) => x.id)]}
            error={at(`stretches[${all.length}].lumber`)}
          />
          <Group mt="xs">
            <Button type="submit" h={48} loading={edits.isPending} disabled={!more.from || !more.to}>
              Let it change there
            </Button>
            <Button h={48} variant="subtle" onClick={() => setMore(undefined)}>
              Leave it
            </Button>
          </Group>
        </form>
      ) : (
        wall.kind !== "infill" &&
        !worked.box?.hangs && (
          <Button
            h={48}
            variant="default"
            onClick={() =>
              setMore({ from: "", to: "", lumber: "", of: begun(is(wall) === "half" ? "plain" : "half", plan.usual.starts) })
            }
          >
            Another kind on a stretch
          </Button>
        )
      )}
      <Wet wall={wall} worked={worked} set={put} at={at} />
      {!worked.box?.hangs && <Behind wall={wall} worked={worked} set={put} at={at} />}
      {!worked.box?.hangs && <Beams wall={wall} set={put} at={at} />}
      <Layers wall={wall} worked={worked} drawing={plan.drawings.find((d) => d.wall === wall.id)} set={put} at={at} />
    </section>
  );
}
