import { getHotkeyHandler } from "@mantine/hooks";

/** Enter in a field does this. */
export const onEnter = (run: () => void) => getHotkeyHandler([["Enter", run]]);

/** Enter in a field leaves it: what is typed there is kept then. */
export const leaveOnEnter = onEnter(() => (document.activeElement as HTMLElement | null)?.blur());
