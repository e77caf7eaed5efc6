import { Button } from "@mantine/core";
import { IconPlus } from "@tabler/icons-react";
import { type ReactNode, useEffect, useRef } from "react";
import { Link } from "react-router";
import { Len } from "../drawing/Len";
import { useJobContext } from "./Shell";

interface Props {
  /** which wall stands out, if it isn't the job's; -1 for none */
  chosen?: number;
  choose?: (wall: string) => void;
  /** starts one more line here; without it, the way to where one is started */
  more?: () => void;
  children?: ReactNode;
}

/** The walls of the job, the one on screen standing out. */
export function WallTabs({ chosen, choose, more, children }: Props) {
  const { id, job, plan, wall, setWall } = useJobContext();
  const walls = job.document.walls ?? [];
  const out = chosen ?? wall;
  const row = useRef<HTMLDivElement>(null);
  // on a phone the row runs on beyond the screen
  useEffect(() => {
    row.current?.children[out]?.scrollIntoView({ block: "nearest", inline: "center" });
  }, [out]);
  return (
    <div className="walls no-print" ref={row}>
      {walls.map((w, i) => (
        <Button
          key={w.id}
          h={48}
          variant={i === out ? "filled" : "default"}
          aria-pressed={i === out}
          onClick={() => (choose ?? setWall)(w.id)}
        >
          <span>
            {w.id} {w.name ? `${w.name.toLowerCase()}, ` : ""}
            <Len text={plan.plan.walls[i]?.said ?? ""} />
          </span>
        </Button>
      ))}
      {more ? (
        <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} aria-label="One more line" onClick={more}>
          Line
        </Button>
      ) : (
        <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} component={Link} to={`/jobs/${id}/line?new=1`}>
          Wall
        </Button>
      )}
      {children}
    </div>
  );
}
