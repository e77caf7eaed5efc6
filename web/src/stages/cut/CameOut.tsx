import { Autocomplete, Button, Modal, Stack, Text } from "@mantine/core";
import { useState } from "react";
import type { Call, Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useEdits } from "../../edits/useEdits";
import { LengthField } from "../../entry/LengthField";

interface Props {
  call: Call;
  piece: { member: string };
  close: () => void;
  /** keeps the piece as cut at another length; nothing where it is ticked already */
  keep?: (came: string) => Promise<unknown>;
  cutAlready?: boolean;
}

const slips = [
  "burnt inch",
  "misread the list",
  "misread the tape",
  "plates not taken off",
  "finished for framing length",
  "cut on the wrong side of the line",
  "the stop had moved",
  "the saw wandered",
];

/** A piece came out at another length: it will do, or it is wrong and another is cut. */
export function CameOut({ call, piece, close, keep, cutAlready }: Props) {
  const { job } = useJobContext();
  const edits = useEdits(job);
  const [came, setCame] = useState("");
  const [why, setWhy] = useState("");
  const [refused, setRefused] = useState<Problem>();
  const given = came.trim() !== "";
  const wrong = () =>
    edits
      .make({
        do: "cut",
        cut: {
          member: piece.member,
          lumber: call.lumber,
          length: call.length,
          came,
          miscut: true,
          ...(why.trim() ? { why: why.trim() } : {}),
        },
      })
      .then(close, setRefused);
  const fault = refused?.of(".came") ?? refused?.message;
  return (
    <Modal opened onClose={close} title="How long did it come out?">
      <Stack>
        <LengthField
          label={`${piece.member}, called at ${call.said}`}
          size="lg"
          units={job.document.units}
          mark={job.document.mark}
          value={came}
          change={setCame}
          enter={keep ? (v) => void keep(v).then(close, setRefused) : undefined}
          data-autofocus
          fault={fault}
        />
        <Autocomplete
          size="md"
          label="If it is wrong: how it came about"
          description="The log counts slips by it."
          value={why}
          onChange={setWhy}
          data={slips}
          styles={{ description: { color: "var(--quiet)", fontSize: 14 } }}
        />
        {keep && (
          <Button h={52} disabled={!given} onClick={() => keep(came).then(close, setRefused)}>
            Keep it so
          </Button>
        )}
        <Button h={52} variant={keep ? "default" : "filled"} disabled={!given} loading={edits.isPending} onClick={wrong}>
          It is wrong: cut another
        </Button>
        <Text className="quiet">
          {cutAlready ? "It is to be cut again; " : "Too long, it trims. Wrong, "}its wood is kept for something else, and you are
          told what it can become.
        </Text>
      </Stack>
    </Modal>
  );
}
