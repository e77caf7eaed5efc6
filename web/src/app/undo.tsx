import { useHotkeys } from "@mantine/hooks";
import { notifications } from "@mantine/notifications";
import { createContext, type ReactNode, useCallback, useContext, useMemo, useRef, useState } from "react";
import { tell } from "./say";

interface Step {
  label: string;
  run: () => Promise<unknown>;
}
interface Undo {
  last?: Step;
  push: (label: string, run: Step["run"]) => void;
  undo: () => void;
}
const Context = createContext<Undo>({ push: () => {}, undo: () => {} });

/** Remembers how to take back what was done in this job, newest first. */
export function UndoProvider({ children }: { children: ReactNode }) {
  const [steps, setSteps] = useState<Step[]>([]);
  const push = useCallback((label: string, run: Step["run"]) => setSteps((s) => [...s.slice(-49), { label, run }]), []);
  const last = steps.at(-1);
  const under = useRef<Step>(undefined); // being taken back: a second touch must not do it twice
  const undo = useCallback(() => {
    if (!last || under.current === last) return;
    under.current = last;
    last
      .run()
      .then(() => {
        setSteps((s) => s.filter((one) => one !== last));
        notifications.show({ message: `Taken back: ${last.label}` });
      }, tell)
      .finally(() => {
        under.current = undefined;
      });
  }, [last]);
  useHotkeys([["mod+Z", undo]]);
  const value = useMemo(() => ({ last, push, undo }), [last, push, undo]);
  return <Context.Provider value={value}>{children}</Context.Provider>;
}

export const useUndo = () => useContext(Context);
