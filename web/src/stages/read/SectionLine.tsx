import { NativeSelect, Text } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { api, got, Problem, type Room } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import type { Spot } from "../../drawing/RoomPlan";
import { Section } from "../../drawing/Section";

interface Props {
  line?: [Spot, Spot];
  room: Room;
  set: (line: [Spot, Spot]) => void;
}

/** Floor and ceiling cut along any line of the plan. */
export function SectionLine({ line, room, set }: Props) {
  const { id, job } = useJobContext();
  const whole = line && line[0] !== line[1] ? line : undefined;
  const mm = (v: number) => `${Math.round(v * 10) / 10} mm`;
  const cut = useQuery({
    queryKey: ["section", id, job.revision, whole],
    queryFn: () =>
      got(
        api.GET("/api/jobs/{id}/section", {
          params: {
            path: { id },
            query: {
              x1: mm(whole?.[0].x ?? 0),
              y1: mm(whole?.[0].y ?? 0),
              x2: mm(whole?.[1].x ?? 0),
              y2: mm(whole?.[1].y ?? 0),
            },
          },
        }),
      ),
    enabled: !!whole,
    retry: false,
    placeholderData: (before) => before,
  });
  const corner = (i: number) => {
    const at = line?.[i];
    return at ? (room.corners.find((c) => Math.abs(c.x - at.x) < 1 && Math.abs(c.y - at.y) < 1)?.id ?? "") : "";
  };
  const pick = (i: 0 | 1, to: string) => {
    const c = room.corners.find((one) => one.id === to);
    if (!c) return;
    const spot = { x: c.x, y: c.y };
    const other = line?.[1 - i] ?? room.corners[i === 0 ? 1 : 0] ?? spot;
    set(i === 0 ? [spot, { x: other.x, y: other.y }] : [{ x: other.x, y: other.y }, spot]);
  };
  const data = [
    { value: "", label: "a place on the plan" },
    ...room.corners.map((c) => ({ value: c.id, label: `corner ${c.id}` })),
  ];
  return (
    <section aria-label="Section" className="section-line">
      <div className="two">
        <NativeSelect label="Section from" data={data} value={corner(0)} onChange={(e) => pick(0, e.currentTarget.value)} />
        <NativeSelect label="Section to" data={data} value={corner(1)} onChange={(e) => pick(1, e.currentTarget.value)} />
      </div>
      {!whole && <Text className="quiet">Two ends make a section: touch the plan twice.</Text>}
      {whole && cut.error instanceof Problem && <Text className="is-stop">{cut.error.message}</Text>}
      {whole && cut.data && <Section drawing={cut.data} height={300} stretch={16} pieces={false} />}
    </section>
  );
}
