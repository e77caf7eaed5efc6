import { beforeEach, describe, expect, test, vi } from "vitest";
import { type Heard, Hub } from "./hub";

/** Streams that were opened, and are told what happens on them. */
class Opened {
  static all: Opened[] = [];
  closed = false;
  private by = new Map<string, (e: unknown) => void>();
  constructor(readonly url: string) {
    Opened.all.push(this);
  }
  addEventListener(kind: string, hear: (e: unknown) => void) {
    this.by.set(kind, hear);
  }
  close() {
    this.closed = true;
  }
  tell(kind: string, data?: unknown) {
    this.by.get(kind)?.({ data: JSON.stringify(data) });
  }
  static get last() {
    return Opened.all[Opened.all.length - 1] as Opened;
  }
  static get open() {
    return Opened.all.filter((o) => !o.closed);
  }
}

const hub = () => new Hub((url) => new Opened(url) as unknown as EventSource);
const asked = () => new URLSearchParams(Opened.last.url.split("?")[1]);

describe("one stream for all who listen", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    Opened.all = [];
  });

  test("seven pages of two jobs, and devices, share one connection", () => {
    const h = hub();
    const heard: string[] = [];
    for (let i = 0; i < 7; i++) h.listen(`p${i}`, { job: i % 2 ? "a" : "b", after: 3 }, (e) => heard.push(`p${i} ${e.what}`));
    h.listen("d", { job: "a", devices: true }, (e) => heard.push(`d ${e.what}`));
    vi.runAllTimers();
    expect(Opened.open).toHaveLength(1);
    expect(asked().getAll("job").sort()).toEqual(["a:3", "b:3"]);
    expect(asked().getAll("devices")).toEqual(["a"]);
    Opened.last.tell("message", { job: "a", what: "step", event: { revision: 4 } });
    expect(heard.sort()).toEqual(["p1 step", "p3 step", "p5 step"]);
    Opened.last.tell("message", { job: "a", what: "shot", event: { value: "96 in" } });
    expect(heard).toContain("d shot");
    expect(heard).not.toContain("p1 shot");
  });

  test("it goes on from what was heard last, and a page that knows less is told what it missed", () => {
    const h = hub();
    h.listen("one", { job: "a", after: 3 }, () => {});
    vi.runAllTimers();
    Opened.last.tell("message", { job: "a", what: "step", event: { revision: 9 } });
    Opened.last.tell("error");
    vi.runAllTimers();
    expect(asked().get("job")).toBe("a:9");
    h.listen("two", { job: "a", after: 5 }, () => {});
    vi.runAllTimers();
    expect(asked().get("job")).toBe("a:5");
    Opened.last.tell("message", { job: "a", what: "back", event: { revision: 2 } });
    Opened.last.tell("error");
    vi.runAllTimers();
    expect(asked().get("job")).toBe("a:2");
  });

  test("who listens is told how the line is; with nobody left it is closed", () => {
    const h = hub();
    const lines: unknown[] = [];
    const note = (e: Heard) => e.what === "line" && lines.push(e.event);
    h.listen("one", { job: "a", after: 1 }, note);
    vi.runAllTimers();
    Opened.last.tell("open");
    Opened.last.tell("error");
    expect(lines).toEqual(["open", "broken"]);
    vi.runAllTimers();
    Opened.last.tell("open");
    h.leave("one");
    vi.runAllTimers();
    expect(Opened.open).toHaveLength(0);
  });
});
