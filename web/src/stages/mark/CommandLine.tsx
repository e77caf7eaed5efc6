import { TextInput } from "@mantine/core";
import { useDebouncedValue, useHotkeys } from "@mantine/hooks";
import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useRef, useState } from "react";
import { api, got, Problem } from "../../api/client";
import { useJobContext } from "../../app/Shell";
import { Told } from "../../drawing/Told";
import { type Draft, useEdits } from "../../edits/useEdits";

/** One line for a hand on a keyboard: what it means is said before it is done. */
export function CommandLine({ wall }: { wall: string }) {
  const { id, job } = useJobContext();
  const edits = useEdits(job);
  const metric = job.document.units === "metric";
  const field = useRef<HTMLInputElement>(null);
  const [text, setText] = useState("");
  const [refused, setRefused] = useState<string>();
  const [done, setDone] = useState<string[]>([]); // what was typed before, the last first
  const [back, setBack] = useState(-1);
  const [settled] = useDebouncedValue(text, 100);
  const ask = (line: string) =>
    got(api.GET("/api/jobs/{id}/walls/{wall}/said", { params: { path: { id, wall }, query: { text: line } } }));
  const understood = useQuery({
    queryKey: ["said", id, wall, job.revision, settled],
    queryFn: () => ask(settled),
    enabled: settled.trim() !== "",
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  useHotkeys([["/", () => field.current?.focus()]]);
  const now = text.trim() !== "" && settled === text ? understood.data : undefined;
  const write = (line: string) => {
    setText(line);
    setRefused(undefined);
  };
  /** The first word that can come next: it ends what is half written, or follows it. */
  const complete = () => {
    const word = now?.next[0];
    if (!word || word.includes(" ")) return;
    const last = text.split(/\s/).at(-1) ?? "";
    const half = last !== "" && word.startsWith(last.toLowerCase());
    write(`${half ? text.slice(0, text.length - last.length) : text.replace(/\s*$/, " ")}${word} `);
  };
  const under = useRef<{ line?: string; way: Promise<void> }>({ way: Promise.resolve() });
  /** One line after the other: the next may be entered while one is on its way. */
  const enter = () => {
    const line = text;
    if (line.trim() === "" || under.current.line === line) return;
    under.current = { line, way: under.current.way.then(() => run(line)) };
  };
  const run = async (line: string) => {
    try {
      const read = await ask(line);
      if (read.fault || read.edits.length === 0) {
        setRefused(read.fault ?? `next: ${read.next.join(", ")}`);
        return;
      }
      if (!(await edits.make(read.edits as Draft[]))) return;
      setDone((before) => [line, ...before].slice(0, 30));
      setBack(-1);
      setText((now) => (now === line ? "" : now)); // what was typed meanwhile stays
      setRefused(undefined);
    } catch (e) {
      setRefused(e instanceof Problem ? e.message : String(e));
    } finally {
      if (under.current.line === line) under.current.line = undefined;
    }
  };
  const key = (e: KeyboardEvent<HTMLInputElement>) => {
    if (e.key === "Enter") {
      e.preventDefault();
      enter();
    } else if (e.key === "Tab" && !e.shiftKey && now?.next[0] && !now.next[0].includes(" ") && text !== "") {
      e.preventDefault();
      complete();
    } else if (e.key === "Escape") {
      write("");
      field.current?.blur();
    } else if (e.key === "ArrowUp" || e.key === "ArrowDown") {
      const to = Math.max(-1, Math.min(done.length - 1, back + (e.key === "ArrowUp" ? 1 : -1)));
      setBack(to);
      write(done[to] ?? "");
      e.preventDefault();
    }
  };
  const wrong = refused ?? now?.fault;
  return (
    <div className="command wide-only no-print">
      <TextInput
        ref={field}
        label="Type it"
        placeholder={metric ? "door 800 at 2500 left" : "door 30 at 7-2 left"}
        value={text}
        autoComplete="off"
        spellCheck={false}
        maxLength={200}
        onChange={(e) => write(e.currentTarget.value)}
        onKeyDown={key}
        error={wrong}
        rightSection={<kbd>/</kbd>}
      />
      <p className="quiet" aria-live="polite">
        {text === "" &&
          `door, window, clear, box, from, ${metric ? "600 to 300 from 1000" : "16 to 12 from 40"}, move, out … Tab completes, Enter does it.`}
        {now?.said && (
          <>
            Enter: <Told text={now.said} />
          </>
        )}
        {now && !now.said && !wrong && now.next.length > 0 && `next: ${now.next.join(", ")}`}
      </p>
    </div>
  );
}
