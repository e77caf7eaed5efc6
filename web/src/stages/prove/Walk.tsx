import { Button, Text } from "@mantine/core";
import { useMediaQuery } from "@mantine/hooks";
import { useSearchParams } from "react-router";
import type { Check } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Empty } from "../../app/States";
import { tell } from "../../app/say";
import { WallTabs } from "../../app/WallTabs";
import { Said } from "../../drawing/Len";
import { Section } from "../../drawing/Section";
import type { Scale } from "../../drawing/scale";
import { useEdits } from "../../edits/useEdits";
import { PhotosOf } from "../../entry/Photos";
import { CheckEntry } from "./CheckEntry";
import { groups, nextAfter, walked } from "./groups";
import { Limits } from "./Limits";

const states = { "to-do": "to do", pass: "right", mend: "mend it", accepted: "stays" } as const;

/** The walk round a wall: one check at a time, each on the wall's picture, the next one after it. */
export function Walk() {
  const { job, plan, wall } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const edits = useEdits(job);
  const tall = useMediaQuery("(min-height: 1000px)", false);
  const w = plan.plan.walls[wall];
  const proved = plan.plan.proved.find((p) => p.wall === w?.id);
  if (!w || !proved)
    return (
      <Empty title="Nothing to check yet">
        <Text>Place a wall under Line: what is checked of it follows.</Text>
      </Empty>
    );
  const all = walked(plan.plan.checks.filter((c) => c.wall === w.id));
  const current = all.find((c) => c.id === search.get("check")) ?? nextAfter(all, undefined) ?? all[0];
  const choose = (id?: string) =>
    setSearch((now) => ({ ...Object.fromEntries(now), wall: w.id, ...(id ? { check: id } : {}) }), { replace: true });
  const go = () => choose(nextAfter(all, current?.id)?.id);
  const drawing = plan.drawings[wall];
  const done = all.filter((c) => c.state === "pass" || c.state === "accepted").length;
  // the next wall, as they go up, that has checks to make
  const turns = plan.plan.order.map((t) => t.wall);
  const from = turns.indexOf(w.id) + 1;
  const next = [...turns.slice(from), ...turns.slice(0, from)].find(
    (id) => id !== w.id && (plan.plan.proved.find((p) => p.wall === id)?.toDo ?? 0) > 0,
  );
  const close = (undone: boolean) =>
    edits.make({ do: "note", part: "closed", line: { wall: w.id, ...(undone ? { undone } : {}) } }).catch(tell);
  return (
    <div className="walk">
      <div className="walk-tabs">
        <WallTabs />
      </div>
      <p className="walk-sum">
        <b>
          {done} of {all.length} checks
        </b>
        {proved.mend > 0 && <b className="is-stop">{proved.mend} to mend</b>}
        <span className="quiet">
          {proved.worked} pieces worked out, {proved.called} called, {proved.cut} cut, {proved.stood} stand
        </span>
      </p>
      <div className="walk-picture">
        {drawing && (
          <Section
            drawing={drawing}
            height={tall ? 300 : 236}
            stretch={16}
            hidden={["readings", "around", "clear", "holes"]}
            over={(s) => <Places all={all} at={s} current={current?.id} choose={choose} />}
          />
        )}
      </div>
      <div className="walk-entry">
        {proved.toDo === 0 && (
          <p className="walk-done">
            <b>Every check of this wall is made.</b>
            {next && (
              <Button h={48} onClick={() => setSearch({ wall: next }, { replace: true })}>
                On to wall {next}
              </Button>
            )}
          </p>
        )}
        {current && <CheckEntry key={current.id} check={current} go={go} />}
      </div>
      <div className="walk-list">
        {groups.map(([title, kinds]) => {
          const some = all.filter((c) => kinds.includes(c.kind));
          if (some.length === 0) return null;
          const left = some.filter((c) => c.state === "to-do").length;
          return (
            <section key={title} aria-label={title}>
              <h3>
                {title} <small className="quiet">{left > 0 ? `${left} to do` : "all looked at"}</small>
              </h3>
              <ul className="checks">
                {some.map((c) => (
                  <OneCheck key={c.id} c={c} here={c.id === current?.id} choose={() => choose(c.id)} />
                ))}
              </ul>
            </section>
          );
        })}
      </div>
      <section className="walk-photos" aria-label="Photos of this wall">
        <h3>Photos of this wall</h3>
        <PhotosOf tie={{ wall: w.id }} />
      </section>
      <section className="closing" aria-label="Closing">
        {proved.closed ? (
          <>
            <h3>Closed{proved.closedBy ? ` by ${proved.closedBy}` : ""}</h3>
            {proved.why.map((t) => (
              <p key={t} className="is-held">
                Since then: <Said text={t} />
              </p>
            ))}
            <Button h={48} variant="default" onClick={() => close(true)}>
              It is open again
            </Button>
          </>
        ) : (
          <>
            <h3>{proved.why.length > 0 ? "Not to be closed yet" : "It may be closed"}</h3>
            {proved.why.map((t) => (
              <p key={t} className="is-held">
                <Said text={t} />
              </p>
            ))}
            {proved.why.length === 0 && proved.toDo > 0 && (
              <p className="quiet">{proved.toDo} checks aren't made. Boards hide what they would show.</p>
            )}
            <Button h={48} disabled={proved.why.length > 0 || edits.isPending} onClick={() => close(false)}>
              Its boards are on
            </Button>
          </>
        )}
      </section>
      <div className="walk-limits">
        <Limits />
      </div>
    </div>
  );
}

function OneCheck({ c, here, choose }: { c: Check; here: boolean; choose: () => void }) {
  return (
    <li className={`${c.state} ${here ? "here" : ""}`}>
      <button type="button" onClick={choose} aria-current={here ? "step" : undefined}>
        <b className="check-state">{states[c.state]}</b>
        <span className="grow">
          <Said text={c.text} />
          {c.state === "mend" && c.do && (
            <b className="is-stop check-do">
              <Said text={c.do} />
            </b>
          )}
          {c.state === "accepted" && <small className="quiet check-do">accepted by {c.by}</small>}
        </span>
        <span className="check-value">
          {c.value !== undefined && c.state !== "to-do" ? <Said text={c.value} /> : null}
          {c.counted !== undefined && `${c.counted}`}
          {(c.photos ?? []).length > 0 && <small>{c.photos?.length === 1 ? "1 photo" : `${c.photos?.length} photos`}</small>}
        </span>
      </button>
    </li>
  );
}

/** Where each check is made, on the wall's picture. */
function Places({ all, at, current, choose }: { all: Check[]; at: Scale; current?: string; choose: (id: string) => void }) {
  const spot = (c: Check) => {
    const mid = (c.atMM + c.toMM) / 2;
    const [low, top] = [at.floor(mid) - 12, at.ceiling(mid) + 12];
    return [at.x(mid), low + (top - low) * c.high] as const;
  };
  const shown = all.filter((c) => c.state !== "to-do" || c.id === current);
  return (
    <g className="places">
      {shown.map((c) => {
        const [x, y] = spot(c);
        const here = c.id === current;
        return (
          // biome-ignore lint/a11y/noStaticElementInteractions: the list below the picture does the same by keyboard
          <g key={c.id} className={`place ${c.state} ${here ? "at-hand" : ""}`} onClick={() => choose(c.id)}>
            <title>{c.text}</title>
            {here && c.toMM !== c.atMM && <path d={across(c, at)} className="place-span" />}
            <circle cx={x} cy={y} r={here ? 13 : 8} />
            {c.state === "pass" && <path d={`M${x - 4} ${y}L${x - 1} ${y + 4}L${x + 5} ${y - 4}`} />}
            {c.state === "mend" && <path d={`M${x - 4} ${y - 4}L${x + 4} ${y + 4}M${x + 4} ${y - 4}L${x - 4} ${y + 4}`} />}
            {c.state === "accepted" && <path d={`M${x - 4} ${y}H${x + 4}`} />}
          </g>
        );
      })}
    </g>
  );
}

/** What a check goes along: a diagonal from foot to head, anything else level. */
function across(c: Check, at: Scale): string {
  const y = (mm: number, high: number) => {
    const [low, top] = [at.floor(mm) - 12, at.ceiling(mm) + 12];
    return low + (top - low) * high;
  };
  const slant = c.kind === "diagonal" || c.kind === "opening-diagonal";
  const [from, to] = slant ? [0, c.kind === "diagonal" ? 1 : 0.82] : [c.high, c.high];
  return `M${at.x(c.atMM)} ${y(c.atMM, from)}L${at.x(c.toMM)} ${y(c.toMM, to)}`;
}
