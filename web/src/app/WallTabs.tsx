import { Button } from "@mantine/core";
import { IconPlus } from "@tabler/icons-react";
import { Link } from "react-router";
import { Len } from "../drawing/Len";
import { useJobContext } from "./Shell";

/** The walls of the job, the one on screen standing out. */
export function WallTabs() {
  const { id, job, plan, wall, setWall } = useJobContext();
  const walls = job.document.walls ?? [];
  return (
    <div className="walls no-print">
      {walls.map((w, i) => (
        <Button
          key={w.id}
          h={48}
          variant={i === wall ? "filled" : "default"}
          aria-pressed={i === wall}
          onClick={() => setWall(w.id)}
        >
          <span>
            {w.id} {w.name ? `${w.name.toLowerCase()}, ` : ""}
            <Len text={plan.plan.walls[i]?.length ?? ""} />
          </span>
        </Button>
      ))}
      <Button h={48} variant="subtle" leftSection={<IconPlus size={18} />} component={Link} to={`/jobs/${id}/line?new=1`}>
        Wall
      </Button>
    </div>
  );
}
