import { Button, Text } from "@mantine/core";
import { Link, useParams } from "react-router";
import { Empty } from "../../app/States";

const what: Record<string, { title: string; text: string; next: string }> = {
  prove: {
    title: "Prove is not built yet",
    text: "Here will be the checks with their figures, the log of what was read and cut, and what a new reading does to pieces already cut.",
    next: "cut",
  },
};

/** A stage that is still to come says so, and what it will hold. */
export default function Later() {
  const { stage = "" } = useParams();
  const w = what[stage];
  if (!w) return <Empty title="There is no such stage">{null}</Empty>;
  return (
    <Empty title={w.title}>
      <Text>{w.text}</Text>
      <Button h={48} component={Link} to={`../${w.next}`}>
        Go to {w.next[0]?.toUpperCase() + w.next.slice(1)}
      </Button>
    </Empty>
  );
}
