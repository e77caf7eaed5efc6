import type { Drawing } from "../../api/client";
import { betweenKinds, type Layer, layers } from "../../drawing/layers";

interface Props {
  drawing: Drawing;
  hidden: Layer[];
  hide: (now: Layer[]) => void;
}

/** Whether there is anything of a layer in a drawing. */
function has(d: Drawing, layer: Layer): boolean {
  switch (layer) {
    case "between":
      return d.pieces.some((p) => betweenKinds.includes(p.kind));
    case "holes":
      return (d.holes ?? []).length + (d.noNail ?? []).length > 0;
    case "clear":
      return (d.clear ?? []).length > 0;
    case "around":
      return (d.across ?? []).length > 0;
    case "readings":
      return d.pins.length > 0;
  }
}

/** Which layers of the section are shown. */
export function Layers({ drawing, hidden, hide }: Props) {
  const all = (Object.keys(layers) as Layer[]).filter((l) => has(drawing, l));
  if (all.length === 0) return null;
  return (
    <fieldset className="layers no-print">
      <legend>Shown</legend>
      {all.map((l) => (
        <label key={l}>
          <input
            type="checkbox"
            checked={!hidden.includes(l)}
            onChange={(e) => hide(e.currentTarget.checked ? hidden.filter((x) => x !== l) : [...hidden, l])}
          />
          {layers[l]}
        </label>
      ))}
    </fieldset>
  );
}
