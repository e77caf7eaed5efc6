import { notifications } from "@mantine/notifications";
import { Problem } from "../api/client";
import { Said } from "../drawing/Len";

/** What isn't the fault of what was asked for. */
const titles: Record<number, string> = {
  0: "No connection",
  502: "The server can't be reached",
  503: "Not just now",
  504: "The server can't be reached",
};

/** Tells of a failure where the eye is; a conflict shows both changes. */
export function tell(error: unknown) {
  const p = error instanceof Problem ? error : new Problem(String(error), 0);
  const stale = p.status === 409 && p.since.length > 0;
  notifications.show({
    color: "crayon",
    title: stale
      ? "Somebody changed this job meanwhile"
      : (titles[p.status] ?? (p.status >= 500 ? "The server couldn't finish this" : "That can't be")),
    autoClose: stale ? false : 9000,
    message: stale ? (
      <div>
        <ul className="both">
          {p.since.map((s) => (
            <li key={s.revision}>
              {s.by || "Somebody"}: <Said text={s.said} />
            </li>
          ))}
          {p.wanted && (
            <li>
              You wanted: <Said text={p.wanted} />
            </li>
          )}
        </ul>
        Theirs stands. Make your change again if it still holds.
      </div>
    ) : (
      p.message
    ),
  });
}
