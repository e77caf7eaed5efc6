import { ActionIcon } from "@mantine/core";
import { IconArrowUp, IconTrash } from "@tabler/icons-react";
import type { ReactNode } from "react";

interface Props {
  lines: { said: ReactNode; name: string }[];
  take: (i: number) => void;
  /** where order matters: whether a line can go before another, and what does it */
  up?: { can: (i: number) => boolean; go: (i: number) => void; said: string };
}

/** A list whose lines can be taken out. Two lines may be alike: they go by their place. */
export function Removable({ lines, take, up }: Props) {
  return (
    <ul className="plain">
      {lines.map((line, i) => (
        // biome-ignore lint/suspicious/noArrayIndexKey: two may be alike
        <li key={i}>
          <span className="grow">{line.said}</span>
          {up?.can(i) && (
            <ActionIcon size={44} variant="subtle" aria-label={`Move ${line.name} ${up.said}`} onClick={() => up.go(i)}>
              <IconArrowUp size={18} />
            </ActionIcon>
          )}
          <ActionIcon size={44} variant="subtle" color="gray" aria-label={`Take ${line.name} out`} onClick={() => take(i)}>
            <IconTrash size={18} />
          </ActionIcon>
        </li>
      ))}
    </ul>
  );
}

/** A list without one of its lines; none where it was the last. */
export function without<T>(all: T[], i: number): T[] | undefined {
  return all.length > 1 ? all.filter((_, k) => k !== i) : undefined;
}
