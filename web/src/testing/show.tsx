import { MantineProvider } from "@mantine/core";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, configure, render } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach } from "vitest";

configure({ asyncUtilTimeout: 20_000 }); // a busy machine is no fault
afterEach(cleanup);

/** Puts a part of the interface on a page of its own. */
export function show(part: ReactNode) {
  const cache = new QueryClient({ defaultOptions: { queries: { retry: false } } });
  return render(
    <MantineProvider env="test">
      <QueryClientProvider client={cache}>{part}</QueryClientProvider>
    </MantineProvider>,
  );
}
