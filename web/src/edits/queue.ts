import { type Edit, type Edited, got, type Job, outliving, Problem, passing } from "../api/client";
import { byWhom, device, kept } from "./me";
import { remade, replacedBy, withEdit } from "./optimistic";

/** Edits made together that the server hasn't acknowledged yet. */
export interface Waiting {
  edits: Edit[];
  /** the revision that was on screen, and own edits that were on screen too */
  revision: number;
  after: string[];
  /** what each edit gave anew, as it stood on screen */
  was?: (Record<string, unknown> | undefined)[];
}

/** What became of edits: made, or kept here until the line is back. */
export type Outcome = { made: Edited } | { kept: true };

interface Item extends Waiting {
  /** it was on its way once: the server may have it */
  sent?: boolean;
  done?: (o: Outcome) => void;
  failed?: (p: Problem) => void;
}

const waits = [500, 1000, 2000, 4000, 8000, 15000];

/**
 * The edits of one job on their way to the server: one request after the other, in the order they were made. What the
 * server hasn't acknowledged stands in the browser's storage, so that it outlives the page, and is sent again until it
 * is. An edit has its id from the start: sent twice, it is made once.
 */
export class Queue {
  private items: Item[] = [];
  private sending = false;
  private tries = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private listeners = new Set<() => void>();
  private shown: readonly Waiting[] = [];
  /** the line is down: what waits is kept here */
  away = false;
  onMade: (e: Edited) => void = () => {};
  /** the job as the server has it, as far as this page knows */
  document: () => Job["document"] | undefined = () => undefined;
  /** edits that were kept from before, or that nobody waits for any more, and that the server refused */
  onRefused: (w: Waiting, p: Problem) => void = () => {};

  constructor(readonly job: string) {
    this.items = this.stored();
    this.show();
    if (typeof window !== "undefined") {
      window.addEventListener("online", () => this.soon());
    }
    if (this.items.length > 0) this.soon();
  }

  private get key() {
    return `homalos-waiting-${this.job}`;
  }

  /** edits that are done with here; another tab may have them in the storage still */
  private gone = new Set<string | undefined>();

  private stored(): Item[] {
    try {
      const list = JSON.parse(kept.read(this.key) ?? "[]");
      if (!Array.isArray(list)) return [];
      return list.filter((w) => Array.isArray(w?.edits) && w.edits.length > 0).map((w) => ({ ...w, sent: true }));
    } catch {
      return [];
    }
  }

  /** Keeps what waits, beside what another tab keeps of this job. */
  private store() {
    const own = new Set(this.items.map((w) => w.edits[0]?.id));
    const theirs = this.stored().filter((w) => !own.has(w.edits[0]?.id) && !this.gone.has(w.edits[0]?.id));
    const plain = [...theirs, ...this.items].map(({ edits, revision, after, was }) => ({ edits, revision, after, was }));
    return kept.write(this.key, plain.length > 0 ? JSON.stringify(plain) : undefined);
  }

  private show() {
    this.shown = this.items.map(({ edits, revision, after }) => ({ edits, revision, after }));
    for (const l of this.listeners) l();
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  /** What waits, oldest first; the same list until it changes. */
  waiting = () => this.shown;

  /** Puts edits in the row. It settles when they are made, refused, or kept because the line is down. */
  add(w: Waiting): Promise<Outcome> {
    return new Promise((done, failed) => {
      this.items.push({ ...w, done, failed });
      if (!this.store() && this.away) {
        this.items.pop();
        this.gone.add(w.edits[0]?.id);
        this.show();
        failed(new Problem("The line is down and this browser keeps nothing more: write it down, and try again later.", 0));
        return;
      }
      this.show();
      if (this.away) {
        this.release(this.items[this.items.length - 1] as Item);
        this.soon();
      } else this.pump();
    });
  }

  /** Takes the newest edits back before they are sent; false if there are none, or the server may have them. */
  drop(): boolean {
    const newest = this.items.at(-1);
    if (!newest || newest.sent) return false;
    this.items.pop();
    this.gone.add(newest.edits[0]?.id);
    newest.done?.({ kept: true });
    this.store();
    this.show();
    return true;
  }

  /** Tries again now. */
  soon() {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.pump(), 0);
  }

  /** Sends no more from here; what waits stays in the browser's storage. */
  close() {
    clearTimeout(this.timer);
    this.items = [];
  }

  private release(item: Item) {
    item.done?.({ kept: true });
    item.done = undefined;
    item.failed = undefined;
  }

  private async pump() {
    const item = this.items[0];
    if (this.sending || !item) return;
    this.sending = true;
    item.sent = true;
    clearTimeout(this.timer);
    try {
      const made = await this.send(item);
      this.onMade(made); // before it leaves the row: it never goes off the screen
      this.settle(item);
      item.done?.({ made });
    } catch (e) {
      const p = e instanceof Problem ? e : new Problem(String(e), 0);
      if (passing(p)) {
        this.sending = false;
        this.away = true;
        for (const one of this.items) this.release(one);
        this.show();
        this.timer = setTimeout(() => this.pump(), waits[Math.min(this.tries++, waits.length - 1)]);
        return;
      }
      this.settle(item);
      this.without(item);
      if (item.failed) item.failed(p);
      else this.onRefused(item, p);
    }
    this.pump();
  }

  private settle(item: Item) {
    this.items = this.items.filter((one) => one !== item);
    this.gone.add(item.edits[0]?.id);
    this.sending = false;
    this.away = false;
    this.tries = 0;
    this.store();
    this.show();
  }

  /** What was chosen on top of edits that were refused is made to the job without them. */
  private without(refused: Item) {
    const gone = new Set(refused.edits.map((e) => e.id));
    let d = this.document();
    if (!d || !this.items.some((w) => w.after.some((id) => gone.has(id)))) return;
    for (const item of this.items) {
      item.after = item.after.filter((id) => !gone.has(id));
      const before: Job["document"] = d;
      item.edits = item.edits.map((e, i) => remade(e, item.was?.[i], before));
      item.was = item.edits.map((e) => replacedBy(before, e));
      d = item.edits.reduce(withEdit, before);
    }
    this.store();
    this.show();
  }

  private send(item: Item) {
    const body = { revision: item.revision, after: item.after, by: byWhom(), device, edits: item.edits };
    return got(outliving(body).POST("/api/jobs/{id}/edits", { params: { path: { id: this.job } }, body }));
  }
}

const queues = new Map<string, Queue>();

/** The one queue of a job on this page. */
export function queueOf(job: string): Queue {
  let q = queues.get(job);
  if (!q) {
    q = new Queue(job);
    queues.set(job, q);
  }
  return q;
}

/** Sends what an earlier page left behind, of whatever job. */
export function sendLeftovers() {
  for (const key of kept.keys("homalos-waiting-")) queueOf(key.slice("homalos-waiting-".length));
}
