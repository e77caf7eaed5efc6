/**
 * What others do never changes a page under the hand that is typing: while a field holds text that isn't kept yet, it
 * waits until the hand is through (Enter, or the field is left).
 */
let writing: EventTarget | null = null;
let held: (() => void)[] = [];

const through = () => {
  writing = null;
  const now = held;
  held = [];
  for (const run of now) run();
};

if (typeof document !== "undefined") {
  const isField = (t: EventTarget | null): t is HTMLElement =>
    t instanceof HTMLTextAreaElement || (t instanceof HTMLInputElement && !/^(checkbox|radio|button|file)$/.test(t.type));
  document.addEventListener("input", (e) => {
    if (isField(e.target)) writing = e.target;
  });
  document.addEventListener("focusout", (e) => {
    if (e.target === writing) setTimeout(() => e.target === writing && through(), 0);
  });
  document.addEventListener("keydown", (e) => {
    if (writing && (e.key === "Enter" || e.key === "Escape")) setTimeout(through, 0);
  });
}

/** Runs something now, or when the hand is through with its field. Several alike wait as one. */
export function whenIdle(run: () => void) {
  const there = writing instanceof Node && writing.isConnected && document.activeElement === writing;
  if (!there) {
    if (held.length > 0) through();
    run();
  } else if (!held.includes(run)) held.push(run);
}
