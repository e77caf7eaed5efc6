import type { Call } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len } from "../../drawing/Len";

/** The stick that a piece is cut from, its marks from the hooked end: what is cut, what comes now, what comes after. */
export function SawStick({ piece, said }: { piece: Call["pieces"][number]; said: string }) {
  const { plan } = useJobContext();
  const stick = plan.plan.sticks.find((s) => s.id === piece.stick);
  if (!piece.stock || !stick) return null;
  const x = (share: number) => 1 + 328 * share;
  return (
    <div className="saw-stick">
      <span>
        from <b>{piece.stick}</b>, a <Len text={piece.stock} /> stick
        {piece.there && `, ${piece.there}`}
        {stick.is === "bowed" && <span className="is-held"> (bowed)</span>}
      </span>
      <svg viewBox="0 0 330 46" aria-hidden="true" preserveAspectRatio="none">
        <rect x="1" y="6" width="328" height="32" className="wood" />
        <path d="M2 16C80 12 180 22 328 15M2 28c90 5 200-4 326 1" stroke="var(--rule)" fill="none" />
        {stick.cuts.map((c, i) => (
          <g key={c.member}>
            {i < (stick.cut ?? 0) && (
              <rect x={x(c.begins)} y="6" width={328 * (c.ends - c.begins)} height="32" className="saw-gone" />
            )}
            {c.ends < 1 && <path d={`M${x(c.ends)} 8v28`} stroke="var(--ink)" strokeWidth="1" strokeDasharray="3 3" />}
          </g>
        ))}
        <rect x={x(piece.begins)} y="6" width={328 * (piece.ends - piece.begins)} height="32" className="saw-piece" />
        {piece.ends < 1 && <path d={`M${x(piece.ends)} 1v44`} stroke="var(--stop)" strokeWidth="3" />}
      </svg>
      <b>
        {piece.ends < 1 ? (
          <>
            mark <Len text={said} />, saw on the waste side
          </>
        ) : (
          "all that is left of the stick: no cut"
        )}
      </b>
      {piece.kept && stick.cuts.length - (stick.cut ?? 0) === 1 && (
        <span className="is-ready">
          Keep the rest, <Len text={piece.offcut ?? ""} />: write {piece.stick} on it.
        </span>
      )}
    </div>
  );
}
