import { notifications } from "@mantine/notifications";
import { Problem } from "../api/client";

/** Tells of a failure where the eye is; a conflict shows both changes. */
export function tell(error: unknown) {
  const p = error instanceof Problem ? error : new Problem(String(error), 0);
  const stale = p.status === 409 && p.theirs.length + p.yours.length > 0;
  notifications.show({
    color: "crayon",
    title: stale ? "Somebody changed this job meanwhile" : p.status === 0 ? "No connection" : "That can't be",
    autoClose: stale ? false : 9000,
    message: stale ? (
      <div>
        <Changes title="They changed" of={p.theirs} />
        <Changes title="You wanted" of={p.yours} />
        The newest version is on screen now: make your change again if it still holds.
      </div>
    ) : (
      p.message
    ),
  });
}

function Changes({ title, of }: { title: string; of: Problem["theirs"] }) {
  if (of.length === 0) return null;
  return (
    <ul style={{ margin: "4px 0", paddingLeft: 18 }}>
      {of.slice(0, 6).map((c) => (
        <li key={c.path}>
          {title} {c.path}: {c.was ?? "nothing"} → {c.now ?? "nothing"}
        </li>
      ))}
    </ul>
  );
}
