import { TextInput, type TextInputProps } from "@mantine/core";
import { getHotkeyHandler, useDebouncedValue } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import { type Ref, useEffect, useRef, useState } from "react";
import { api, got, Problem } from "../api/client";
import { bare } from "./bare";
import { onEnter } from "./keys";

interface Props extends Omit<TextInputProps, "onChange" | "value" | "ref"> {
  value: string;
  units: string;
  mark?: string;
  change: (text: string) => void;
  enter?: (text: string) => void;
  fault?: string;
  field?: Ref<HTMLInputElement>;
}

/** What the server understands a text as; nothing while it is empty. */
export function useEcho(text: string, units: string, mark?: string) {
  const [settled] = useDebouncedValue(text.trim(), 120);
  return useQuery({
    queryKey: ["length", settled, units, mark],
    queryFn: () =>
      got(api.GET("/api/length", { params: { query: { text: settled, units: units as "imperial" | "metric", mark } } })),
    enabled: settled !== "" && settled !== "-",
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
}

/** One field that takes lengths as people say them and says back what it understood. */
export function LengthField({ value, units, mark, change, enter, fault, field, ...rest }: Props) {
  const echo = useEcho(value, units, mark);
  const wrong =
    value.trim() !== "" && echo.error instanceof Problem && echo.error.status === 422 ? echo.error.message : undefined;
  const understood = value.trim() !== "" && echo.data ? echo.data.exact.replace(/^-/, "−") : " ";
  return (
    <TextInput
      {...rest}
      ref={field}
      value={value}
      onChange={(e) => change(e.currentTarget.value)}
      onKeyDown={(e) => {
        rest.onKeyDown?.(e);
        if (enter) onEnter(() => enter(value))(e);
      }}
      autoComplete="off"
      spellCheck={false}
      error={fault ?? wrong}
      description={fault || wrong ? undefined : understood}
      inputWrapperOrder={["label", "input", "description", "error"]}
      styles={{
        description: { fontSize: 14, color: "var(--quiet)", minHeight: 20 },
        error: { fontSize: 14, color: "var(--stop)" },
        ...(rest.styles as object),
      }}
    />
  );
}

/** A length that is part of the design: kept on Enter or when left, put back on Escape. */
export function LengthEdit({
  value,
  keep,
  empty,
  ...rest
}: Omit<Props, "change" | "enter"> & {
  keep: (text: string) => void;
  /** it may be left empty, and something else holds then */
  empty?: boolean;
}) {
  const shown = bare(value);
  const [text, setText] = useState(shown);
  const field = useRef<HTMLInputElement>(null);
  const last = useRef(shown);
  // what was refused isn't asked for again by leaving the field: it shows for a moment, goes back, and stays as it was typed
  const asked = useRef<{ text: string; from: string }>(undefined);
  // what another device says never goes under the hand that is typing
  useEffect(() => {
    const here = document.activeElement === field.current;
    const back = asked.current?.from === shown;
    setText((now) => (here && back ? (asked.current?.text ?? now) : here && now !== last.current && now !== shown ? now : shown));
    last.current = shown;
    if (!back && asked.current && bare(asked.current.text) !== shown) asked.current = undefined;
  }, [shown]);
  const done = (leaving: boolean) => {
    const now = text.trim();
    if ((now === "" && !empty) || (leaving && now === asked.current?.text && shown === asked.current.from)) setText(shown);
    else if (now !== shown) {
      asked.current = { text: now, from: shown };
      keep(now);
    }
  };
  return (
    <LengthField
      {...rest}
      field={field}
      value={text}
      change={setText}
      enter={() => done(false)}
      onBlur={() => done(true)}
      onKeyDown={getHotkeyHandler([["Escape", () => setText(shown)]])}
    />
  );
}
