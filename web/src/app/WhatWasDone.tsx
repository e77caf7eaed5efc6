import { Button, Drawer, SegmentedControl, Text, TextInput } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { useState } from "react";
import type { LogStep } from "../api/client";
import { Said } from "../drawing/Len";
import { device } from "../edits/me";
import type { Shown } from "../edits/useEdits";
import { useHistory, useLog } from "../edits/useHistory";
import { Failed, Loading } from "./States";
import "./done.css";

const when = (at: string) => new Date(at).toLocaleString([], { dateStyle: "medium", timeStyle: "short" });

/** The job's log, newest first: who did what and when; any of it can be taken back that nothing stands on. */
export function WhatWasDone({ job, close }: { job: Shown; close: () => void }) {
  const log = useLog(job.id);
  const { back, again, busy } = useHistory(job);
  const [whose, setWhose] = useState("all");
  const [by, setBy] = useLocalStorage({ key: "homalos-read-by", defaultValue: "" });
  const steps = [...(log.data?.steps ?? [])].reverse().filter((s) => whose === "all" || s.device === device);
  return (
    <Drawer opened onClose={close} position="right" size="md" title="What was done">
      <TextInput
        label="You are"
        description="Others on this job are told by this name."
        placeholder="your name, or the saw tablet"
        value={by}
        onChange={(e) => setBy(e.currentTarget.value)}
        mb="md"
        styles={{ description: { color: "var(--quiet)", fontSize: 14 } }}
      />
      <SegmentedControl
        fullWidth
        aria-label="Whose"
        value={whose}
        onChange={setWhose}
        data={[
          { value: "all", label: "everybody's" },
          { value: "mine", label: "on this device" },
        ]}
      />
      {log.isPending && <Loading />}
      {log.error && !log.data && <Failed error={log.error} again={() => log.refetch()} />}
      <ol className="done">
        {steps.map((s) => (
          <li key={s.revision} className={s.stands ? "" : "gone"}>
            <div className="grow">
              <b>
                <Said text={s.said} />
              </b>
              <div className="quiet">
                {[s.by || (s.device === device ? "here" : s.device ? "another device" : ""), when(s.at), `revision ${s.revision}`]
                  .filter(Boolean)
                  .join(", ")}
              </div>
              {s.inTheWay && s.stands && turnable(s) && (
                <div className="quiet">Since then: {s.inTheWay}. Take that back first.</div>
              )}
            </div>
            {turnable(s) && !s.inTheWay && s.edit && (
              <Button
                h={48}
                variant="subtle"
                disabled={busy}
                onClick={() => (s.stands ? back : again)(s.edit ?? "", s.said)}
                aria-label={`${s.stands ? "Take back" : "Make again"}: ${s.said}`}
              >
                {s.stands ? "Take back" : "Make again"}
              </Button>
            )}
          </li>
        ))}
      </ol>
      {log.data && steps.length === 0 && <Text className="quiet">Nothing was done on this device yet.</Text>}
    </Drawer>
  );
}

const turnable = (s: LogStep) => !s.undoes && !s.redoes && s.revision > 1;
