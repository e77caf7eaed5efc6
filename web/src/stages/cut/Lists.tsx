import { Button, Menu } from "@mantine/core";
import { IconDownload } from "@tabler/icons-react";
import { useJobContext } from "../../app/Shell";

/** The lists as files: for a spreadsheet, or to print. */
export function Lists() {
  const { id } = useJobContext();
  return (
    <Menu position="bottom-start" shadow="md">
      <Menu.Target>
        <Button h={48} variant="default" leftSection={<IconDownload size={20} />}>
          Lists
        </Button>
      </Menu.Target>
      <Menu.Dropdown>
        {(
          [
            ["saw", "The saw list"],
            ["sticks", "The sticks"],
            ["yard", "What to buy"],
          ] as const
        ).map(([file, said]) => (
          <Menu.Item key={file} component="a" href={`/api/jobs/${id}/${file}.csv`} download>
            {said}, CSV
          </Menu.Item>
        ))}
      </Menu.Dropdown>
    </Menu>
  );
}
