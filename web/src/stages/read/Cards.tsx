import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import type { Assessed } from "../../api/client";
import { useAssess } from "./assessing";
import "./assess.css";
import { onEnter } from "../../entry/keys";

/** Short cautions at the step that needs them, each confirmed by a person. */
export function Cards({ cards }: { cards: Assessed["cards"] }) {
  const { assess, keep } = useAssess();
  const [open, setOpen] = useState("");
  const [by, setBy] = useState("");
  const confirmed = assess.confirmed ?? [];
  if (cards.length === 0) return null;
  const confirm = (card: string) =>
    keep({ confirmed: [...confirmed, { card, by: by.trim(), at: new Date().toISOString().slice(0, 10) }] }).then((ok) => {
      if (ok) setOpen("");
    });
  return (
    <section aria-label="Health" className="health no-print">
      {cards.map((c) => (
        <div key={c.id} className={`card ${c.confirmed ? "done" : ""}`}>
          <b>{c.title}</b>
          <p>{c.text}</p>
          {c.confirmed ? (
            <span className="is-ready">Confirmed by {c.confirmed}</span>
          ) : open === c.id ? (
            <div className="confirm">
              <TextInput
                aria-label="Confirmed by"
                placeholder="your name"
                value={by}
                data-autofocus
                onChange={(e) => setBy(e.currentTarget.value)}
                onKeyDown={onEnter(() => by.trim() && confirm(c.id))}
              />
              <Button h={48} disabled={!by.trim()} onClick={() => confirm(c.id)}>
                Confirm
              </Button>
            </div>
          ) : (
            <button type="button" className="fix" onClick={() => setOpen(c.id)}>
              Confirm it
            </button>
          )}
        </div>
      ))}
    </section>
  );
}
