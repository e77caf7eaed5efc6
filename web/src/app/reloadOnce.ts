const key = "homalos-reloaded-at";

/** After an upgrade a part of the page may be gone from the server: load the new page, once. */
export function reloadOnce() {
  window.addEventListener("vite:preloadError", (e) => {
    const last = Number(sessionStorage.getItem(key) ?? 0);
    if (Date.now() - last < 30_000) return; // it isn't the upgrade: let the stage say so
    e.preventDefault();
    sessionStorage.setItem(key, String(Date.now()));
    window.location.reload();
  });
}
