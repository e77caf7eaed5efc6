import { ActionIcon, TextInput } from "@mantine/core";
import { IconX } from "@tabler/icons-react";
import { useState } from "react";
import { newId } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";
import { leaveOnEnter, onEnter } from "../../entry/keys";
import { LengthField } from "../../entry/LengthField";
import { Do, useAssess } from "./assessing";

/** What hangs on a wall that goes, listed first, each with its new home. */
export function Hanging({ wall }: { wall: string }) {
  const { assess, keep } = useAssess();
  const all = assess.hanging ?? [];
  const [what, setWhat] = useState("");
  const [station, setStation] = useState("");
  const { job } = useJobContext();
  const add = () =>
    what.trim() &&
    keep({
      hanging: [...all, { id: newId(), wall, what: what.trim(), ...(station.trim() ? { station } : {}) }],
    }).then((ok) => {
      if (!ok) return;
      setWhat("");
      setStation("");
    });
  return (
    <section className="assess-part" aria-label="What hangs on it">
      <h3>What hangs on it</h3>
      <ul className="plain">
        {all
          .filter((h) => h.wall === wall)
          .map((h) => (
            <li key={h.id}>
              <b className="grow">
                {h.what}
                {h.station && (
                  <span className="quiet">
                    {" "}
                    at <Len text={h.station} />
                  </span>
                )}
              </b>
              <Home kept={h.home ?? ""} keep={(home) => keep({ hanging: all.map((x) => (x === h ? { ...h, home } : x)) })} />
              <ActionIcon
                size={48}
                variant="subtle"
                color="gray"
                aria-label={`Take ${h.what} out`}
                onClick={() => keep({ hanging: all.filter((x) => x !== h) })}
              >
                <IconX size={18} />
              </ActionIcon>
            </li>
          ))}
      </ul>
      <div className="fields">
        <TextInput
          label="Switch, socket, thermostat, vent, radiator"
          value={what}
          onChange={(e) => setWhat(e.currentTarget.value)}
          onKeyDown={onEnter(add)}
        />
        <LengthField
          label="Along the wall, if known"
          value={station}
          units={job.document.units}
          mark={job.document.mark}
          change={setStation}
          enter={add}
        />
        <Do go={add} off={!what.trim()}>
          List it
        </Do>
      </div>
    </section>
  );
}

function Home({ kept, keep }: { kept: string; keep: (text: string) => void }) {
  const [text, setText] = useState(kept);
  return (
    <TextInput
      aria-label="Its new home"
      placeholder="needs a new home"
      error={kept === "" && text === ""}
      value={text}
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={() => text.trim() !== kept && keep(text.trim())}
      onKeyDown={leaveOnEnter}
    />
  );
}
