import { Button, Group } from "@mantine/core";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len, Said } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";

/** What came out wrong and isn't used up: what it can become, each at a touch. */
export function Miscuts({ only }: { only?: string }) {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const open = (plan.miscuts ?? []).filter((m) => !m.waste && (m.becomes.length > 0 || m.kept) && (!only || m.member === only));
  if (open.length === 0) return null;
  return (
    <ul className="plain miscuts no-print" aria-label="Came out wrong">
      {open.map((m) => (
        <li key={m.stick}>
          <div className="grow">
            <b>{m.member}</b> came out at <Len text={m.said} />: write <b>{m.stick}</b> on it.{" "}
            {m.left !== m.said && (
              <>
                <Len text={m.left} /> of it is left.{" "}
              </>
            )}
            <Group gap="xs" mt={6}>
              {m.becomes.map((b) => (
                <Button
                  key={b.cut.member}
                  h="auto"
                  mih={48}
                  className="said-button"
                  variant="default"
                  onClick={() => edits.make({ do: "cut", cut: b.cut }).catch(tell)}
                >
                  <Said text={b.text} />
                </Button>
              ))}
              <Button
                h={48}
                variant="default"
                onClick={() => edits.make({ do: "cull", cull: { stick: m.stick, as: "waste" } }).catch(tell)}
              >
                It is waste
              </Button>
              <Button
                h={48}
                variant="subtle"
                onClick={() =>
                  edits
                    .make({ do: "cut", cut: { member: m.member, lumber: m.lumber, length: "", miscut: true, undone: true } })
                    .catch(tell)
                }
              >
                It didn't come out wrong
              </Button>
            </Group>
            {m.kept && m.becomes.length === 0 && <div className="quiet">No piece fits it now: keep it as an offcut.</div>}
          </div>
        </li>
      ))}
    </ul>
  );
}
