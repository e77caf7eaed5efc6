import { IconArrowRight, IconCheck } from "@tabler/icons-react";
import type { NextStep, Room } from "../../api/client";
import { Said } from "../../drawing/Len";

/** What to measure, the most useful first; enough when nothing waits. */
export function NextList({ room, follow }: { room: Room; follow: (n: NextStep) => void }) {
  if (room.next.length === 0) {
    const nothing = room.held === 0 && room.pins.length + room.ties.length > 0;
    return (
      <p className={`enough ${nothing ? "is-ready" : "quiet"}`}>
        {nothing ? (
          <>
            <IconCheck size={22} /> Enough: nothing here waits for a reading.
          </>
        ) : (
          "What to measure next is listed here once there are corners or walls."
        )}
      </p>
    );
  }
  return (
    <section aria-label="Measure next">
      <h2 className="small-head">Measure next</h2>
      <ol className="next-list">
        {room.next.slice(0, 5).map((n) => (
          <li key={n.text}>
            <button type="button" onClick={() => follow(n)}>
              <span>
                <Said text={n.text} />
              </span>
              <small className={n.frees > 0 || n.what === "tie" ? "is-held" : "quiet"}>
                {n.frees > 0 ? `frees ${n.frees}` : n.pins ? `pins ${n.pins}` : ""}
              </small>
              <IconArrowRight size={18} />
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
