import { useElementSize } from "@mantine/hooks";
import type { PlanWall } from "../../api/client";
import { useRoom } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { type Frame, middle, points } from "../../drawing/frame";

type Tilt = NonNullable<PlanWall["raising"]>["tilt"][number];

/** The room from above: where a wall would lie before it goes up, and what stands there. */
export function Above({ wall, tilts }: { wall: PlanWall; tilts: Tilt[] }) {
  const { job } = useJobContext();
  const { ref, width } = useElementSize();
  const room = useRoom(job.id).data?.room;
  const shown = tilts.filter((t) => (t.lies ?? []).length > 0);
  if (!room || shown.length === 0) return <div ref={ref} />;
  const all = [...shown.flatMap((t) => t.lies ?? []), room.low, room.high];
  const low = { x: Math.min(...all.map((p) => p.x)), y: Math.min(...all.map((p) => p.y)) };
  const high = { x: Math.max(...all.map((p) => p.x)), y: Math.max(...all.map((p) => p.y)) };
  const wide = Math.max(width || 320, 300);
  const k = Math.min((wide - 16) / (high.x - low.x), 380 / (high.y - low.y));
  const height = (high.y - low.y) * k + 16;
  const f: Frame = { width: wide, height, k, x: (mm) => 8 + (mm - low.x) * k, y: (mm) => height - 8 - (mm - low.y) * k };
  return (
    <div ref={ref} className="above">
      <svg width={wide} height={height} role="img" aria-label={`The room from above, and where ${wall.id} would lie`}>
        <polygon points={points(f, room.corners)} className="above-room" />
        {shown.map((t) => {
          const lies = t.lies ?? [];
          const at = middle(lies);
          const bad = (t.blocked ?? []).length > 0;
          return (
            <g key={t.side}>
              <polygon points={points(f, lies)} className={bad ? "above-lies shut" : "above-lies"} />
              <text x={f.x(at.x)} y={f.y(at.y) + 6} textAnchor="middle">
                {t.side}
                {bad && ": no room"}
              </text>
            </g>
          );
        })}
        {room.obstructions.map((o) => (
          <line
            key={o.id}
            x1={f.x(o.from.x)}
            y1={f.y(o.from.y)}
            x2={f.x(o.to.x)}
            y2={f.y(o.to.y)}
            strokeWidth={Math.max(3, (o.width ?? 0) * k)}
            className={shown.some((t) => t.blocked?.includes(o.id)) ? "above-thing shut" : "above-thing"}
          >
            <title>{o.id}</title>
          </line>
        ))}
        {room.lines.map((l) => (
          <polygon key={l.id} points={points(f, l.outline)} className={l.id === wall.id ? "above-wall here" : "above-wall"}>
            <title>{l.id}</title>
          </polygon>
        ))}
      </svg>
      <p className="quiet">
        From above: what it takes to lie down on each side.{" "}
        {shown.map((t) => ((t.blocked ?? []).length > 0 ? `On the ${t.side} stands ${t.blocked?.join(", ")}. ` : ""))}
      </p>
    </div>
  );
}
