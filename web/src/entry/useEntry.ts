import { useState } from "react";

/**
 * What is typed for one more line of a list. Sending it clears the fields at once, so that the next can be typed while the
 * answer is on its way; what is refused comes back, unless something else has been typed by then.
 */
export function useEntry<T extends object>(empty: T) {
  const [one, setOne] = useState(empty);
  const send = (made: Promise<unknown>) => {
    const sent = one;
    const back = () => setOne((now) => (JSON.stringify(now) === JSON.stringify(empty) ? sent : now));
    setOne(empty);
    made.then((ok) => {
      if (!ok) back();
    }, back);
  };
  return { one, setOne, send };
}
