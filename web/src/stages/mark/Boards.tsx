import { NumberInput, SimpleGrid, Text } from "@mantine/core";
import type { Rules } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Len, Said } from "../../drawing/Len";
import type { Draft } from "../../edits/useEdits";
import { SheetsForm } from "./SheetsForm";

type Weights = NonNullable<Rules["weights"]>;

export const charged: [keyof Weights, string][] = [
  ["stop", "what stops, as a pipe in a stud"],
  ["in-the-clear", "wood in what is kept clear"],
  ["over-hidden", "fixed over a hidden find"],
  ["warn", "any other warning"],
  ["studs", "a stud"],
  ["edges-off-wood", "a board edge off wood"],
  ["odd-bays", "an odd bay, its insulation cut by hand"],
  ["narrow-bays", "a bay too narrow to work in"],
  ["wide-bay", "a bay wider than the spacing"],
  ["studs-moved", "a stud moved off its mark"],
  ["board-cuts", "a board cut"],
  ["close-pair", "a slot between two studs"],
  ["fixings-moved", "a fixing moved off its place"],
  ["off-joists", "a stud over no joist"],
];

/** What the layout leaves: bays, board edges, and what it is judged by. */
export function Boards({ keep }: { keep: (next: Draft) => Promise<unknown> }) {
  const { job, plan, wall } = useJobContext();
  const w = plan.plan.walls[wall];
  const rules = job.document.rules;
  if (!w) return null;
  const odd = w.bays.filter((b) => b.odd);
  return (
    <section aria-label="Bays and boards">
      <h2>Bays and boards</h2>
      {w.spacers?.map((s) => (
        <p key={s.from}>
          <Said text={s.said} />
        </p>
      ))}
      <p>
        {w.bays.length} {w.bays.length === 1 ? "bay" : "bays"}
        {odd.length > 0 && (
          <>
            , {odd.length} odd:{" "}
            {odd.map((b, i) => (
              <span key={b.from}>
                {i > 0 && ", "}
                <Len text={b.said} />
              </span>
            ))}
          </>
        )}
        . Insulation is cut by hand for an odd one.
      </p>
      <ul className="plain boards">
        {w.sheets.map((s) => (
          <li key={s.width + s.length + s.lie} className={s.misses.length ? "is-held" : ""}>
            <Said text={s.said} />
          </li>
        ))}
      </ul>
      <details>
        <summary>The boards we hang</summary>
        <SheetsForm keep={keep} />
      </details>
      <details>
        <summary>What a layout is charged for</summary>
        <Text className="quiet">The crew's own measure, for all walls. The least is proposed.</Text>
        <SimpleGrid cols={{ base: 1, xs: 2 }} spacing="sm">
          {charged.map(([name, label]) => (
            <NumberInput
              key={name}
              label={label}
              min={0}
              max={1000}
              decimalScale={2}
              defaultValue={rules?.weights?.[name] ?? plan.usual.rules.weights?.[name] ?? 0}
              onBlur={(e) => {
                const n = Number(e.currentTarget.value);
                const was = rules?.weights?.[name] ?? plan.usual.rules.weights?.[name];
                if (e.currentTarget.value !== "" && n !== was)
                  keep({ do: "put-rules", rules: { ...rules, weights: { ...rules?.weights, [name]: n } } });
              }}
            />
          ))}
        </SimpleGrid>
      </details>
    </section>
  );
}
