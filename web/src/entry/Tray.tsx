import { Button } from "@mantine/core";
import { IconViewfinder } from "@tabler/icons-react";
import { useEffect, useRef, useState } from "react";
import { type Aim, api, got, Problem } from "../api/client";
import { listen } from "../edits/stream";
import { bare } from "./bare";
import "./tray.css";

interface Shot {
  sequence: number;
  device: string;
  kind: string;
  value?: string;
  degrees?: number;
}
interface Props {
  job: string;
  connected: boolean;
  /** what to point at; nothing while the place isn't known yet */
  aim?: Aim;
  fill: (value: string, device: string) => void;
  /** a shot is on its way to this place: the entry stays at it */
  shooting?: () => void;
}

/** The measuring devices: shoot puts the reading in the field that waits for it. */
export function Tray({ job, connected, aim, fill, shooting }: Props) {
  const [state, setState] = useState<"off" | "listening" | "lost">("off");
  const [said, setSaid] = useState("");
  const [waiting, setWaiting] = useState(false);
  const filled = useRef(fill);
  filled.current = fill;
  const kind = useRef(aim?.kind);
  kind.current = aim?.kind;
  useEffect(() => {
    if (!connected) return;
    return listen({ job, devices: true }, (h) => {
      if (h.what === "line" && h.event === "broken") setState("lost");
      if (h.what === "devices") setState((h.event as { there: boolean }).there ? "listening" : "lost");
      if (h.what !== "shot") return;
      const shot = h.event as Shot;
      setWaiting(false);
      if (shot.kind !== kind.current) return setSaid(`${shot.device}: a ${shot.kind}, not what is asked for here`);
      const value = shot.value ?? String(shot.degrees ?? "");
      setSaid(`${shot.device} says ${bare(value)}`);
      filled.current(bare(value), shot.device);
    });
  }, [job, connected]);
  if (!connected) return null;
  const shoot = () => {
    if (!aim) return;
    shooting?.();
    setWaiting(true);
    got(api.POST("/api/jobs/{id}/device/shoot", { params: { path: { id: job } }, body: aim })).catch((e) => {
      setWaiting(false);
      setSaid(e instanceof Problem ? e.message : String(e));
    });
  };
  return (
    <fieldset className="tray" aria-label="Measuring devices">
      <Button
        h={52}
        variant="light"
        leftSection={<IconViewfinder size={22} />}
        disabled={!aim || state !== "listening"}
        loading={waiting}
        onClick={shoot}
      >
        Shoot
      </Button>
      <span aria-live="polite" className="quiet">
        {state === "lost" ? "The devices don't answer; trying again." : said || "Simulated devices are listening."}
      </span>
    </fieldset>
  );
}
