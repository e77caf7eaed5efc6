import { useEffect, useRef } from "react";

/** Whether the page part that asked is still on screen: an answer that comes later moves nobody who has gone elsewhere. */
export function useHere() {
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return here;
}
