import { ActionIcon, Button, CloseButton, Menu, Select } from "@mantine/core";
import { useHotkeys, useLocalStorage } from "@mantine/hooks";
import { IconVolume, IconVolumeOff } from "@tabler/icons-react";
import { type CSSProperties, useEffect, useState } from "react";
import { useSearchParams } from "react-router";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Term, useWord } from "../../app/words";
import { Len } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import "../../drawing/drawing.css";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";
import { CameOut } from "./CameOut";
import { type Called, inOrder, type Order, onScreen } from "./called";
import { Miscuts } from "./Miscuts";
import { SawStick } from "./SawStick";

interface Ticked {
  member: string;
  lumber: string;
  length: string;
}

/** Reads a call out, where the device has a voice. */
function callOut(text: string) {
  if (!("speechSynthesis" in window)) return;
  window.speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(text);
  said.lang = "en";
  said.rate = 0.9;
  window.speechSynthesis.speak(said);
}

/** One piece at a time, or all of one length, legible from two metres. */
export function Saw({ close }: { close: () => void }) {
  const { job, plan } = useJobContext();
  const word = useWord();
  const edits = useEdits(job);
  const [search, setSearch] = useSearchParams();
  const wall = search.get("for") ?? "all";
  const [order, setOrder] = useLocalStorage<Order>({ key: "saw-order", defaultValue: "longest" });
  const [together, setTogether] = useLocalStorage({ key: "saw-together", defaultValue: false });
  const [aloud, setAloud] = useLocalStorage({ key: "saw-aloud", defaultValue: false });
  const [last, setLast] = useState<Ticked[][]>([]);
  const [different, setDifferent] = useState(false);
  const [called, setCalled] = useState<Called>();
  const [wrong, setWrong] = useState<string>();
  const saw = inOrder(plan.saw, order, wall);
  const ready = saw.filter((c) => c.state === "ready");
  const total = ready.flatMap((c) => c.pieces).length;
  const done = ready.flatMap((c) => c.pieces).filter((p) => p.cut).length;
  const { open, call, piece, changed, ...shown } = onScreen(saw, called);
  const after = (shown.after ?? []).slice(0, 2);
  const now = call && piece && `${piece.member} ${call.length}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is on screen now has been called
  useEffect(() => {
    if (!call || !piece) return;
    setCalled({ member: piece.member, length: call.length, said: call.said });
    if (aloud) callOut(`${call.aloud}, ${call.lumber}${together ? `, ${call.pieces.length} pieces` : ""}`);
  }, [now]);
  const held = saw.filter((c) => c.state !== "ready").flatMap((c) => c.pieces.map((p) => ({ ...p, why: c.held })));
  /** Ticks pieces; they count for "back" at once, as the screen goes on at once. */
  const tick = (some: Ticked[], came?: string) => {
    setLast((l) => [...l, some]);
    return edits
      .make(some.map((one) => ({ do: "cut" as const, cut: came === undefined ? one : { ...one, came } })))
      .catch((e) => {
        setLast((l) => l.filter((x) => x !== some));
        throw e;
      });
  };
  const mine = call && piece ? (together ? call.pieces : [piece]) : [];
  const cut = () => {
    if (!call || mine.length === 0 || edits.isPending) return;
    tick(mine.map((p) => ({ member: p.member, lumber: call.lumber, length: call.length }))).catch(tell);
  };
  const back = () => {
    const some = last.at(-1);
    const first = some?.[0];
    if (!some || !first) return;
    setLast((l) => l.filter((x) => x !== some));
    setCalled({ ...first, said: bare(first.length) });
    edits.make(some.map((one) => ({ do: "cut" as const, cut: { ...one, undone: true } }))).catch((e) => {
      setLast((l) => [...l, some]);
      tell(e);
    });
  };
  useHotkeys([
    ["Enter", () => !different && cut()],
    ["Backspace", back],
    ["Escape", () => !different && close()],
  ]);
  const narrow = (v: string | null) =>
    setSearch(
      (was) => {
        const next = new URLSearchParams(was);
        if (!v || v === "all") next.delete("for");
        else next.set("for", v);
        return next;
      },
      { replace: true },
    );
  return (
    <div className="saw">
      <div className="saw-head">
        <Select
          aria-label="In which order"
          value={order}
          onChange={(v) => setOrder(v as Order)}
          allowDeselect={false}
          data={[
            { value: "longest", label: "longest first" },
            { value: "walls", label: "wall by wall" },
          ]}
        />
        <Select
          aria-label="Wall"
          value={wall}
          onChange={narrow}
          allowDeselect={false}
          data={[
            { value: "all", label: "all walls" },
            ...(job.document.walls ?? []).map((w) => ({ value: w.id, label: `wall ${w.id}` })),
          ]}
        />
        <span className="grow">
          <b>{Math.min(done + 1, total)}</b> of {total}
          <span className="quiet wide-only">
            , {open.length} {open.length === 1 ? "setting" : "settings"} of the stop to go
          </span>
        </span>
        <ActionIcon
          size={48}
          variant="subtle"
          color="gray"
          aria-label={aloud ? "Don't read the calls out" : "Read the calls out"}
          aria-pressed={aloud}
          onClick={() => setAloud(!aloud)}
        >
          {aloud ? <IconVolume /> : <IconVolumeOff />}
        </ActionIcon>
        <CloseButton size={48} onClick={close} aria-label="Leave the saw view" />
      </div>
      {wrong && <Miscuts only={wrong} />}
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
                tick([{ member: was.member, lumber: is.lumber, length: is.length }], was.length).catch(tell);
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
            {word(piece.kind)}, {call.lumber} · <b>{call.pieces.length}</b> alike to go
          </div>
          <div className="saw-where">
            <b>{mine.map((p) => p.member).join(", ")}</b>
            {!together && piece.tape !== undefined && (
              <span className="quiet">
                {" "}
                · stands on <Len text={piece.tape} />, wood ahead
              </span>
            )}
          </div>
          {mine
            .filter((p) => p.bevel)
            .map((p) => (
              <div key={p.member} className="is-held saw-where">
                {p.member}: {p.bevel}
              </div>
            ))}
          {together ? <Group call={call} /> : <SawStick piece={piece} said={call.said} />}
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
            <Button className="cut-next" onClick={cut} loading={edits.isPending}>
              {together && mine.length > 1 ? `Cut all ${mine.length}, next` : "Cut, next"}
            </Button>
            <Button variant="default" onClick={() => setDifferent(true)}>
              Came out different
            </Button>
            <Button variant="default" onClick={back} disabled={last.length === 0}>
              Back one
            </Button>
            <Button variant="default" onClick={() => setTogether(!together)} aria-pressed={together}>
              {together ? "One at a time" : "All alike at once"}
            </Button>
            <Menu position="top-end" shadow="md">
              <Menu.Target>
                <Button variant="default" disabled={!piece.stick}>
                  The stick is no good
                </Button>
              </Menu.Target>
              <Menu.Dropdown>
                <Menu.Label>{piece.stick}</Menu.Label>
                {(["bowed", "waste"] as const).map((as) => (
                  <Menu.Item
                    key={as}
                    h={52}
                    onClick={() => edits.make({ do: "cull", cull: { stick: piece.stick ?? "", as } }).catch(tell)}
                  >
                    {as === "bowed" ? "It is bowed: short pieces only" : "It is good for nothing"}
                  </Menu.Item>
                ))}
              </Menu.Dropdown>
            </Menu>
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
      {different && call && piece && (
        <CameOut
          call={call}
          piece={piece}
          close={() => {
            setDifferent(false);
            setWrong(piece.member);
          }}
          keep={(came) => tick([{ member: piece.member, lumber: call.lumber, length: call.length }], came)}
        />
      )}
    </div>
  );
}

/** All pieces of one length, by the sticks they come from. */
function Group({ call }: { call: ReturnType<typeof inOrder>[number] }) {
  const sticks = new Map<string, string[]>();
  for (const p of call.pieces) {
    const from = p.stick ? `${p.stick}, ${bare(p.stock ?? "")}` : "any stick";
    sticks.set(from, [...(sticks.get(from) ?? []), p.member]);
  }
  return (
    <ul className="plain saw-group">
      {[...sticks].map(([from, members]) => (
        <li key={from}>
          <span className="grow">{members.join(", ")}</span>
          <span className="quiet">from {from}</span>
        </li>
      ))}
    </ul>
  );
}
