import { Popover, Text, UnstyledButton } from "@mantine/core";
import { createContext, type ReactNode, useContext } from "react";
import type { Fixing } from "../api/client";
import table from "../api/words.gen.json";
import "./words.css";

export type WordSet = "plain" | "inch" | "metric" | "shoulder";
type Meaning = (typeof table.meanings)[number];

export const { sets, meanings } = table;
export const kinds = Object.fromEntries(
  table.kinds.map((k) => [k.kind, k as { sign?: string; rounds: string; stands?: boolean }]),
);
/** The ways a plate can be fixed. */
export const means = table.fixings as { by: NonNullable<Fixing["by"]>; many: string; bead?: boolean; cures?: boolean }[];

const Chosen = createContext<WordSet>("plain");
/** Everything within speaks the crew's words. */
export const Words = Chosen.Provider;

/** A term by itself, or by its several: jack, jacks. */
const find = (term: string): [Meaning | undefined, boolean] => {
  const one = meanings.find((m) => m.term === term);
  return one ? [one, false] : [meanings.find((m) => `${m.term}s` === term), true];
};

/** The word of a set for a term; what is no term is said as it is. */
export function wordOf(term: string, set: WordSet): string {
  const [m, several] = find(term);
  const word = m?.words[set] ?? m?.words.plain ?? term.replace("-", " ");
  return m && several && word !== "blocking" && word !== "centres" ? `${word}s` : word;
}

export const useWord = () => {
  const set = useContext(Chosen);
  return (term: string) => wordOf(term, set);
};

export const capital = (word: string) => word.charAt(0).toUpperCase() + word.slice(1);

/** What others call it, but for the word that the crew has. */
const others = (m: Meaning, own: string) => [...new Set([...m.also, ...Object.values(m.words)])].filter((w) => w !== own);

/** Says whether what somebody looks for is this term, by whatever name they know it. */
export const answersTo = (m: Meaning, sought: string) =>
  [m.term.replace("-", " "), m.means, ...m.also, ...Object.values(m.words)].some((w) =>
    w.toLowerCase().includes(sought.trim().toLowerCase()),
  );

/** A word of the trade; touched, it says what it is and what others call it. */
export function Term({ of, children, start = false }: { of: string; children?: ReactNode; start?: boolean }) {
  const word = useWord();
  const [m, several] = find(of);
  const own = word(of);
  if (!m) return children ?? own;
  return (
    <Popover width={280} position="bottom-start" shadow="md" withinPortal>
      <Popover.Target>
        <UnstyledButton className="term">{children ?? (start ? capital(own) : own)}</UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown>
        <Meant of={m} own={several ? word(m.term) : own} />
      </Popover.Dropdown>
    </Popover>
  );
}

/** What a term is, and its other names. */
export function Meant({ of: m, own }: { of: Meaning; own: string }) {
  const also = others(m, own);
  return (
    <Text fz={15} component="div">
      <b>{capital(own)}.</b> {m.means}
      {also.length > 0 && <div className="quiet">Also called {also.join(", ")}.</div>}
    </Text>
  );
}
