import { Said } from "../../drawing/Len";

/** A reading the others contradict: what they say, the likely slip, and a way to take it again. */
export function Doubt({ text, again, label = "Read it again" }: { text: string; again?: () => void; label?: string }) {
  return (
    <div className="finding warn doubt" role="alert">
      <b className="is-held">
        In doubt: <Said text={text} />
      </b>
      {again && (
        <button type="button" className="fix" onClick={again}>
          {label}
        </button>
      )}
    </div>
  );
}
