import react from "@vitejs/plugin-react";
import { defineConfig } from "vite";

export default defineConfig({
  plugins: [react()],
  build: {
    outDir: "../internal/server/dist",
    emptyOutDir: true,
    chunkSizeWarningLimit: 1800,
    rolldownOptions: { input: ["index.html", "reference.html"] },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8080" } },
});
