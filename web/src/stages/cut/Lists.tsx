import { Button, Menu } from "@mantine/core";
import { IconDownload } from "@tabler/icons-react";
import { useJobContext } from "../../app/Shell";

const files = [
  {
    label: "To print, PDF",
    items: [
      ["wood.pdf", "All lists"],
      ["wood.pdf?of=saw", "The saw list"],
      ["wood.pdf?of=sticks", "The sticks"],
      ["wood.pdf?of=yard", "The yard list"],
      ["wood.pdf?of=boards", "The sheet plan"],
    ],
  },
  {
    label: "To work on",
    items: [
      ["wood.xlsx", "All lists, XLSX"],
      ["wood.json", "All lists, JSON"],
      ["saw.csv", "The saw list, CSV"],
      ["sticks.csv", "The sticks, CSV"],
      ["yard.csv", "The yard list, CSV"],
      ["boards.csv", "The sheet plan, CSV"],
      ["insulation.csv", "Insulation by bay, CSV"],
    ],
  },
] as const;

/** The lists as files: to print, or for a spreadsheet. */
export function Lists() {
  const { id } = useJobContext();
  return (
    <Menu position="bottom-end" shadow="md">
      <Menu.Target>
        <Button h={48} variant="default" leftSection={<IconDownload size={20} />}>
          Lists
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {files.map((g) => (
          <div key={g.label}>
            <Menu.Label>{g.label}</Menu.Label>
            {g.items.map(([file, said]) => (
              <Menu.Item
                key={file}
                component="a"
                href={`/api/jobs/${id}/${file}`}
                {...(file.startsWith("wood.pdf") ? { target: "_blank" } : { download: true })}
              >
                {said}
              </Menu.Item>
            ))}
          </div>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
