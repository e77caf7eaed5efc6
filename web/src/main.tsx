import "@fontsource-variable/inter/wght.css";
import "@mantine/core/styles.css";
import "@mantine/notifications/styles.css";
import "./app/app.css";
import { MantineProvider } from "@mantine/core";
import { Notifications } from "@mantine/notifications";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { createRoot } from "react-dom/client";
import { passing } from "./api/client";
import { App } from "./app/App";
import { reloadOnce } from "./app/reloadOnce";
import { theme } from "./app/theme";
import { sendLeftovers } from "./edits/queue";

reloadOnce();
sendLeftovers();

const client = new QueryClient({
  defaultOptions: {
    queries: {
      retry: (n, e) => n < (passing(e) ? 8 : 1),
      retryDelay: (n) => Math.min(500 * 2 ** n, 8_000),
      staleTime: 5_000,
    },
  },
});

createRoot(document.getElementById("root") as HTMLElement).render(
  <MantineProvider theme={theme} defaultColorScheme="auto">
    <Notifications position="top-right" notificationMaxHeight={480} />
    <QueryClientProvider client={client}>
      <App />
    </QueryClientProvider>
  </MantineProvider>,
);
