import { useRoom } from "../api/hooks";
import { Cards } from "../stages/read/Cards";
import { useJobContext } from "./Shell";

/** The cautions that belong to a stage, once its job is known. */
export function StageCards({ step }: { step: string }) {
  const { id } = useJobContext();
  const room = useRoom(id);
  return <Cards cards={room.data?.room.assess.cards.filter((c) => c.step === step) ?? []} />;
}
