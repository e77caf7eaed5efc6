import { type Ask, type Heard, Hub } from "./hub";

export type { Heard } from "./hub";

/** What a page says to the worker that holds the connection. */
export type FromPage = { do: "listen"; key: string; ask: Ask } | { do: "leave"; key: string } | { do: "alive" } | { do: "gone" };

/** Those of this page who listen, by key. */
const here = new Map<string, { ask: Ask; hear: (h: Heard) => void }>();
let port: MessagePort | undefined;
let own: Hub | undefined;

function begin() {
  if (port || own) return;
  try {
    const worker = new SharedWorker(new URL("./stream.worker.ts", import.meta.url), { type: "module", name: "homalos" });
    worker.onerror = () => {
      // it can't be run here: a connection of one's own
      port = undefined;
      own = new Hub();
      for (const [key, one] of here) own.listen(key, one.ask, one.hear);
    };
    port = worker.port;
    port.onmessage = ({ data }: MessageEvent<{ key: string; heard: Heard }>) => here.get(data.key)?.hear(data.heard);
    port.start();
    setInterval(() => port?.postMessage({ do: "alive" } satisfies FromPage), 30_000);
  } catch {
    own = new Hub(); // phones' browsers have no such worker
  }
  // a page that is left may be kept whole by the browser: it listens no more until it is back
  window.addEventListener("pagehide", () => {
    port?.postMessage({ do: "gone" } satisfies FromPage);
    for (const key of here.keys()) own?.leave(key);
  });
  window.addEventListener("pageshow", (e) => {
    if (e.persisted) for (const [key, one] of here) tell(key, one.ask);
  });
}

function tell(key: string, ask: Ask) {
  const one = here.get(key);
  if (port) port.postMessage({ do: "listen", key, ask } satisfies FromPage);
  else if (one) own?.listen(key, ask, one.hear);
}

let count = 0;

/** Listens until the function that is given back is called. */
export function listen(ask: Ask, hear: (h: Heard) => void): () => void {
  if (typeof EventSource === "undefined") return () => {};
  begin();
  const key = String(++count);
  here.set(key, { ask, hear });
  tell(key, ask);
  return () => {
    here.delete(key);
    if (port) port.postMessage({ do: "leave", key } satisfies FromPage);
    else own?.leave(key);
  };
}
