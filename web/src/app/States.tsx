import { Alert, Button, Center, Loader, Stack, Text } from "@mantine/core";
import type { ReactNode } from "react";
import { Problem } from "../api/client";

export function Loading() {
  return (
    <Center h={240} role="status" aria-label="Loading">
      <Loader color="spruce" />
    </Center>
  );
}

/** A failure that keeps a whole screen from showing, with a way on. */
export function Failed({ error, again }: { error: unknown; again: () => void }) {
  const p = error instanceof Problem ? error : new Problem(String(error), 0);
  return (
    <Alert color="crayon" title={p.status === 404 ? "This job isn't here" : "This can't be shown now"} m="md">
      <Stack gap="sm" align="flex-start">
        <Text>{p.message}</Text>
        <Button onClick={again}>Try again</Button>
      </Stack>
    </Alert>
  );
}

/** A screen with nothing on it yet says what to do first. */
export function Empty({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Stack align="flex-start" gap="sm" py="lg" maw={620}>
      <Text fz={22} fw={700}>
        {title}
      </Text>
      {children}
    </Stack>
  );
}
