import { v7 as newId } from "uuid";

/** Text kept in the browser; a browser that keeps nothing is no fault. */
export const kept = {
  read(key: string): string | undefined {
    try {
      return localStorage.getItem(key) ?? undefined;
    } catch {
      return undefined;
    }
  },
  keys(start: string): string[] {
    try {
      return Object.keys(localStorage).filter((k) => k.startsWith(start));
    } catch {
      return [];
    }
  },
  write(key: string, text: string | undefined) {
    try {
      if (text === undefined) localStorage.removeItem(key);
      else localStorage.setItem(key, text);
      return true;
    } catch {
      return false; // full, or not allowed
    }
  },
};

/** The device's own id: what was done on it is taken back on it, also after a reload. */
export const device: string = (() => {
  const there = kept.read("homalos-device");
  if (there) return there;
  const made = newId();
  kept.write("homalos-device", made);
  return made;
})();

/** Who reads and cuts here, as they wrote themselves down. */
export const byWhom = () => {
  try {
    return String(JSON.parse(kept.read("homalos-read-by") ?? '""')).trim() || undefined;
  } catch {
    return undefined;
  }
};
