// Test files share an environment: each test leaves the page as it found it. A file that mocks
// a module forgets it at its end.
import { afterEach } from "vitest";

afterEach(async () => {
  if (typeof document === "undefined") return;
  const { cleanup } = await import("@testing-library/react");
  cleanup();
  document.body.replaceChildren();
  localStorage.clear();
});
