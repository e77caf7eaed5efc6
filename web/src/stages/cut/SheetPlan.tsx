import { Group, NativeSelect, Text } from "@mantine/core";
import { useSearchParams } from "react-router";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { WallTabs } from "../../app/WallTabs";
import { Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { SheetsForm } from "../mark/SheetsForm";

type PlanFace = NonNullable<ReturnType<typeof useJobContext>["plan"]["plan"]["walls"][number]["faces"]>[number];

/** Where each board hangs, on each face, what is cut out of it, and which are cut from the same one. */
export function SheetPlan() {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const [search, setSearch] = useSearchParams();
  const walls = plan.plan.walls;
  const at = Math.max(
    0,
    walls.findIndex((w) => w.id === search.get("for")),
  );
  const wall = walls[at];
  const doc = job.document.walls?.find((w) => w.id === wall?.id);
  const { boards = [], sheet } = plan.plan.yard;
  if (!wall || !doc) return null;
  const total = boards.reduce((sum, b) => sum + b.left, 0);
  return (
    <>
      <WallTabs
        chosen={at}
        choose={(id) =>
          setSearch(
            (now) => {
              const next = new URLSearchParams(now);
              next.set("for", id);
              return next;
            },
            { replace: true },
          )
        }
      />
      <Group className="no-print cut-filters" gap="sm" my="sm" align="flex-end">
        <NativeSelect
          label={`Boards on wall ${wall.id}`}
          size="md"
          value={doc.boards ?? "both"}
          data={[
            { value: "both", label: "both faces" },
            { value: "line", label: "the face on the line" },
            { value: "back", label: "the other face" },
            { value: "none", label: "none" },
          ]}
          onChange={(e) => {
            const v = e.currentTarget.value as "both";
            edits.make({ do: "put-wall", wall: { ...doc, boards: v === "both" ? undefined : v } }).catch(tell);
          }}
        />
        <Text>
          <b>{boards.length}</b> boards for the job; {total.toFixed(1)} boards' worth is left over.
        </Text>
      </Group>
      {(wall.faces ?? []).length === 0 && <Text my="md">No boards hang on this wall.</Text>}
      <div className="faces">
        {(wall.faces ?? []).map((f) => (
          <FaceDrawn key={f.face} face={f} wall={wall.id} />
        ))}
      </div>
      {sheet && (
        <details className="no-print">
          <summary>The boards that the crew hangs</summary>
          <SheetsForm keep={(next) => edits.make(next).catch(tell)} />
        </details>
      )}
    </>
  );
}

function FaceDrawn({ face: f, wall }: { face: PlanFace; wall: string }) {
  const name = f.face === "line" ? "on the line" : "the other face";
  if (f.unread)
    return (
      <section>
        <h2>
          Wall {wall}, {name}
        </h2>
        <Text className="is-held">Its height isn't read yet: take readings, then its boards are laid out.</Text>
      </section>
    );
  const long = Math.max(...f.boards.map((b) => b.box[2] ?? 0));
  const high = Math.max(...f.boards.map((b) => b.box[3] ?? 0));
  const mirror = f.mirror; // seen from its own side
  const place = ([from = 0, low = 0, to = 0, up = 0]: number[]) => ({
    x: mirror ? long - to : from,
    y: high - up,
    width: to - from,
    height: up - low,
  });
  const told = f.boards.flatMap((b) => b.tells ?? []);
  const tells = told.filter((text, i) => told.indexOf(text) === i); // alike boards say alike
  return (
    <section>
      <h2>
        Wall {wall}, {name}
      </h2>
      <svg
        viewBox={`-20 -20 ${long + 40} ${high + 60}`}
        role="img"
        aria-label={`Boards ${name} of wall ${wall}`}
        className="face"
      >
        <defs>
          <pattern
            id={`cut-${wall}-${f.face}`}
            width="60"
            height="60"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0v60" className="face-hatch" />
          </pattern>
        </defs>
        {f.boards.map((b) => {
          const r = place(b.box);
          return (
            <g key={`${b.from} ${b.low} ${b.row}`}>
              <title>{`Board ${b.board}, ${b.said}, from ${b.from} to ${b.to}`}</title>
              <rect {...r} className={b.rest ? "face-board rest" : "face-board"} />
              {(b.holes ?? []).map((h) => (
                <rect key={h.what + h.from} {...place(h.box)} className="face-hole" fill={`url(#cut-${wall}-${f.face})`} />
              ))}
              {r.width > 200 && r.height > 180 && (
                <text x={r.x + 45} y={r.y + 190} className="face-number">
                  {b.board}
                </text>
              )}
              {r.width > 700 && r.height > 400 && (b.holes ?? []).length === 0 && (
                <text x={r.x + 45} y={r.y + 340} className="face-size">
                  {b.said}
                </text>
              )}
            </g>
          );
        })}
        <path d={`M-20 ${high}h${long + 40}`} className="face-floor" />
      </svg>
      <ol className="face-list">
        {f.boards.map((b) => (
          <li key={`${b.from} ${b.low} ${b.row}`}>
            <b>{b.board}</b> <Said text={b.said} />
            {b.rest && <span className="quiet"> from what {b.board} leaves</span>}
            {(b.holes ?? []).length > 0 && <span className="quiet"> around {(b.holes ?? []).map((h) => h.what).join(", ")}</span>}
          </li>
        ))}
      </ol>
      {tells.length > 0 && (
        <ul className="plain">
          {tells.map((text) => (
            <li key={text} className="is-held">
              <Said text={text} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
