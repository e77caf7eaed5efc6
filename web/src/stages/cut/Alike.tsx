import { Button, Group, NativeSelect } from "@mantine/core";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { Len } from "../../drawing/Len";
import { useEdits } from "../../edits/useEdits";
import { bare } from "../../entry/bare";

/** How many lengths the stop is set to, and what cutting a little short would save. */
export function Alike() {
  const { job, plan } = useJobContext();
  const edits = useEdits(job);
  const { alike } = plan.plan;
  const rules = job.document.rules ?? {};
  const set = (change: Partial<typeof rules>) => edits.make({ do: "put-rules", rules: { ...rules, ...change } }).catch(tell);
  if (alike.own === 0) return null;
  if (!alike.window)
    return (
      <Group className="alike no-print" gap="sm">
        <span>
          <b>{alike.own}</b> different lengths are ready.{" "}
          {alike.would < alike.own && (
            <>
              Cut up to <Len text={bare(alike.offer)} /> short, never longer, <b>{alike.would}</b> will do.
            </>
          )}
        </span>
        {alike.would < alike.own && (
          <Button h={48} variant="default" onClick={() => set({ alike: alike.offer })}>
            Cut them alike
          </Button>
        )}
      </Group>
    );
  return (
    <Group className="alike no-print" gap="sm">
      <span>
        <b>{alike.now}</b> different lengths in place of {alike.own}: a piece may be up to <Len text={bare(alike.window)} />{" "}
        short.
      </span>
      <NativeSelect
        aria-label="Alike over"
        data={[
          { value: "all", label: "over all walls" },
          { value: "wall", label: "wall by wall" },
        ]}
        value={rules.alikeBy ?? "all"}
        onChange={(e) => set({ alikeBy: e.currentTarget.value as "all" })}
      />
      <Button h={48} variant="default" onClick={() => set({ alike: undefined, alikeBy: undefined })}>
        Each its own length
      </Button>
    </Group>
  );
}
