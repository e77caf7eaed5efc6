/** What a task of the plan of days is called where people read it; its id where it is gone. */
export function called(tasks: { task: string; said: string; wall?: string; kind: string }[], id: string) {
  const t = tasks.find((x) => x.task === id);
  if (!t) return id;
  return t.wall && t.kind !== "wait" ? `${t.wall}: ${t.said}` : t.said;
}
