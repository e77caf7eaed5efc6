import { Button, Popover, Text } from "@mantine/core";
import { useLocalStorage } from "@mantine/hooks";
import { IconTags } from "@tabler/icons-react";
import { useJobContext } from "../../app/Shell";
import { LengthField } from "../../entry/LengthField";

const usual = {
  imperial: { wide: "2 5/8 in", high: "1 5/16 in", gap: "1/16 in" },
  metric: { wide: "66 mm", high: "34 mm", gap: "2 mm" },
};
const said = { wide: "A label is wide", high: "A label is high", gap: "Gap between two" };

/** Labels for the pieces that are ready, on sheets of stickers of a size that is kept. */
export function Labels({ wall }: { wall: string }) {
  const { id, job, plan } = useJobContext();
  const units = job.document.units as keyof typeof usual;
  const [size, setSize] = useLocalStorage({ key: `label-size-${units}`, defaultValue: usual[units] });
  const ask = new URLSearchParams(size);
  if (wall !== "all") ask.set("wall", wall);
  return (
    <Popover position="bottom-start" shadow="md" trapFocus>
      <Popover.Target>
        <Button h={48} variant="default" leftSection={<IconTags size={20} />}>
          Labels
        </Button>
      </Popover.Target>
      <Popover.Dropdown>
        <Text mb="xs">
          One for each piece that is ready{wall === "all" ? "" : ` in wall ${wall}`}, with a code that opens it.
        </Text>
        {(Object.keys(said) as (keyof typeof said)[]).map((name) => (
          <LengthField
            key={name}
            label={said[name]}
            units={job.document.units}
            mark={plan.plan.mark}
            value={size[name]}
            change={(v) => setSize({ ...size, [name]: v })}
          />
        ))}
        <Button h={48} mt="sm" component="a" target="_blank" href={`/api/jobs/${id}/labels.pdf?${ask}`}>
          Print the labels
        </Button>
        <Button
          h={48}
          mt="xs"
          variant="default"
          component="a"
          target="_blank"
          href={`/api/jobs/${id}/labels.pdf?${new URLSearchParams({ ...size, of: "offcuts" })}`}
        >
          Labels for offcuts kept
        </Button>
      </Popover.Dropdown>
    </Popover>
  );
}
