import { Button, Group } from "@mantine/core";
import { useState } from "react";
import type { Opening } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { useWord } from "../../app/words";
import { Said } from "../../drawing/Len";
import { Told } from "../../drawing/Told";
import { bare } from "../../entry/bare";
import { EngineerFields, type Entry, entered } from "../../entry/EngineerFields";

interface Props {
  opening: Opening;
  carries: boolean;
  set: (change: Partial<Opening>) => Promise<unknown>;
  wrong: (field: string) => string | undefined;
  /** What follows from the entry, where it isn't among the wall's own. */
  said?: NonNullable<ReturnType<typeof useJobContext>["plan"]["plan"]["walls"][number]["bearing"]>;
}

/** What a licensed engineer named for an opening that carries; nothing is filled in for anybody. */
export function BearingForm({ opening: o, carries, set, wrong, said: of }: Props) {
  const word = useWord();
  const { plan, wall } = useJobContext();
  const [one, setOne] = useState<Entry>();
  const said = (of ?? plan.plan.walls[wall]?.bearing)?.find((b) => b.opening === o.id);
  if (one)
    return (
      <form
        className="bearing"
        onSubmit={(e) => {
          e.preventDefault();
          set({ bearing: entered(one) }).then((made) => made && setOne(undefined));
        }}
      >
        <EngineerFields one={one} change={setOne} wrong={(field) => wrong(`bearing.${field}`)} under={word("jacks")} />
        <Group mt="xs">
          <Button type="submit" h={48}>
            Enter it
          </Button>
          <Button h={48} variant="subtle" onClick={() => setOne(undefined)}>
            Leave it
          </Button>
        </Group>
      </form>
    );
  if (!carries && !o.bearing) return null;
  return (
    <div className="bearing">
      {o.bearing && (
        <p>
          {word("header")} named by <b>{o.bearing.by}</b>, {o.bearing.when}
          {o.bearing.paper && <> ({o.bearing.paper})</>}
          {said && (
            <>
              : <Said text={said.header} />, <Said text={bare(said.length)} /> long
              {said.packing && (
                <>
                  , packed <Said text={bare(said.packing)} /> to the wall's depth
                </>
              )}
              . <Told text={said.plates} />
            </>
          )}
        </p>
      )}
      {said && (
        <ul className="plain path" aria-label="What the load goes down by">
          {said.path.map((l) => (
            <li key={l.what} className={l.there ? "" : "is-stop"}>
              {l.there ? "✓" : "missing:"} <Told text={l.what} />
            </li>
          ))}
        </ul>
      )}
      <Group mt="xs">
        <Button h={48} variant="default" onClick={() => setOne(o.bearing ?? { by: "", when: "", each: "" })}>
          {o.bearing ? "Change the entry" : "Enter what the engineer named"}
        </Button>
        {o.bearing && (
          <Button h={48} variant="subtle" onClick={() => set({ bearing: undefined })}>
            Take the entry out
          </Button>
        )}
      </Group>
    </div>
  );
}
