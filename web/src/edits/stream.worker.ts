import { Hub } from "./hub";
import type { FromPage } from "./stream";

/** The one connection of all pages of this browser. A page that says nothing for long is gone. */
const hub = new Hub();
const forgotten = 200_000; // ms; pages in the background are slowed to one sign a minute

let pages = 0;
// biome-ignore lint/suspicious/noExplicitAny: the worker's own scope has no type here
(self as any).onconnect = (e: MessageEvent) => {
  const port = e.ports[0];
  if (!port) return;
  const page = ++pages;
  const keys = new Set<string>();
  let timer: ReturnType<typeof setTimeout>;
  const alive = () => {
    clearTimeout(timer);
    timer = setTimeout(leaveAll, forgotten);
  };
  const leaveAll = () => {
    clearTimeout(timer);
    for (const key of keys) hub.leave(key);
    keys.clear();
  };
  port.onmessage = ({ data }: MessageEvent<FromPage>) => {
    alive();
    if (data.do === "listen") {
      const key = `${page} ${data.key}`;
      keys.add(key);
      hub.listen(key, data.ask, (heard) => port.postMessage({ key: data.key, heard }));
    } else if (data.do === "leave") {
      keys.delete(`${page} ${data.key}`);
      hub.leave(`${page} ${data.key}`);
    } else if (data.do === "gone") leaveAll();
  };
  port.start();
};
