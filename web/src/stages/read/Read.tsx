import { useSearchParams } from "react-router";
import { useRoom } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Failed, Loading } from "../../app/States";
import { Assess } from "./Assess";
import { Heights } from "./Heights";
import { Plan } from "./Plan";
import { There } from "./There";
import "./read.css";

const views = [
  ["plan", "Plan"],
  ["heights", "Heights"],
  ["there", "What's there"],
  ["assess", "Assess"],
] as const;

/** The building as found: its shape, its heights, what is in it, and what to ask before cutting. */
export default function Read() {
  const { id } = useJobContext();
  const room = useRoom(id);
  const [search, setSearch] = useSearchParams();
  const view = search.get("view") ?? (search.has("wall") || search.has("at") ? "heights" : "plan");
  const open = room.data?.room.assess.open ?? 0;
  const go = (to: string) => {
    const now = new URLSearchParams(search);
    now.set("view", to);
    now.delete("at");
    now.delete("kind");
    setSearch(now, { replace: true });
  };
  return (
    <>
      <nav className="views" aria-label="Ways to read">
        {views.map(([key, label]) => (
          <button key={key} type="button" aria-current={view === key ? "page" : undefined} onClick={() => go(key)}>
            {label}
            {key === "assess" && open > 0 && <small className="is-held"> {open} open</small>}
          </button>
        ))}
      </nav>
      {room.error && !room.data ? (
        <Failed error={room.error} again={() => room.refetch()} />
      ) : !room.data ? (
        <Loading />
      ) : view === "heights" ? (
        <Heights devices={room.data.devices} room={room.data.room} />
      ) : view === "there" ? (
        <There room={room.data.room} />
      ) : view === "assess" ? (
        <Assess room={room.data.room} />
      ) : (
        <Plan room={room.data.room} devices={room.data.devices} />
      )}
    </>
  );
}
