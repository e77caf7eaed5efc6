import { type RefObject, useEffect, useRef, useState } from "react";

/**
 * What an entry stands at: it follows what is asked for, but never while the hand is in the entry, unless that hand has
 * just gone on. `key` tells one from another.
 */
export function useSticky<T>(
  asked: T,
  key: string,
  box: RefObject<HTMLElement | null>,
): { at: T; key: string; goOn: () => void } {
  const [stands, setStands] = useState({ at: asked, key });
  const free = useRef(true);
  const latest = useRef({ at: asked, key });
  latest.current = { at: asked, key };
  // whatever is done in the entry is done at what it stands at: typed, or shot
  useEffect(() => {
    const hold = () => {
      free.current = false;
    };
    const there = box.current;
    for (const what of ["input", "click"]) there?.addEventListener(what, hold);
    return () => {
      for (const what of ["input", "click"]) there?.removeEventListener(what, hold);
    };
  }, [box]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only another one is taken over
  useEffect(() => {
    if (key === stands.key) return;
    if (!free.current && box.current?.contains(document.activeElement)) return;
    free.current = false;
    setStands({ at: asked, key });
  }, [key]);
  return {
    ...stands,
    goOn: () => {
      // what is asked for next may be here already, or may come
      free.current = true;
      setStands((was) => (was.key === latest.current.key ? was : latest.current));
    },
  };
}
