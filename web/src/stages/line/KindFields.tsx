import { NativeSelect } from "@mantine/core";
import type { Wall } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useWord } from "../../app/words";
import { LengthField } from "../../entry/LengthField";
import { NumberField } from "../../entry/NumberField";
import { begun, type Is, is, kinds, type SlopeBy, type Special, slopeBy } from "./kinds";

interface Props {
  of: Special;
  change: (to: Special) => void;
  /** the fault of a field of it */
  at: (path: string) => string | undefined;
  /** kinds that aren't offered */
  without?: Is[];
  enter?: () => void;
}

/** What kind of wall one is, with what that kind asks. */
export function KindFields({ of, change, at, without = [], enter }: Props) {
  const { job, plan } = useJobContext();
  const word = useWord();
  const d = job.document;
  const now = is(of);
  const runs = (d.survey?.joists ?? []).filter((j) => j.of === "floor");
  const pockets = [...new Set([...(d.survey?.pockets ?? []), ...(d.assess?.pockets ?? [])].map((p) => p.id))];
  const long = (label: string, value: string | undefined, set: (v: string) => void, path: string) => (
    <LengthField label={label} value={value ?? ""} units={d.units} mark={d.mark} change={set} enter={enter} fault={at(path)} />
  );
  return (
    <>
      <NativeSelect
        label="It goes"
        value={now}
        onChange={(e) => change(begun(e.currentTarget.value as Is, plan.usual.starts))}
        data={kinds
          .filter((k) => !without.includes(k.value))
          .map((k) => (k.value === "half" ? { ...k, label: `a ${word("half-wall")}, with posts and a cap` } : k))}
        error={at("kind")}
      />
      {(now === "half" || now === "own" || now === "raked") &&
        long(
          now === "half" ? "Height, to the top of its cap" : now === "raked" ? "Height where it begins" : "Height",
          of.height,
          (height) => change({ ...of, height }),
          "height",
        )}
      {now === "raked" && (
        <Slope label="Slope" of={of.rake} change={(rake) => change({ ...of, rake })} at={(p) => at(`rake${p}`)} long={long} />
      )}
      {now === "half" && (
        <>
          <NativeSelect
            label="Posts beside the joists of"
            value={of.posts?.joists ?? ""}
            onChange={(e) => {
              const joists = e.currentTarget.value;
              const usual = begun("half", plan.usual.starts).posts;
              change({ ...of, posts: joists ? { ...usual, ...of.posts, joists } : undefined });
            }}
            data={[{ value: "", label: "no posts" }, ...runs.map((j) => j.id)]}
            error={at("posts.joists")}
            description={runs.length ? undefined : "No floor joists are read yet: give them under Read, What's there."}
          />
          {of.posts && (
            <div className="two">
              {long(
                "Lap beside the joist",
                of.posts.lap,
                (lap) => change({ ...of, posts: of.posts && { ...of.posts, lap } }),
                "posts.lap",
              )}
              {long(
                "Through the floor",
                of.posts.deck,
                (deck) => change({ ...of, posts: of.posts && { ...of.posts, deck } }),
                "posts.deck",
              )}
            </div>
          )}
          {of.posts &&
            long(
              "No farther apart than",
              of.posts.every,
              (every) => change({ ...of, posts: of.posts && { ...of.posts, every } }),
              "posts.every",
            )}
          <div className="two">
            <NativeSelect
              label="Cap of"
              value={of.cap?.lumber ?? ""}
              onChange={(e) => change({ ...of, cap: capOf({ ...of.cap, lumber: e.currentTarget.value || undefined }) })}
              data={[{ value: "", label: "the wall's lumber" }, ...(d.lumber ?? []).filter((x) => !x.track).map((x) => x.id)]}
              error={at("cap.lumber")}
            />
            <NativeSelect
              label="The cap lies"
              value={of.cap?.slope ? (of.cap.to ?? "back") : ""}
              onChange={(e) => {
                const to = e.currentTarget.value as "line" | "back" | "";
                change({
                  ...of,
                  cap: capOf({ ...of.cap, slope: to ? (of.cap?.slope ?? { degrees: 2 }) : undefined, to: to || undefined }),
                });
              }}
              data={[
                { value: "", label: "level" },
                { value: "back", label: "falling to the back" },
                { value: "line", label: "falling to the line" },
              ]}
            />
          </div>
          {of.cap?.slope && (
            <Slope
              label="Fall"
              of={of.cap.slope}
              change={(slope) => change({ ...of, cap: capOf({ ...of.cap, slope }) })}
              at={(p) => at(`cap.slope${p}`)}
              long={long}
            />
          )}
        </>
      )}
      {now === "free-top" && (
        <>
          <div className="two">
            {long(
              "Kept clear over it",
              of.braces?.clear,
              (clear) => change({ ...of, braces: { ...of.braces, clear } }),
              "braces.clear",
            )}
            {long(
              "Braced every",
              of.braces?.every,
              (every) => change({ ...of, braces: { ...of.braces, every } }),
              "braces.every",
            )}
          </div>
          {long("Height, if not up to there", of.height, (height) => change({ ...of, height: height || undefined }), "height")}
        </>
      )}
      {now === "infill" && (
        <NativeSelect
          label="Its boards' edges find"
          value={of.edges ?? "nailers"}
          onChange={(e) => change({ ...of, edges: e.currentTarget.value === "blocks" ? "blocks" : undefined })}
          data={[
            { value: "nailers", label: "a stud along each side" },
            { value: "blocks", label: "short blocks, the bays left whole" },
          ]}
          error={at("edges")}
        />
      )}
      {now === "infill" && (
        <NativeSelect
          label="Pocket"
          value={of.infill ?? ""}
          onChange={(e) => change({ ...of, infill: e.currentTarget.value || undefined })}
          data={[{ value: "", label: pockets.length ? "choose one" : "none is gauged yet" }, ...pockets]}
          error={at("infill")}
          description={pockets.length ? undefined : "Gauge it under Read, What's there, three times each way."}
        />
      )}
    </>
  );
}

/** A cap that is as usual isn't said. */
function capOf(cap: NonNullable<Wall["cap"]>): Wall["cap"] {
  return cap.lumber || cap.slope ? cap : undefined;
}

interface SlopeProps {
  label: string;
  of: Wall["rake"];
  change: (to: Wall["rake"]) => void;
  at: (path: string) => string | undefined;
  long: (label: string, value: string | undefined, set: (v: string) => void, path: string) => React.ReactNode;
}

/** A slope in degrees, per cent or rise. */
function Slope({ label, of, change, at, long }: SlopeProps) {
  const by = slopeBy(of);
  return (
    <div className="two">
      {by === "rise" ? (
        long(`${label}, as rise`, of?.rise, (rise) => change({ rise }), `rise`)
      ) : (
        <NumberField
          key={by}
          label={by === "degrees" ? `${label}, degrees` : `${label}, per cent`}
          value={by === "degrees" ? of?.degrees : of?.percent}
          change={(n) => change({ [by]: n })}
          error={at("") ?? at(`.${by}`)}
        />
      )}
      <NativeSelect
        label="Said as"
        value={by}
        onChange={(e) => {
          const to = e.currentTarget.value as SlopeBy;
          change(to === "rise" ? { rise: "" } : { [to]: to === "degrees" ? 2 : 3 });
        }}
        data={[
          { value: "degrees", label: "degrees" },
          { value: "percent", label: "per cent" },
          { value: "rise", label: "rise over its run" },
        ]}
      />
    </div>
  );
}
