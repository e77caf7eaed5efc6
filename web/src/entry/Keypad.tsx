import { IconBackspace, IconCornerDownLeft } from "@tabler/icons-react";
import { Len } from "../drawing/Len";
import "./keypad.css";

/** The fractions of an inch at a mark such as "1/16 in", in lowest terms. */
function fractionsAt(mark: string): string[] {
  const under = Number(/^1\/(\d+)/.exec(mark)?.[1] ?? 16);
  const steps = Math.min(under, 16);
  const out: string[] = [];
  for (let over = 1; over < steps; over++) {
    let [a, b] = [over, steps];
    while (a % 2 === 0) [a, b] = [a / 2, b / 2];
    out.push(`${a}/${b}`);
  }
  return out;
}

interface Props {
  units: string;
  mark: string;
  value: string;
  change: (text: string) => void;
  enter: () => void;
}

/** Big keys for gloves: digits, and a row of fractions at the job's mark. */
export function Keypad({ units, mark, value, change, enter }: Props) {
  const whole = value.replace(/\s*\d+\/\d+$/, "");
  const keys = ["7", "8", "9", "4", "5", "6", "1", "2", "3", "−", "0", units === "metric" ? "." : "ft"];
  const press = (k: string) => {
    if (k === "−") change(value.startsWith("-") ? value.slice(1) : `-${value}`);
    else if (k === "ft") change(`${value.trim()} ft `);
    else change(value + k);
  };
  return (
    <div className="keypad">
      {units !== "metric" && (
        <div className="fractions">
          {fractionsAt(mark).map((f) => (
            <button key={f} type="button" tabIndex={-1} onClick={() => change(`${whole} ${f}`.trimStart())} aria-label={f}>
              <Len text={f} />
            </button>
          ))}
        </div>
      )}
      <div className="digits">
        {keys.map((k) => (
          <button key={k} type="button" tabIndex={-1} onClick={() => press(k)}>
            {k}
          </button>
        ))}
        <button
          type="button"
          tabIndex={-1}
          aria-label="Delete the last character"
          onClick={() => change(value.slice(0, -1).trimEnd())}
        >
          <IconBackspace />
        </button>
        <button type="button" tabIndex={-1} className="go" onClick={enter}>
          <IconCornerDownLeft /> next
        </button>
      </div>
    </div>
  );
}
