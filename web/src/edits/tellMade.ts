import { notifications } from "@mantine/notifications";
import type { Edited } from "../api/client";
import { bare } from "../entry/bare";

/** Lines keep their relations: what an edit moved is said. */
function sayMoved({ moved, stayed = 0 }: Edited) {
  const stay =
    stayed > 0
      ? `${stayed} ${stayed === 1 ? "reading stays" : "readings stay"} where ${stayed === 1 ? "it was" : "they were"} taken.`
      : "";
  if (moved.length === 0 && !stay) return;
  notifications.show({
    title: moved.length === 0 ? "Readings are kept" : moved.length === 1 ? "One wall followed" : `${moved.length} walls followed`,
    message: [moved.map((m) => `${m.wall} by ${m.by}${m.now ? `, ${m.was} → ${m.now} long` : ""}`).join("; "), stay]
      .filter(Boolean)
      .join(". "),
    autoClose: 12000,
  });
}

/** Pieces already cut that the edit changes come first. */
function sayRecut({ cut, others }: Edited["changed"]) {
  if (cut.length === 0) return;
  notifications.show({
    color: "crayon",
    title: cut.length === 1 ? "A piece already cut changes" : `${cut.length} pieces already cut change`,
    message: `${cut
      .slice(0, 8)
      .map((c) => (c.now ? `${c.member}: ${c.was ? bare(c.was) : "new"} → ${bare(c.now)}` : `${c.member}: no longer there`))
      .join("; ")}${cut.length > 8 ? " …" : ""}${others > 0 ? `. ${others} not cut yet change too.` : ""}`,
    autoClose: false,
  });
}

/** Says what edits brought about beyond themselves. */
export function tellMade(e: Edited) {
  if (e.again) return;
  sayMoved(e);
  sayRecut(e.changed);
}
