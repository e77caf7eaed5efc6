import { NativeSelect, NumberInput, Switch } from "@mantine/core";
import type { PlanWall, Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { bare } from "../../entry/bare";
import { LengthEdit } from "../../entry/LengthField";

type Is = NonNullable<Wall["behind"]>;

interface Props {
  wall: Wall;
  worked: PlanWall;
  set: (change: Partial<Wall>) => Promise<unknown>;
  at: (path: string) => string | undefined;
}

/** What stands between a wall and the masonry behind it, and how it is tied back. */
export function Behind({ wall, worked, set, at }: Props) {
  const { job } = useJobContext();
  const of = wall.behind;
  const b = worked.behind;
  const keep = (change: Partial<Is>) => set({ behind: { ...of, ...change } });
  const length = (label: string, value: string | undefined, usual: string, to: (v: string) => Promise<unknown>, path: string) => (
    <LengthEdit
      label={label}
      placeholder={usual}
      empty
      units={job.document.units}
      mark={job.document.mark}
      value={value ?? ""}
      keep={to}
      fault={at(`behind.${path}`)}
    />
  );
  return (
    <>
      <h3>Masonry behind it</h3>
      <Switch
        label="It stands before masonry"
        checked={!!of}
        onChange={(e) => set({ behind: e.currentTarget.checked ? {} : undefined })}
      />
      {at("behind") && (
        <p role="alert" className="is-stop">
          {at("behind")}
        </p>
      )}
      {of && (
        <div className="line-form">
          <Switch
            label="A membrane lies on the masonry's side"
            checked={!!of.membrane}
            onChange={(e) => keep({ membrane: e.currentTarget.checked || undefined })}
          />
          {length("Gap to keep", of.gap, "not to touch", (gap) => keep({ gap: gap || undefined }), "gap")}
          <NativeSelect
            label="Its studs are tied back with"
            value={of.ties?.by ?? ""}
            onChange={(e) =>
              keep({ ties: e.currentTarget.value ? { ...of.ties, by: e.currentTarget.value as "resin" } : undefined })
            }
            data={[
              { value: "", label: "nothing" },
              { value: "resin", label: "resin anchors" },
              { value: "bolt", label: "expansion bolts" },
              { value: "screw", label: "screws" },
            ]}
          />
          {of.ties && (
            <div className="two">
              {length(
                "How long a tie is",
                of.ties.length,
                "not said",
                (v) => keep({ ties: { ...of.ties, length: v || undefined } }),
                "ties.length",
              )}
              {length(
                "Farthest apart",
                of.ties.step,
                "usual",
                (v) => keep({ ties: { ...of.ties, step: v || undefined } }),
                "ties.step",
              )}
              {length("Over the floor", of.height, "usual", (v) => keep({ height: v || undefined }), "height")}
              <NumberInput
                label="Hours to cure"
                min={0}
                max={1000}
                defaultValue={of.ties.cure ?? ""}
                error={at("behind.ties.cure")}
                onBlur={(e) => {
                  const cure = Number(e.currentTarget.value) || undefined;
                  if (cure !== of.ties?.cure) keep({ ties: { ...of.ties, cure } });
                }}
              />
            </div>
          )}
        </div>
      )}
      {b && (
        <>
          <p>
            Between its studs and {b.of}: <Len text={b.least} /> where that comes nearest, <Len text={b.most} /> at the foot.
          </p>
          {b.bays.length > 0 && <p>Its bays, from the board's back to the masonry:</p>}
          <ul className="plain behind quiet" aria-label="Bays behind it">
            {b.bays.map((x) => (
              <li key={x.from}>
                <span>
                  <Len text={bare(x.from)} /> to <Len text={bare(x.to)} />: <Len text={x.least} />
                  {x.most !== x.least && (
                    <>
                      {" "}
                      to <Len text={x.most} />
                    </>
                  )}
                </span>
              </li>
            ))}
          </ul>
          <ul className="plain behind" aria-label="Ties to the masonry">
            {b.ties.map((t) => (
              <li key={t.at} className={t.bite === "0" ? "is-stop" : ""}>
                <span>
                  {t.member} at <Len text={bare(t.at)} /> bridges <Len text={t.gap} />
                  {t.bite === "0" && ", and doesn't reach"}
                  {t.bite && t.bite !== "0" && (
                    <>
                      , bites <Len text={t.bite} />
                    </>
                  )}
                </span>
              </li>
            ))}
          </ul>
        </>
      )}
    </>
  );
}
