import { SegmentedControl, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Room } from "../../api/client";
import { leaveOnEnter } from "../../entry/keys";
import { useAssess } from "./assessing";

type Given = "yes" | "no" | "unknown";

/** The questions for one wall, each with where to look and what was seen. */
export function Signs({ wall, room }: { wall: string; room: Room }) {
  const { assess, keep } = useAssess();
  const answers = assess.answers ?? [];
  const of = (q: string) => answers.find((a) => a.wall === wall && a.question === q);
  const give = (question: string, by: { answer?: Given; evidence?: string }) => {
    const was = of(question);
    const now = { wall, question, answer: "unknown" as Given, ...was, ...by, at: new Date().toISOString().slice(0, 10) };
    keep({ answers: [...answers.filter((a) => a !== was), now] });
  };
  return (
    <ol className="signs">
      {room.assess.questions.map((q) => {
        const a = of(q.id);
        return (
          <li key={q.id} className={a?.answer === "yes" && q.load ? "sign" : ""}>
            <div className="grow">
              <b>{q.text}</b>
              <div className="quiet">{q.where}</div>
              <Evidence
                key={`${wall}${q.id}${a?.evidence}`}
                kept={a?.evidence ?? ""}
                keep={(evidence) => give(q.id, { evidence })}
              />
            </div>
            <SegmentedControl
              aria-label={q.text}
              value={a?.answer ?? "unknown"}
              onChange={(v) => give(q.id, { answer: v as Given })}
              data={[
                { value: "yes", label: "yes" },
                { value: "no", label: "no" },
                { value: "unknown", label: "not known" },
              ]}
            />
          </li>
        );
      })}
    </ol>
  );
}

function Evidence({ kept, keep }: { kept: string; keep: (text: string) => void }) {
  const [text, setText] = useState(kept);
  const done = () => text.trim() !== kept && keep(text.trim());
  return (
    <TextInput
      aria-label="What was seen, and where"
      placeholder="What was seen, and where"
      value={text}
      variant="unstyled"
      className="evidence"
      onChange={(e) => setText(e.currentTarget.value)}
      onBlur={done}
      onKeyDown={leaveOnEnter}
    />
  );
}
