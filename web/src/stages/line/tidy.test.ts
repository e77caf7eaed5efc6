import { expect, test } from "vitest";
import type { Line } from "../../api/client";
import { tidy } from "./tidy";

const isNew = (face?: string) => !!face && /^[A-Z]( back)?$/.test(face);
/** as somebody left the form after trying every way in turn */
const tried: Omit<Line, "by"> = {
  face: "yard wall",
  and: "stove wall",
  at: "36",
  atEnd: "37 1/4",
  follow: "end",
  degrees: 67.5,
  turn: "right",
  closes: { corner: "3" },
  marks: [
    { x: "0", y: "0" },
    { x: "96", y: "0" },
  ],
  start: { face: "B", gap: " ", past: true },
  stop: { face: "", gap: "" },
  parts: [],
  also: [{ face: "", at: "" }],
};
const kept = (by: Line["by"]) => {
  const { start, stop, ...rest } = tidy({ ...tried, by }, isNew);
  return Object.entries(rest)
    .filter(([, v]) => v !== undefined)
    .map(([k]) => k)
    .join(" ");
};

test.each<[Line["by"], string]>([
  ["parallel", "by face at atEnd follow"],
  ["square", "by face at degrees"],
  ["clear", "by face at"],
  ["in-line", "by face"],
  ["centred", "by face and"],
  ["furring", "by face at"],
  ["leg", "by face degrees turn closes"],
  ["through", "by marks"],
])("%s sends only what belongs to it", (by, fields) => expect(kept(by)).toBe(fields));

test("an end keeps its face, and runs past new walls only", () => {
  const l = tidy({ ...tried, by: "parallel" }, isNew);
  expect(l.start).toEqual({ face: "B", past: true });
  expect(l.stop).toBeUndefined();
  expect(tidy({ ...tried, by: "parallel", start: { face: "yard wall", past: true } }, isNew).start).toEqual({
    face: "yard wall",
  });
});

test("half-said distances go along, so that the fault is told; empty ones don't", () => {
  const also = [
    { face: "", at: " " },
    { face: "tram wall", at: "" },
    { face: "tram wall", at: "60" },
  ];
  expect(tidy({ ...tried, by: "parallel", also }, isNew).also).toEqual(also.slice(1));
});

test("parts bring where they are laid off from, and their boards", () => {
  const parts = [{ what: "cabinet", length: "30" }];
  const l = tidy({ by: "parallel", face: "B", at: "1", parts, from: "stop", boards: "both" }, isNew);
  expect([l.parts, l.from, l.boards]).toEqual([parts, "stop", "both"]);
  expect(tidy({ by: "parallel", face: "B", at: "1", from: "stop", boards: "both" }, isNew).boards).toBeUndefined();
});
