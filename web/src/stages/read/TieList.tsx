import { ActionIcon, Table } from "@mantine/core";
import { IconPencil } from "@tabler/icons-react";
import type { Room } from "../../api/client";
import { Len } from "../../drawing/Len";

interface Props {
  room: Room;
  again: (t: { id: string; from: string; to: string }) => void;
}

/** Each tape with its misfit, and each corner with its angle: what the shape rests on. */
export function TieList({ room, again }: Props) {
  if (room.corners.length === 0) return null;
  const id = (i: number) => room.corners[i]?.id ?? "";
  return (
    <section aria-label="Tapes and corners">
      <p className="shape-state">
        {room.missing > 0 ? (
          <b className="is-held">
            {room.missing} more {room.missing === 1 ? "measurement" : "measurements"} to pin every corner.
          </b>
        ) : room.spare === 0 ? (
          <b>Every corner is pinned, with nothing to spare: a slip would not show.</b>
        ) : (
          <b className="is-ready">
            Every corner is pinned, {room.spare} to spare{room.closing ? `; closes to ${room.closing}` : ""}.
          </b>
        )}
      </p>
      {room.ties.length > 0 && (
        <Table className="lines ties">
          <Table.Thead>
            <Table.Tr>
              <Table.Th>Corners</Table.Th>
              <Table.Th className="num">Read</Table.Th>
              <Table.Th className="num">Misfit</Table.Th>
              <Table.Th>
                <span className="unseen">To change</span>
              </Table.Th>
            </Table.Tr>
          </Table.Thead>
          <Table.Tbody>
            {room.ties.map((t) => (
              <Table.Tr key={t.id} className={t.doubtful ? "doubted" : ""}>
                <Table.Td>{t.said}</Table.Td>
                <Table.Td className="num">
                  <b>
                    <Len text={t.value} />
                  </b>
                </Table.Td>
                <Table.Td className="num">
                  {t.checked ? <Len text={t.misfit} /> : <span className="quiet">unchecked</span>}
                </Table.Td>
                <Table.Td className="num">
                  <ActionIcon
                    size={44}
                    variant="subtle"
                    aria-label={`Read ${t.said} again`}
                    onClick={() => again({ id: t.id, from: id(t.from), to: id(t.to) })}
                  >
                    <IconPencil size={18} />
                  </ActionIcon>
                </Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
      )}
      <Table className="lines ties">
        <Table.Thead>
          <Table.Tr>
            <Table.Th>Corner</Table.Th>
            <Table.Th className="num">Across, up</Table.Th>
            <Table.Th className="num">Inside</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {room.corners.map((c) => (
            <Table.Tr key={c.id}>
              <Table.Td>
                {c.id} {!c.pinned && <small className="is-held">loose</small>}
              </Table.Td>
              <Table.Td className="num">
                <Len text={c.said.replace(/ across/, "").replace(/ up$/, "")} />
              </Table.Td>
              <Table.Td className="num">{c.inside ? `${c.inside} ± ${c.give?.replace("°", "")}` : "—"}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </section>
  );
}
