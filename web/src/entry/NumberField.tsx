import { TextInput } from "@mantine/core";
import { useState } from "react";

interface Props {
  label: string;
  value?: number;
  change: (n: number | undefined) => void;
  error?: string;
}

/** What a text says as a number: nothing if it is empty or half written. A decimal comma is one too. */
export function numberIn(text: string): number | undefined {
  const t = text.trim().replace(",", ".");
  const n = Number(t);
  return t === "" || !Number.isFinite(n) ? undefined : n;
}

/** A plain number: degrees, how many. What is half written ("37.") stays as it is typed. */
export function NumberField({ label, value, change, error }: Props) {
  const [text, setText] = useState(value === undefined ? "" : String(value));
  const shown = numberIn(text) === value ? text : value === undefined ? text : String(value);
  const odd = text.trim() !== "" && text.trim() !== "-" && numberIn(text) === undefined;
  return (
    <TextInput
      label={label}
      inputMode="decimal"
      value={shown}
      error={error ?? (odd ? `"${text.trim()}" is not a number` : undefined)}
      onChange={(e) => {
        setText(e.currentTarget.value);
        change(numberIn(e.currentTarget.value));
      }}
    />
  );
}
