import react from "@vitejs/plugin-react";
import { defineConfig } from "vitest/config";

export default defineConfig({
  plugins: [react({ compiler: true })],
  build: {
    outDir: "../internal/server/dist",
    emptyOutDir: true,
    chunkSizeWarningLimit: 1800,
    rolldownOptions: { input: ["index.html", "reference.html"] },
  },
  test: { pool: "threads", maxWorkers: 2, isolate: false, setupFiles: "src/testing/leave.ts", testTimeout: 60_000 },
  server: { proxy: { "/api": "http://127.0.0.1:8080" } },
});
