import { Button, CloseButton, Modal, Stack } from "@mantine/core";
import { useHotkeys } from "@mantine/hooks";
import { useState } from "react";
import type { Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import "../../drawing/drawing.css";
import { useEdits } from "../../edits/useEdits";
import { LengthField } from "../../entry/LengthField";

/** One piece at a time, legible from two metres. */
export function Saw({ close }: { close: () => void }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const [last, setLast] = useState<{ member: string; lumber: string; length: string }[]>([]);
  const [different, setDifferent] = useState<string>();
  const fault: Problem | null = edits.error;
  const ready = plan.saw.filter((c) => c.state === "ready");
  const total = ready.flatMap((c) => c.pieces).length;
  const done = ready.flatMap((c) => c.pieces).filter((p) => p.cut).length;
  const open = ready.map((c) => ({ ...c, pieces: c.pieces.filter((p) => !p.cut) })).filter((c) => c.pieces.length > 0);
  const call = open[0];
  const piece = call?.pieces[0];
  const after = open.slice(1, 3);
  const held = plan.saw.filter((c) => c.state !== "ready").flatMap((c) => c.pieces.map((p) => ({ ...p, why: c.held })));
  const cut = (came?: string) => {
    if (!call || !piece || edits.isPending) return;
    const one = { member: piece.member, lumber: call.lumber, length: call.length };
    edits.make({ do: "cut", cut: came === undefined ? one : { ...one, came } }).then(() => {
      setLast((l) => [...l, one]);
      setDifferent(undefined);
    }, tell);
  };
  const back = () => {
    const one = last.at(-1);
    if (one) edits.make({ do: "cut", cut: { ...one, undone: true } }).then(() => setLast((l) => l.slice(0, -1)), tell);
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
      {call && piece ? (
        <>
          <div className="saw-length" aria-live="polite">
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
                <path d="M316 1v44" stroke="var(--stop)" strokeWidth="3" />
              </svg>
              <b>
                mark <Len text={call.said} />, saw on the waste side
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
                {held.length} held:{" "}
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
              {held.length} held: {held[0]?.why}
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
