import { NativeSelect, TextInput } from "@mantine/core";
import { useState } from "react";
import { Do, useAssess } from "./assessing";

const says = { "may-go": "it may go", "may-be-opened": "it may be opened", "must-stay": "it must stay" } as const;
type Says = keyof typeof says;

/** What a licensed person decided: who, when, and the paper it stands in. */
export function Decision({ wall }: { wall: string }) {
  const { assess, keep, busy } = useAssess();
  const list = assess.decisions ?? [];
  const stands = list.filter((d) => d.wall === wall).at(-1);
  const [d, setD] = useState({ says: "may-be-opened" as Says, who: "", when: "", paper: "" });
  const field = (key: "who" | "when" | "paper", label: string, hint: string) => (
    <TextInput label={label} placeholder={hint} value={d[key]} onChange={(e) => setD({ ...d, [key]: e.currentTarget.value })} />
  );
  return (
    <section className="assess-part" aria-label="A licensed person's decision">
      <h3>A licensed person's decision</h3>
      {stands ? (
        <p>
          <b>The paper says {says[stands.says]}.</b> {stands.who}, {stands.when}, {stands.paper}.
        </p>
      ) : (
        <p className="quiet">None entered. Until there is one, nothing is opened or taken away here.</p>
      )}
      <div className="fields">
        <NativeSelect
          label="The paper says"
          value={d.says}
          onChange={(e) => setD({ ...d, says: e.currentTarget.value as Says })}
          data={Object.entries(says).map(([value, label]) => ({ value, label }))}
        />
        {field("who", "Who, with licence", "name, licence")}
        {field("when", "When", "2026-11-20")}
        {field("paper", "Which paper", "letter 4 of 3 pages")}
        <Do
          go={() =>
            keep({ decisions: [...list, { wall, ...d }] }).then(
              (ok) => ok && setD({ says: "may-be-opened", who: "", when: "", paper: "" }),
            )
          }
          off={busy || !d.who.trim() || !d.when.trim() || !d.paper.trim()}
        >
          Enter the decision
        </Do>
      </div>
    </section>
  );
}
