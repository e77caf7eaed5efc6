import { ActionIcon, Group, SegmentedControl, Switch, Table, Text } from "@mantine/core";
import { IconArrowBackUp, IconPencil } from "@tabler/icons-react";
import { useState } from "react";
import type { Reading } from "../../api/client";
import { Len } from "../../drawing/Len";

interface Props {
  readings: Reading[];
  /** of this wall; else those read anywhere on the plan */
  wall?: string;
  byPlace: string[];
  correct: (r: Reading) => void;
  takeBack: (r: Reading) => void;
}

const basisSaid: Record<string, string> = { stacked: "over stacked plates", between: "between plates" };

const at = (r: Reading) => r.place ?? r.from;
const where = (r: Reading) => at(r)?.station ?? `${at(r)?.x}, ${at(r)?.y}`;

/** The readings of one wall, newest or by place; corrected ones on demand. */
export function ReadingList({ readings, wall, byPlace, correct, takeBack }: Props) {
  const [kind, setKind] = useState("all");
  const [by, setBy] = useState<"place" | "entry">("place");
  const [all, setAll] = useState(false);
  const replaced = new Set(readings.map((r) => r.replaces).filter(Boolean));
  const gone = (r: Reading) => replaced.has(r.id) || !!r.void;
  const place = new Map(byPlace.map((id, i) => [id, i]));
  const shown = readings
    .filter((r) => !!at(r) && at(r)?.wall === wall && (kind === "all" || r.kind === kind) && (all || !gone(r)))
    .map((r, i) => ({ r, i }))
    .sort((a, b) => (by === "entry" ? b.i - a.i : (place.get(a.r.id) ?? 0) - (place.get(b.r.id) ?? 0)))
    .map(({ r }) => r);
  const some = readings.some((r) => at(r) && at(r)?.wall === wall);
  return (
    <section aria-label={wall ? "Readings of this wall" : "Readings on the plan"}>
      <Group gap="md" my="xs">
        <SegmentedControl
          size="sm"
          aria-label="Show"
          value={kind}
          onChange={setKind}
          data={["all", "gap", "floor", "ceiling", "level"]}
        />
        <Switch label="corrected ones too" checked={all} onChange={(e) => setAll(e.currentTarget.checked)} />
      </Group>
      {!some && (
        <Text className="quiet">
          {wall
            ? `Nothing read along wall ${wall} yet. The field asks for the first place: type what the tape says and press Enter.`
            : "Nothing read on the plan yet: touch a place on it, then type what the laser says."}
        </Text>
      )}
      {some && (
        <Table className="lines readings">
          <Table.Thead>
            <Table.Tr>
              <Table.Th className="num" aria-sort={by === "place" ? "ascending" : "none"}>
                <button type="button" onClick={() => setBy("place")}>
                  Place {by === "place" ? "↓" : ""}
                </button>
              </Table.Th>
              <Table.Th>Kind</Table.Th>
              <Table.Th className="num">Value</Table.Th>
              <Table.Th className="wide-only" aria-sort={by === "entry" ? "descending" : "none"}>
                <button type="button" onClick={() => setBy("entry")}>
                  Taken {by === "entry" ? "↓" : ""}
                </button>
              </Table.Th>
              <Table.Th>
                <span className="unseen">To change</span>
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {shown.map((r) => (
              <Table.Tr key={r.id} className={gone(r) ? "gone" : ""}>
                <Table.Td className="num">
                  {wall ? (
                    <>
                      <Len text={at(r)?.station ?? ""} />
                      {r.to?.station && (
                        <>
                          –<Len text={r.to.station} />
                        </>
                      )}
                    </>
                  ) : (
                    <>
                      <Len text={at(r)?.x ?? ""} />, <Len text={at(r)?.y ?? ""} />
                    </>
                  )}
                </Table.Td>
                <Table.Td>
                  {r.kind}
                  {r.stood && <small className="quiet"> on {r.stood.what}</small>}
                  {r.stopped && <small className="quiet"> to {r.stopped.what}</small>}
                  {r.basis && basisSaid[r.basis] && <small className="quiet"> {basisSaid[r.basis]}</small>}
                </Table.Td>
                <Table.Td className="num">
                  <b>
                    <Len text={r.value ?? r.rise ?? ""} />
                  </b>
                </Table.Td>
                <Table.Td className="wide-only quiet">
                  {r.taken ? new Date(r.taken).toLocaleString([], { dateStyle: "medium", timeStyle: "short" }) : ""}
                  {(r.by || r.instrument) && <div>{[r.by, r.instrument].filter(Boolean).join(", ")}</div>}
                </Table.Td>
                <Table.Td className="num">
                  {!gone(r) && (
                    <Group gap={0} justify="flex-end" wrap="nowrap">
                      <ActionIcon
                        size={48}
                        variant="subtle"
                        aria-label={`Correct ${r.kind} at ${where(r)}`}
                        onClick={() => correct(r)}
                      >
                        <IconPencil size={20} />
                      </ActionIcon>
                      <ActionIcon
                        size={48}
                        variant="subtle"
                        color="gray"
                        aria-label={`Take back ${r.kind} at ${where(r)}`}
                        onClick={() => takeBack(r)}
                      >
                        <IconArrowBackUp size={20} />
                      </ActionIcon>
                    </Group>
                  )}
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
    </section>
  );
}
