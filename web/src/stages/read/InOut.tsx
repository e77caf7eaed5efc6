import { Button, FileButton, Menu, Modal, NativeSelect, Stack, Text } from "@mantine/core";
import { notifications } from "@mantine/notifications";
import { IconArrowsExchange } from "@tabler/icons-react";
import { useState } from "react";
import { api, got, type Imported, Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { tell } from "../../app/say";
import { useEdits } from "../../edits/useEdits";

interface Drawing {
  text: string;
  layers: { name: string; lines: number }[];
}

/** Readings as CSV, the room as DXF and SVG, in and out. */
export function InOut() {
  const { id, job } = useJobContext();
  const edits = useEdits(job);
  const [drawing, setDrawing] = useState<Drawing>();
  const [faults, setFaults] = useState<[string, string][]>();
  const refuse = (e: unknown) => {
    if (e instanceof Problem && Object.keys(e.at).length > 0) setFaults(Object.entries(e.at));
    else tell(e);
  };
  /** what a file says, as edits, made together */
  const take = (read: Promise<Imported>) =>
    read.then((file) => {
      const known = file.known > 0 ? `, ${file.known} were here already` : "";
      if (file.edits.length === 0) return void notifications.show({ message: `Nothing new in this file${known}.` });
      return edits.make(file.edits).then(() => {
        if (known) notifications.show({ message: `${file.edits.length} brought in${known}.` });
      });
    });
  const csv = async (file: File | null) => {
    if (!file) return;
    const call = api.POST("/api/jobs/{id}/readings.csv", {
      params: { path: { id } },
      body: await file.text(),
      bodySerializer: (b) => b,
      headers: { "Content-Type": "text/csv" },
    });
    take(got(call)).catch(refuse);
  };
  const dxf = async (file: File | null) => {
    if (!file) return;
    const text = await file.text();
    got(api.POST("/api/layers", { body: text, bodySerializer: (b) => b, headers: { "Content-Type": "application/dxf" } })).then(
      (l) => setDrawing({ text, layers: l.layers }),
      refuse,
    );
  };
  return (
    <>
      <Menu position="bottom-end" keepMounted>
        <Menu.Target>
          <Button h={48} variant="default" aria-label="In and out">
            <IconArrowsExchange size={18} />
            <span className="wide-only" style={{ marginLeft: 8 }}>
              In and out
            </span>
          </Button>
        </Menu.Target>
        <Menu.Dropdown>
          <Menu.Label>Out</Menu.Label>
          <Menu.Item component="a" href={`/api/jobs/${id}/readings.csv`} download>
            Readings, CSV
          </Menu.Item>
          <Menu.Item component="a" href={`/api/jobs/${id}/room.dxf`} download>
            The room, DXF
          </Menu.Item>
          <Menu.Item component="a" href={`/api/jobs/${id}/room.svg`} download>
            The room, SVG
          </Menu.Item>
          <Menu.Item component="a" href={`/api/jobs/${id}/document`} download={`${job.document.name}.json`}>
            The whole job, JSON
          </Menu.Item>
          <Menu.Label>In</Menu.Label>
          <FileButton onChange={csv} accept=".csv,text/csv">
            {(props) => (
              <Menu.Item {...props} closeMenuOnClick={false}>
                Readings from CSV
              </Menu.Item>
            )}
          </FileButton>
          <FileButton onChange={dxf} accept=".dxf">
            {(props) => (
              <Menu.Item {...props} closeMenuOnClick={false}>
                Outline from DXF
              </Menu.Item>
            )}
          </FileButton>
        </Menu.Dropdown>
      </Menu>
      {faults && (
        <Modal opened onClose={() => setFaults(undefined)} title="This file can't be brought in" size="lg">
          <Text mb="sm">Nothing was changed. Mend these and choose the file again:</Text>
          <ul className="faults">
            {faults.slice(0, 40).map(([where, what]) => (
              <li key={where}>
                <b>{where}</b>: {what}
              </li>
            ))}
          </ul>
        </Modal>
      )}
      {drawing && (
        <Outline
          drawing={drawing}
          close={() => setDrawing(undefined)}
          take={(layer, unit) => {
            const call = api.POST("/api/jobs/{id}/outline", {
              params: { path: { id }, query: { layer, unit } },
              body: drawing.text,
              bodySerializer: (b) => b,
              headers: { "Content-Type": "application/dxf" },
            });
            take(got(call))
              .catch(refuse)
              .finally(() => setDrawing(undefined));
          }}
        />
      )}
    </>
  );
}

type Unit = "mm" | "cm" | "m" | "in" | "ft";

function Outline({ drawing, close, take }: { drawing: Drawing; close: () => void; take: (layer: string, unit: Unit) => void }) {
  const { job } = useJobContext();
  const [layer, setLayer] = useState(drawing.layers[0]?.name ?? "");
  const [unit, setUnit] = useState<Unit>(job.document.units === "metric" ? "mm" : "in");
  return (
    <Modal opened onClose={close} title="The room's outline from a drawing">
      <Stack gap="sm">
        <Text>A drawing is a hint: corners stay loose until they are taped, and the tapes are what cuts.</Text>
        <NativeSelect
          label="Layer with the outline"
          value={layer}
          onChange={(e) => setLayer(e.currentTarget.value)}
          data={drawing.layers.map((l) => ({ value: l.name, label: `${l.name}, ${l.lines} lines` }))}
        />
        <NativeSelect
          label="The drawing is in"
          value={unit}
          onChange={(e) => setUnit(e.currentTarget.value as Unit)}
          data={["mm", "cm", "m", "in", "ft"]}
        />
        <Button h={52} onClick={() => take(layer, unit)} disabled={layer === ""}>
          Take the outline
        </Button>
      </Stack>
    </Modal>
  );
}
