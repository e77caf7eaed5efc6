import { useEffect, useRef } from "react";
import { useLocation } from "react-router";

/**
 * Whether the page part that asked is still what is looked at: an answer that comes later moves nobody who has gone
 * elsewhere. The address tells it first: a page that is still being fetched leaves the old one on screen.
 */
export function useHere(): () => boolean {
  const here = useRef(true);
  const path = useLocation().pathname;
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  return () => here.current && window.location.pathname === path;
}
