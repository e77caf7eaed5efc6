import { ActionIcon } from "@mantine/core";
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
        <table className="lines ties">
          <thead>
            <tr>
              <th>Corners</th>
              <th className="num">Read</th>
              <th className="num">Misfit</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {room.ties.map((t) => (
              <tr key={t.id} className={t.doubtful ? "doubted" : ""}>
                <td>{t.said}</td>
                <td className="num">
                  <b>
                    <Len text={t.value} />
                  </b>
                </td>
                <td className="num">{t.checked ? <Len text={t.misfit} /> : <span className="quiet">unchecked</span>}</td>
                <td className="num">
                  <ActionIcon
                    size={44}
                    variant="subtle"
                    aria-label={`Read ${t.said} again`}
                    onClick={() => again({ id: t.id, from: id(t.from), to: id(t.to) })}
                  >
                    <IconPencil size={18} />
                  </ActionIcon>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      <table className="lines ties">
        <thead>
          <tr>
            <th>Corner</th>
            <th className="num">Across, up</th>
            <th className="num">Inside</th>
          </tr>
        </thead>
        <tbody>
          {room.corners.map((c) => (
            <tr key={c.id}>
              <td>
                {c.id} {!c.pinned && <small className="is-held">loose</small>}
              </td>
              <td className="num">
                <Len text={c.said.replace(/ across/, "").replace(/ up$/, "")} />
              </td>
              <td className="num">{c.inside ? `${c.inside} ± ${c.give?.replace("°", "")}` : "—"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
