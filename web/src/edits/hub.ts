/** What a page listens to: a job from after a revision, its devices too or alone. */
export interface Ask {
  job: string;
  after?: number;
  devices?: boolean;
}

/** Something that happened; `line` is how the connection itself is. */
export interface Heard {
  job?: string;
  what: "step" | "quiet" | "back" | "gone" | "shot" | "devices" | "line";
  event?: unknown;
}

type Hear = (h: Heard) => void;

const waits = [500, 1000, 2000, 4000, 8000];

/**
 * One stream of events for all who listen here: a browser holds six connections to an address, and seven pages with a
 * stream each never load. It goes on from the last revisions heard.
 */
export class Hub {
  private asks = new Map<string, { ask: Ask; hear: Hear }>();
  private last = new Map<string, number>();
  private source: EventSource | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private tries = 0;
  private line: "open" | "broken" | undefined;

  constructor(private readonly open: (url: string) => EventSource = (url) => new EventSource(url)) {}

  /** Listens under a key; the same key again takes the place of what was asked for before. */
  listen(key: string, ask: Ask, hear: Hear) {
    this.asks.set(key, { ask, hear });
    if (ask.after !== undefined) {
      const known = this.last.get(ask.job);
      this.last.set(ask.job, known === undefined ? ask.after : Math.min(known, ask.after));
    }
    if (this.line) hear({ what: "line", event: this.line });
    this.soon(0);
  }

  leave(key: string) {
    if (!this.asks.delete(key)) return;
    for (const job of [...this.last.keys()]) if (!this.wanted(job)) this.last.delete(job);
    this.soon(200);
  }

  private wanted = (job: string) => [...this.asks.values()].some(({ ask }) => ask.job === job && ask.after !== undefined);

  private soon(ms: number) {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => this.connect(), ms);
  }

  private url(): string {
    const q = new URLSearchParams();
    for (const [job, after] of this.last) q.append("job", `${job}:${after}`);
    for (const job of new Set([...this.asks.values()].filter(({ ask }) => ask.devices).map(({ ask }) => ask.job)))
      q.append("devices", job);
    return `/api/events?${q}`;
  }

  private connect() {
    this.source?.close();
    this.source = undefined;
    if (this.asks.size === 0) return;
    const source = this.open(this.url());
    this.source = source;
    source.addEventListener("open", () => {
      if (this.source !== source) return;
      this.tries = 0;
      this.say("open");
    });
    source.addEventListener("message", (e) => {
      if (this.source === source) this.heard(JSON.parse((e as MessageEvent).data));
    });
    source.addEventListener("error", () => {
      if (this.source !== source) return;
      source.close(); // asked for again by hand: its address holds revisions that are old by now
      this.source = undefined;
      this.say("broken");
      this.soon(waits[Math.min(this.tries++, waits.length - 1)] ?? 8000);
    });
  }

  private say(line: "open" | "broken") {
    this.line = line;
    for (const { hear } of this.asks.values()) hear({ what: "line", event: line });
  }

  private heard(h: Heard) {
    const revision = (h.event as { revision?: number } | undefined)?.revision;
    if (h.job && revision !== undefined && this.last.has(h.job)) {
      const known = this.last.get(h.job) ?? 0;
      this.last.set(h.job, h.what === "back" ? revision : Math.max(known, revision));
    }
    for (const { ask, hear } of this.asks.values()) {
      const of = h.what === "shot" || h.what === "devices" ? ask.devices : ask.after !== undefined;
      if (ask.job === h.job && of) hear(h);
    }
  }
}
