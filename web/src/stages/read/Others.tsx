import { ActionIcon, NativeSelect, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useState } from "react";
import type { Assess, Room } from "../../api/client";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Len, Said } from "../../drawing/Len";
import { listed } from "../../entry/listed";
import { Do, useAssess } from "./assessing";

type Wanted = NonNullable<Assess["wanted"]>[number];

/** What must fit, what was probed, and pockets to be filled. */
export function Others({ room }: { room: Room }) {
  const { assess, keep } = useAssess();
  const { job } = useJobContext();
  const walls = job.document.survey?.walls ?? [];
  const metric = job.document.units === "metric";
  const wanted = assess.wanted ?? [];
  const probes = assess.probes ?? [];
  const pockets = assess.pockets ?? [];
  const [w, setW] = useState({ kind: "equipment" as Wanted["kind"], what: "", height: "" });
  const [probe, setProbe] = useState({ where: "", of: "", layers: "" });
  const [pocket, setPocket] = useState({ id: "", widths: "", heights: "" });
  const split = (t: string) => listed(t, job.document.units);
  return (
    <>
      <section aria-label="What's wanted">
        <h2>What must fit</h2>
        <ul className="plain">
          {room.assess.wanted.map((x) => (
            <li key={x.id}>
              <span className="grow">
                <Said text={x.text} />{" "}
                <b className={x.fits === "yes" ? "is-ready" : x.fits === "no" ? "is-stop" : "is-held"}>
                  {x.fits === "yes" ? "fits" : x.fits === "no" ? "doesn't fit" : "not known"}
                </b>
              </span>
              <Out label={x.text} go={() => keep({ wanted: wanted.filter((one) => one.id !== x.id) })} />
            </li>
          ))}
        </ul>
        <details>
          <summary>Add what is wanted</summary>
          <div className="fields">
            <NativeSelect
              label="Kind"
              value={w.kind}
              onChange={(e) => setW({ ...w, kind: e.currentTarget.value as Wanted["kind"] })}
              data={["room", "door", "equipment", "face", "ceiling", "salvage"]}
            />
            <TextInput label="What" value={w.what} onChange={(e) => setW({ ...w, what: e.currentTarget.value })} />
            <TextInput label="Height" value={w.height} onChange={(e) => setW({ ...w, height: e.currentTarget.value })} />
            <Do
              off={!w.what.trim()}
              go={() =>
                keep({
                  wanted: [...wanted, { id: newId(), kind: w.kind, what: w.what, ...(w.height ? { height: w.height } : {}) }],
                }).then((ok) => ok && setW({ ...w, what: "", height: "" }))
              }
            >
              Add it
            </Do>
          </div>
        </details>
      </section>
      <section aria-label="Probed and gauged">
        <h2>Probed and gauged</h2>
        <ul className="plain">
          {room.assess.probes.map((p) => (
            <li key={p.id}>
              <span className="grow">
                <b>{probes.find((x) => x.id === p.id)?.where}</b>: {p.bites} lies <Len text={p.depth} /> deep; a screw of{" "}
                <Len text={p.screw} /> or more.
              </span>
              <Out label={p.id} go={() => keep({ probes: probes.filter((x) => x.id !== p.id) })} />
            </li>
          ))}
          {room.assess.pockets.map((p) => (
            <li key={p.id}>
              <span className="grow">
                <b>Pocket {p.id}</b>: infill <Len text={p.width} /> wide, <Len text={p.height} /> high (the smallest gauged, less
                the allowance).
              </span>
              <Out label={p.id} go={() => keep({ pockets: pockets.filter((x) => x.id !== p.id) })} />
            </li>
          ))}
        </ul>
        <details>
          <summary>Add a probe: what is under the face</summary>
          <div className="fields">
            <TextInput label="Where" value={probe.where} onChange={(e) => setProbe({ ...probe, where: e.currentTarget.value })} />
            <NativeSelect
              label="What was probed"
              value={probe.of}
              onChange={(e) => setProbe({ ...probe, of: e.currentTarget.value })}
              data={[
                { value: "", label: "something else" },
                { value: "ceiling", label: "the ceiling: top plates go by it" },
                { value: "floor", label: "the floor: bottom plates go by it" },
                ...walls.map((one) => ({ value: `wall ${one.id}`, label: `${one.id}: ends that meet it go by it` })),
              ]}
            />
            <TextInput
              label="Layers: what = thick, …, last what holds"
              placeholder={metric ? "board = 12.5, furring = 20, oak" : "board = 1/2, furring = 3/4, oak"}
              value={probe.layers}
              onChange={(e) => setProbe({ ...probe, layers: e.currentTarget.value })}
            />
            <Do
              off={!probe.where.trim() || !probe.layers.trim()}
              go={() => {
                const layers = split(probe.layers).map((l) => {
                  const [what = "", thick] = l.split("=").map((x) => x.trim());
                  return thick ? { what, thick } : { what };
                });
                const of = probe.of.startsWith("wall ")
                  ? { of: "wall" as const, wall: probe.of.slice(5) }
                  : probe.of
                    ? { of: probe.of as "floor" | "ceiling" }
                    : {};
                keep({ probes: [...probes, { id: newId(), where: probe.where, ...of, layers }] }).then(
                  (ok) => ok && setProbe({ where: "", of: "", layers: "" }),
                );
              }}
            >
              Add it
            </Do>
          </div>
        </details>
        <details>
          <summary>Add a pocket for an infill</summary>
          <div className="fields">
            <TextInput label="Called" value={pocket.id} onChange={(e) => setPocket({ ...pocket, id: e.currentTarget.value })} />
            <TextInput
              label="Widths at three points or more"
              placeholder={metric ? "768, 765, 767" : "30 1/4, 30 1/8, 30 3/16"}
              value={pocket.widths}
              onChange={(e) => setPocket({ ...pocket, widths: e.currentTarget.value })}
            />
            <TextInput
              label="Heights at three points or more"
              value={pocket.heights}
              onChange={(e) => setPocket({ ...pocket, heights: e.currentTarget.value })}
            />
            <Do
              off={!pocket.id.trim()}
              go={() =>
                keep({
                  pockets: [...pockets, { id: pocket.id, widths: split(pocket.widths), heights: split(pocket.heights) }],
                }).then((ok) => ok && setPocket({ id: "", widths: "", heights: "" }))
              }
            >
              Add it
            </Do>
          </div>
        </details>
      </section>
    </>
  );
}

function Out({ label, go }: { label: string; go: () => void }) {
  return (
    <ActionIcon size={48} variant="subtle" color="gray" aria-label={`Take out: ${label}`} onClick={go}>
      <IconX size={18} />
    </ActionIcon>
  );
}
