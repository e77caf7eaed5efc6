import { Menu, Modal } from "@mantine/core";
import { useState } from "react";
import type { Call } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useWord } from "../../app/words";
import { Len } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { PhotosOf } from "../../entry/Photos";
import { CameOut } from "./CameOut";

type Piece = Call["pieces"][number];

interface Props {
  call: Call;
  piece: Piece;
  tick: (c: Call, members: string[], undone: boolean) => void;
}

const lives = { cut: "cut", stood: "stands", out: "taken out" } as const;

/** A piece on the list: a touch ticks it; once it is cut, a touch asks what became of it. */
export function PieceMenu({ call, piece: p, tick }: Props) {
  const { job } = useJobContext();
  const word = useWord();
  const edits = useEdits(job);
  const [wrong, setWrong] = useState(false);
  const [seen, setSeen] = useState(false);
  const stand = (more: { out?: boolean; undone?: boolean }) =>
    edits.make({ do: "stand", stood: { member: p.member, ...more } }).catch(tell);
  const look = (
    <>
      {p.member}
      {p.life in lives && p.life !== "cut" && <small> {lives[p.life as keyof typeof lives]}</small>}
      {p.cutAt && (
        <span className="is-stop">
          {" "}
          was cut <Len text={p.cutAt} />
        </span>
      )}
    </>
  );
  const title = `${word(p.kind)}, stands on ${p.tape ?? ""}, wood ahead`;
  if (!p.cut)
    return (
      <button
        type="button"
        className="label"
        aria-pressed={false}
        disabled={call.state !== "ready"}
        onClick={() => tick(call, [p.member], false)}
        title={title}
      >
        {look}
      </button>
    );
  const told = [
    p.by && `by ${p.by}`,
    p.at && new Date(p.at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" }),
    p.stick && `from ${p.stick}`,
  ]
    .filter(Boolean)
    .join(", ");
  return (
    <>
      <Menu position="bottom-start" shadow="md">
        <Menu.Target>
          <button type="button" className={`label ${p.life}`} aria-pressed title={title}>
            {look}
          </button>
        </Menu.Target>
        <Menu.Dropdown>
          {told && <Menu.Label>Cut {told}</Menu.Label>}
          {p.life !== "stood" && <Menu.Item onClick={() => stand({})}>It stands</Menu.Item>}
          {p.life === "stood" && <Menu.Item onClick={() => stand({ out: true })}>It is taken out again</Menu.Item>}
          {p.life !== "cut" && <Menu.Item onClick={() => stand({ undone: true })}>Take that back</Menu.Item>}
          {p.life !== "stood" && <Menu.Item onClick={() => setWrong(true)}>It came out wrong …</Menu.Item>}
          <Menu.Item onClick={() => setSeen(true)}>Photos …</Menu.Item>
          {p.life !== "stood" && <Menu.Item onClick={() => tick(call, [p.member], true)}>Not cut after all</Menu.Item>}
        </Menu.Dropdown>
      </Menu>
      {seen && (
        <Modal opened onClose={() => setSeen(false)} title={`Photos of ${p.member}`}>
          <PhotosOf tie={{ member: p.member, ...(p.wall ? { wall: p.wall } : {}) }} />
        </Modal>
      )}
      {wrong && <CameOut piece={p} call={call} close={() => setWrong(false)} cutAlready />}
    </>
  );
}
