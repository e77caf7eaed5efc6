import { NativeSelect, Text } from "@mantine/core";
import { useState } from "react";
import type { Room } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Empty } from "../../app/States";
import { Told } from "../../drawing/Told";
import { Cards } from "./Cards";
import { Decision } from "./Decision";
import { Floors } from "./Floors";
import { Hanging } from "./Hanging";
import { Others } from "./Others";
import { Signs } from "./Signs";
import { Support } from "./Support";
import "./assess.css";

const look = { "signs of load": "is-stop", "no sign found": "quiet", "not known": "is-held" } as Record<string, string>;

/** What is asked and seen before anything is cut. Nothing here says that a wall may go. */
export function Assess({ room }: { room: Room }) {
  const { job } = useJobContext();
  const walls = job.document.survey?.walls ?? [];
  const [chosen, setChosen] = useState(() => (walls.find((w) => w.fate && w.fate !== "stays") ?? walls[0])?.id ?? "");
  const wall = walls.find((w) => w.id === chosen) ?? walls[0];
  const judged = room.assess.walls.find((w) => w.wall === wall?.id);
  const goes = wall?.fate === "goes" || wall?.fate === "opened";
  return (
    <div className="assess">
      <div className="assess-main">
        <h2>Does it carry?</h2>
        {!wall || !judged ? (
          <Empty title="First, the walls that are there">
            <Text>Add them under “What's there”, from corner to corner. Then each is asked the same questions.</Text>
          </Empty>
        ) : (
          <>
            <div className="assess-wall">
              <NativeSelect
                label="Wall"
                size="md"
                value={wall.id}
                onChange={(e) => setChosen(e.currentTarget.value)}
                data={walls.map((w) => ({
                  value: w.id,
                  label: `${w.id}${w.fate && w.fate !== "stays" ? (w.fate === "goes" ? ", to be taken away" : ", to be opened") : ""}`,
                }))}
              />
              <div className={`verdict ${look[judged.status] ?? ""}`}>
                <b>{judged.status}</b>
                {judged.open.length > 0 && (
                  <span>
                    {" "}
                    · {judged.open.length} of {room.assess.questions.filter((q) => q.load).length} not answered
                  </span>
                )}
              </div>
            </div>
            {judged.held && (
              <div className="finding stop hold" role="alert">
                <b className="is-stop">Hold: {wall.id} is not touched.</b>
                <Told text={`${judged.held[0]?.toUpperCase() ?? ""}${judged.held.slice(1)}.`} />
              </div>
            )}
            <Signs wall={wall.id} room={room} />
            <Decision wall={wall.id} />
            {goes && <Hanging wall={wall.id} />}
            {goes && <Support wall={wall.id} judged={judged} steps={room.assess.steps} />}
          </>
        )}
      </div>
      <div className="assess-side">
        <Floors room={room} />
        <Others room={room} />
        <Cards cards={room.assess.cards.filter((c) => c.step === "read")} />
        <p className="quiet">
          Signs are signs: the local code, the inspector and, for anything that carries load, a licensed engineer decide.
        </p>
      </div>
    </div>
  );
}
