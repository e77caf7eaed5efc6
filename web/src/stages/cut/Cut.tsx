import { Button, Group, SegmentedControl, Text } from "@mantine/core";
import { IconMaximize, IconPrinter } from "@tabler/icons-react";
import { useSearchParams } from "react-router";
import { useJobContext } from "../../app/Shell";
import { StageCards } from "../../app/StageCards";
import { Empty } from "../../app/States";
import { Term } from "../../app/words";
import "./cut.css";
import { Labels } from "./Labels";
import { Lists } from "./Lists";
import { Saw } from "./Saw";
import { SawList } from "./SawList";
import { SheetPlan } from "./SheetPlan";
import { Sticks } from "./Sticks";
import { Yard } from "./Yard";

const views = { list: "Saw list", sticks: "Sticks", yard: "Yard", boards: "Boards" };
type View = keyof typeof views;

/** What is cut: the saw list, the sticks it comes from, what the yard is asked for, and the boards that go on. */
export default function Cut() {
  const { plan } = useJobContext();
  const [search, setSearch] = useSearchParams();
  const asked = search.get("view") ?? "list";
  const view: View = asked in views ? (asked as View) : "list";
  const put = (change: Record<string, string>) =>
    setSearch(
      (now) => {
        const next = { ...Object.fromEntries(now), ...change };
        return Object.fromEntries(Object.entries(next).filter(([, v]) => v !== ""));
      },
      { replace: true },
    );
  if (search.get("saw")) return <Saw close={() => put({ saw: "" })} />;
  if (plan.saw.length === 0) {
    return (
      <Empty title="Nothing to cut yet">
        <Text>The saw list fills by itself once a wall has three readings or more.</Text>
      </Empty>
    );
  }
  const all = plan.saw.flatMap((c) => c.pieces);
  const held = all.filter((p) => p.life === "held").length;
  return (
    <>
      <Group mb="sm" className="no-print" gap="xs" align="center">
        <Button h={48} leftSection={<IconMaximize size={20} />} onClick={() => put({ saw: "1" })}>
          At the saw
        </Button>
        <Button
          h={48}
          className="wide-only"
          variant="default"
          leftSection={<IconPrinter size={20} />}
          onClick={() => window.print()}
        >
          Print
        </Button>
        <Labels wall={search.get("for") ?? "all"} />
        <Lists />
        <SegmentedControl
          aria-label="What is shown"
          className="cut-views"
          value={view}
          onChange={(v) => put({ view: v === "list" ? "" : v })}
          data={Object.entries(views).map(([value, label]) => ({ value, label }))}
        />
        <Text fw={600}>
          {all.filter((p) => p.cut).length} of {all.length} cut
          {held > 0 && (
            <span className="is-held">
              , {held} <Term of="held" /> back
            </span>
          )}
        </Text>
      </Group>
      {view === "list" && <SawList />}
      {view === "sticks" && <Sticks />}
      {view === "yard" && <Yard />}
      {view === "boards" && <SheetPlan />}
      <StageCards step="cut" />
    </>
  );
}
