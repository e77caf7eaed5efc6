import { Button, CloseButton, Modal, Stack } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { type CSSProperties, useEffect, useState } from "react";
import type { Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Term } from "../../app/words";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import "../../drawing/drawing.css";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { LengthField } from "../../entry/LengthField";
import { type Called, onScreen } from "./called";

interface Ticked {
  member: string;
  lumber: string;
  length: string;
}

/** One piece at a time, legible from two metres. */
export function Saw({ close }: { close: () => void }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const [last, setLast] = useState<Ticked[]>([]);
  const [different, setDifferent] = useState<string>();
  const fault: Problem | null = edits.error;
  const ready = plan.saw.filter((c) => c.state === "ready");
  const total = ready.flatMap((c) => c.pieces).length;
  const done = ready.flatMap((c) => c.pieces).filter((p) => p.cut).length;
  const [called, setCalled] = useState<Called>();
  const { call, piece, changed, ...shown } = onScreen(plan.saw, called);
  const after = (shown.after ?? []).slice(0, 2);
  const now = call && piece && `${piece.member} ${call.length}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is on screen now has been called
  useEffect(() => {
    if (call && piece) setCalled({ member: piece.member, length: call.length, said: call.said });
  }, [now]);
  const held = plan.saw.filter((c) => c.state !== "ready").flatMap((c) => c.pieces.map((p) => ({ ...p, why: c.held })));
  /** Ticks a piece; it counts for "back one" at once, as the screen goes on at once. */
  const tick = (one: Ticked, came?: string) => {
    setLast((l) => [...l, one]);
    return edits.make({ do: "cut", cut: came === undefined ? one : { ...one, came } }).catch((e) => {
      setLast((l) => l.filter((x) => x !== one));
      throw e;
    });
  };
  const cut = (came?: string) => {
    if (!call || !piece || edits.isPending) return;
    const one = { member: piece.member, lumber: call.lumber, length: call.length };
    tick(one, came).then(() => setDifferent(undefined), tell);
  };
  const back = () => {
    const one = last.at(-1);
    if (!one) return;
    setLast((l) => l.filter((x) => x !== one));
    setCalled({ ...one, said: bare(one.length) });
    edits.make({ do: "cut", cut: { ...one, undone: true } }).catch((e) => {
      setLast((l) => [...l, one]);
      tell(e);
    });
  };
  useHotkeys([
    ["Enter", () => different === undefined && cut()],
    ["Backspace", back],
    ["Escape", close],
  ]);
  return (
    <div className="saw">
      <div className="saw-head">
        <span className="grow">longest first</span>
        <span>
          <b>{Math.min(done + 1, total)}</b> of {total}
        </span>
        <CloseButton size={48} onClick={close} aria-label="Leave the saw view" />
      </div>
      {changed ? (
        <div className="saw-done" role="alert">
          <b className="is-stop">
            {changed.called.member} was called at <Len text={changed.called.said} />.
          </b>
          <span>
            {!changed.now ? (
              "It is no longer in the plan. Don't cut it."
            ) : changed.now.state === "ready" ? (
              <>
                Somebody has measured or changed something since: it is <Len text={changed.now.said} /> now.
              </>
            ) : (
              <>It is held now. Don't cut it. {changed.now.held}</>
            )}
          </span>
          {changed.now?.state === "ready" && (
            <Button
              h={56}
              variant="default"
              loading={edits.isPending}
              onClick={() => {
                const { called: was, now: is } = changed;
                if (!is) return;
                tick({ member: was.member, lumber: is.lumber, length: is.length }, was.length).catch(tell);
              }}
            >
              It is cut already, at&nbsp;
              <Len text={changed.called.said} />
            </Button>
          )}
          <Button h={56} onClick={() => setCalled(undefined)}>
            Go on with the list as it is now
          </Button>
        </div>
      ) : call && piece ? (
        <>
          <div className="saw-length" aria-live="polite" style={{ "--chars": call.said.length } as CSSProperties}>
            <Len text={call.said} />
          </div>
          <div className="saw-what">
            {piece.kind.replace("-", " ")}, {call.lumber} · <b>{call.pieces.length}</b> alike to go
          </div>
          <div className="quiet saw-where">
            {piece.member}
            {piece.tape !== undefined && (
              <>
                {" "}
                · stands on <Len text={piece.tape} />, wood ahead
              </>
            )}
          </div>
          {piece.bevel && <div className="is-held saw-where">{piece.bevel}</div>}
          {piece.stock && (
            <div className="saw-stick">
              from a <Len text={piece.stock} /> stick
              <svg viewBox="0 0 330 46" aria-hidden="true" preserveAspectRatio="none">
                <rect x="1" y="6" width="328" height="32" className="wood" />
                <path d="M2 16C80 12 180 22 328 15M2 28c90 5 200-4 326 1" stroke="var(--rule)" fill="none" />
                <rect
                  x={1 + 328 * piece.begins}
                  y="6"
                  width={328 * (piece.ends - piece.begins)}
                  height="32"
                  className="saw-piece"
                />
                {piece.ends < 1 && <path d={`M${1 + 328 * piece.ends} 1v44`} stroke="var(--stop)" strokeWidth="3" />}
              </svg>
              <b>
                {piece.ends < 1 ? (
                  <>
                    mark <Len text={call.said} />, saw on the waste side
                  </>
                ) : (
                  "all that is left of the stick: no cut"
                )}
              </b>
            </div>
          )}
          <div className="saw-next">
            {after.length > 0 && (
              <span className="quiet">
                next:{" "}
                {after.map((c, i) => (
                  <span key={c.length + c.lumber}>
                    {i > 0 && ", then "}
                    <Len text={c.said} /> × {c.pieces.length}
                  </span>
                ))}
              </span>
            )}
            {held.length > 0 && (
              <b className="is-held">
                {held.length} <Term of="held">held:</Term>{" "}
                {held
                  .slice(0, 3)
                  .map((p) => p.member)
                  .join(", ")}
              </b>
            )}
          </div>
          <div className="saw-keys">
            <Button className="cut-next" onClick={() => cut()} loading={edits.isPending}>
              Cut, next
            </Button>
            <Button variant="default" onClick={() => setDifferent("")}>
              Came out different
            </Button>
            <Button variant="default" onClick={back} disabled={last.length === 0}>
              Back one
            </Button>
          </div>
        </>
      ) : (
        <div className="saw-done">
          <b>{total === 0 ? "Nothing is ready to cut." : "All that is ready is cut."}</b>
          {held.length > 0 && (
            <span className="is-held">
              {held.length} <Term of="held">held:</Term> <Told text={held[0]?.why ?? ""} />
            </span>
          )}
          <Button h={56} onClick={close}>
            Back to the list
          </Button>
        </div>
      )}
      <Modal opened={different !== undefined} onClose={() => setDifferent(undefined)} title="How long did it come out?">
        <Stack>
          <LengthField
            label={`${piece?.member}, called at ${call?.said}`}
            size="lg"
            units={job.document.units}
            mark={job.document.mark}
            value={different ?? ""}
            change={setDifferent}
            enter={(v) => cut(v)}
            data-autofocus
            fault={fault?.of(".cut.came")}
          />
          <Button h={52} disabled={!different?.trim()} onClick={() => cut(different)}>
            Keep it so
          </Button>
        </Stack>
      </Modal>
    </div>
  );
}
