import { Button, SegmentedControl, Table, Text } from "@mantine/core";
import { IconPrinter } from "@tabler/icons-react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import type { Laid, Room, Wall } from "../../api/client";
import { useRoom } from "../../api/hooks";
import { useJobContext } from "../../app/Shell";
import { Empty, Failed, Loading } from "../../app/States";
import { WallTabs } from "../../app/WallTabs";
import { Len, Said } from "../../drawing/Len";
import { RoomPlan } from "../../drawing/RoomPlan";
import { Advice } from "./Advice";
import "../read/read.css";
import "./line.css";
import { BoxIn } from "./BoxIn";
import { FloorWork } from "./FloorWork";
import { KindPanel } from "./KindPanel";
import { LineForm } from "./LineForm";
import { PlatesSaid } from "./PlatesSaid";
import { SnapSheet } from "./SnapSheet";

const nothing = () => {};

/** Where walls go: each line said by what it goes by, and how to strike it on the floor. */
export default function Line() {
  const { id } = useJobContext();
  const room = useRoom(id);
  if (room.error && !room.data) return <Failed error={room.error} again={() => room.refetch()} />;
  if (!room.data) return <Loading />;
  return <Lines room={room.data.room} />;
}

function Lines({ room }: { room: Room }) {
  const { job, plan, wall, setWall } = useJobContext();
  const walls = job.document.walls ?? [];
  const [query, setQuery] = useSearchParams();
  const [form, setForm] = useState<{ wall?: Wall; key: number } | undefined>(query.has("new") ? { key: 0 } : undefined);
  const [picked, setPicked] = useState<{ face: string; n: number }>();
  const [laid, setLaid] = useState<Laid>();
  const w = walls[wall];
  const worked = plan.plan.walls[wall];
  const n = room.corners.length;
  // readings and diagonals are Read's: here the walls stand out
  const bare = {
    ...room,
    pins: [],
    ties: room.ties.filter((t) => (t.from + 1) % n === t.to || (t.to + 1) % n === t.from),
  };
  const advice = worked?.advice ?? [];
  const tab = query.get("side") ?? "strike";
  const setTab = (side: string) => {
    query.set("side", side);
    setQuery(query, { replace: true });
  };
  const open = (one?: Wall) => setForm({ wall: one, key: Date.now() });
  return (
    <div className="room-view">
      <div className="picture">
        <WallTabs
          chosen={form && !form.wall ? -1 : wall}
          choose={(one) => {
            setWall(one);
            setForm(undefined);
          }}
          more={() => open()}
        >
          <span className="grow" />
          <Button h={48} variant="default" leftSection={<IconPrinter size={18} />} onClick={() => window.print()}>
            Snap sheet
          </Button>
        </WallTabs>
        {room.corners.length < 3 && walls.length === 0 && !form ? (
          <Empty title="First, the room">
            <Text>
              Lines are placed by what is there. Under Read, set the corners and tape them: each taped side is a face at once. On
              open floor, give the edge of the slab, a beam or an outer wall under What's there, or go through two marks.
            </Text>
            <Button h={52} onClick={() => open()}>
              Place a line
            </Button>
          </Empty>
        ) : (
          <div className="no-print">
            <RoomPlan
              room={bare}
              relief="none"
              choose={nothing}
              take={nothing}
              step={25}
              chosen={form ? undefined : w?.id}
              laid={form ? laid : undefined}
              above={plan.drawings.flatMap((d) => d.above ?? [])}
              face={(f) => {
                if (form) setPicked({ face: f, n: (picked?.n ?? 0) + 1 });
                else if (walls.some((one) => one.id === f)) setWall(f);
              }}
            />
          </div>
        )}
        {form && (
          <p className="relief-key quiet">
            {laid ? (
              <>
                <b className="laid-said">
                  {laid.id}, <Len text={laid.length} />: <Said text={laid.said} />
                </b>
                , from the {laid.ends[0]} to the {laid.ends[1]}. {laid.xSide}. Touch a side on the plan to go by its face.
              </>
            ) : (
              "Touch a side on the plan to go by its face. The line shows here as soon as it can lie."
            )}
          </p>
        )}
        <div className="print-only">
          <h2>{job.document.name}: snap sheet</h2>
          {plan.plan.walls.map((one) => one.line && <SnapSheet key={one.id} id={one.id} line={one.line} length={one.said} />)}
        </div>
      </div>
      <div className="room-side no-print">
        {form ? (
          <LineForm
            key={form.key}
            wall={form.wall}
            room={room}
            picked={picked}
            show={setLaid}
            close={(kept) => {
              setForm(undefined);
              setLaid(undefined);
              setPicked(undefined);
              if (kept) setWall(kept);
            }}
          />
        ) : w && worked ? (
          <>
            <div>
              <h2 className="line-said">
                {w.id}: <Said text={worked.line?.said ?? "by its two ends"} />
              </h2>
              <Button h={48} variant="light" onClick={() => open(w)}>
                {w.line ? "Place it otherwise" : "Place it by what is there"}
              </Button>
            </div>
            {worked.line?.furring && (
              <Table className="lines furring">
                <Table.Tbody>
                  {(
                    [
                      ["framing depth", worked.line.furring.depth],
                      [`worst lean over ${worked.line.furring.height}`, worked.line.furring.lean],
                      ["bulge", worked.line.furring.bulge],
                      ["clearance", worked.line.furring.clearance],
                      ["out, rounded up", worked.line.furring.out],
                      ["room lost, with the board", worked.line.furring.lost],
                    ] as const
                  ).map(([what, value]) => (
                    <Table.Tr key={what}>
                      <Table.Td>{what}</Table.Td>
                      <Table.Td className="num">
                        <b>
                          <Len text={value} />
                        </b>
                      </Table.Td>
                    </Table.Tr>
                  ))}
                </Table.Tbody>
              </Table>
            )}
            {worked.line?.furring?.leans === 0 && (
              <p className="is-held">No lean was read on that wall: read it with a level before trusting this.</p>
            )}
            <SegmentedControl
              fullWidth
              value={tab}
              onChange={setTab}
              aria-label="Of this line"
              data={[
                { value: "strike", label: "Strike" },
                { value: "decide", label: advice.length ? `Decide ${advice.length}` : "Decide" },
                { value: "plates", label: "Plates, fixings" },
                { value: "kind", label: "Kind" },
              ]}
            />
            {tab === "strike" &&
              (worked.line ? (
                <SnapSheet id={w.id} line={worked.line} length={worked.said} />
              ) : (
                <Text className="quiet">With three corners taped, both its ends are given here as tape distances.</Text>
              ))}
            {tab === "decide" && (
              <Advice id={w.id} advice={advice} meets={worked.meets ?? []} corners={plan.drawings[wall]?.corners ?? []} />
            )}
            {tab === "kind" && <KindPanel key={w.id} wall={w} worked={worked} />}
            {tab === "plates" && <PlatesSaid key={w.id} wall={w} worked={worked} />}
          </>
        ) : (
          <Empty title="Say where a wall goes">
            <Text>
              Parallel to that wall at {job.document.units === "metric" ? 900 : 36}; square off it; in line with its finish;
              centred; so much clear.
            </Text>
            <Button h={52} onClick={() => open()}>
              Place a line
            </Button>
          </Empty>
        )}
        {!form && <BoxIn pick={setWall} />}
        {!form && <FloorWork />}
      </div>
    </div>
  );
}
