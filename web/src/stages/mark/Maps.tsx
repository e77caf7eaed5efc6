import { Button, Group, Table } from "@mantine/core";
import { useElementSize } from "@mantine/hooks";
import { IconPrinter, IconRuler2 } from "@tabler/icons-react";
import { useState } from "react";
import type { Drawing } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { capital, useWord } from "../../app/words";
import { Len } from "../../drawing/Len";
import { Sign } from "../../drawing/Plates";

type PlateMap = NonNullable<Drawing["maps"]>[number];

const names: Record<PlateMap["plate"], string> = {
  bottom: "Bottom",
  top: "Top, beside it",
  under: "Top, from below",
  header: "",
  sill: "",
};

/** A wall's plates one by one, with every mark in figures, and what can be printed of them. */
export function Maps({ drawing: d, choose }: { drawing: Drawing; choose: (member: string) => void }) {
  const { id } = useJobContext();
  const [which, setWhich] = useState(0);
  const maps = d.maps ?? [];
  const m = maps[which] ?? maps[0];
  const file = `/api/jobs/${id}/walls/${encodeURIComponent(d.wall)}`;
  if (!m)
    return d.pieces.length === 0 ? null : (
      <section className="origins maps" aria-label="Plate maps">
        <h2>Plate maps</h2>
        <p>So many marks aren't drawn plate by plate here: print them.</p>
        <Printed file={file} />
      </section>
    );
  return (
    <section className="origins maps" aria-label="Plate maps">
      <h2>Plate maps</h2>
      <Group gap={8} className="no-print">
        {maps.map((one, i) => (
          <Button
            key={one.plate + one.of}
            h={48}
            variant={one === m ? "filled" : "default"}
            aria-pressed={one === m}
            onClick={() => setWhich(i)}
          >
            {names[one.plate] || one.of}
          </Button>
        ))}
      </Group>
      <p>{capital(m.said)}</p>
      <OneMap map={m} hook={d.hook} choose={choose} />
      <details>
        <summary>In figures: {m.marks.length} marks, from the hook and from the first one</summary>
        <Figures map={m} choose={choose} />
      </details>
      <Printed file={file} />
    </section>
  );
}

/** The card and the strips, to print. */
function Printed({ file }: { file: string }) {
  return (
    <>
      <Group gap={8} mt="sm" className="no-print">
        <Button h={48} component="a" href={`${file}/card.pdf`} target="_blank" leftSection={<IconPrinter size={20} />}>
          Plate card
        </Button>
        {(["bottom", "top"] as const).map((plate) => (
          <Button
            key={plate}
            h={48}
            variant="default"
            component="a"
            href={`${file}/strip.pdf?plate=${plate}`}
            target="_blank"
            leftSection={<IconRuler2 size={20} />}
          >
            {capital(plate)} plate at true scale
          </Button>
        ))}
      </Group>
      <p className="quiet">The strip comes in sheets: check the ruler on each, tape them together, lay them on the plate.</p>
    </>
  );
}

/** A plate drawn: its length to the page's width, across it large enough to see which face a piece stands at. */
function OneMap({ map: m, hook, choose }: { map: PlateMap; hook: string; choose: (member: string) => void }) {
  const { ref, width } = useElementSize();
  const wide = Math.max(width || 320, 320, (m.length / 25.4) * 4.6);
  const high = 56;
  const x = (mm: number) => 8 + (mm * (wide - 16)) / m.length;
  const y = (mm: number) => 24 + high * (1 - mm / m.depth);
  const hooked = m.plate === "under" ? (hook === "end" ? 0 : m.length) : hook === "end" ? m.length : 0;
  return (
    <div ref={ref} className="section-frame">
      <svg width={wide} height={high + 68} viewBox={`0 0 ${wide} ${high + 68}`} aria-label={m.said} className="section">
        <text x={8} y={16} className="note">
          {m.upper}
        </text>
        <text x={8} y={high + 40} className="note">
          {m.lower}
        </text>
        {m.pieces.map((p) => (
          <rect key={p.from} x={x(p.from)} y={24} width={x(p.to) - x(p.from)} height={high} className="wood" />
        ))}
        {m.marks.map((k) => (
          // biome-ignore lint/a11y/useSemanticElements: a button can't stand in an SVG
          <g
            key={k.member}
            className="mark"
            role="button"
            tabIndex={0}
            aria-label={`${k.member} at ${k.tape}`}
            onClick={() => choose(k.member)}
            onKeyDown={(e) => e.key === "Enter" && choose(k.member)}
          >
            <title>{`${k.member}: ${k.near} to ${k.far}`}</title>
            <rect x={x(k.from)} y={y(k.high)} width={x(k.to) - x(k.from)} height={y(k.low) - y(k.high)} className="stands" />
            <path d={`M${x(k.line)} 24v${high}`} className="sign" />
            <Sign kind={k.kind} x={x(k.from)} y={(y(k.low) + y(k.high)) / 2} w={x(k.to) - x(k.from)} />
          </g>
        ))}
        <path d={`M${x(hooked)} 20v${high + 8}`} className="hook" />
        <text x={8} y={high + 60} className="note">
          ← {m.left}
        </text>
        <text x={wide - 8} y={high + 60} textAnchor="end" className="note">
          {m.right} →
        </text>
      </svg>
    </div>
  );
}

/** Every mark of a plate in figures: at its line, from the first mark on, and both edges. */
function Figures({ map: m, choose }: { map: PlateMap; choose: (member: string) => void }) {
  const word = useWord();
  const sides = { ahead: "wood ahead", centre: "its centre", back: "wood behind" };
  return (
    <Table className="lines figures">
      <Table.Thead>
        <Table.Tr>
          <Table.Th className="num">Mark</Table.Th>
          <Table.Th className="num">From the first</Table.Th>
          <Table.Th className="num">Edges</Table.Th>
          <Table.Th>Piece</Table.Th>
          <Table.Th className="wide-only">Side</Table.Th>
        </Table.Tr>
      </Table.Thead>
      <Table.Tbody>
        {m.marks.map((k) => (
          <Table.Tr key={k.member}>
            <Table.Td className="num">
              <b>
                <Len text={k.tape} />
              </b>
            </Table.Td>
            <Table.Td className="num">{k.first ? <Len text={k.first} /> : "–"}</Table.Td>
            <Table.Td className="num">
              <Len text={k.near} /> to <Len text={k.far} />
            </Table.Td>
            <Table.Td>
              <button type="button" className="fix shows inline" onClick={() => choose(k.member)}>
                {k.member}
              </button>{" "}
              {word(k.kind)}
            </Table.Td>
            <Table.Td className="wide-only quiet">{sides[k.side]}</Table.Td>
          </Table.Tr>
        ))}
      </Table.Tbody>
    </Table>
  );
}
