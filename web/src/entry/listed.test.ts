import { expect, test } from "vitest";
import { listed } from "./listed";

test.each([
  ["30 1/4, 30 1/8,30 3/16", "imperial", ["30 1/4", "30 1/8", "30 3/16"]],
  ["12,5, 20; 768", "metric", ["12,5", "20", "768"]],
  ["board = 12,5, oak", "metric", ["board = 12,5", "oak"]],
  [" , ", "imperial", []],
])("%s in a job in %s", (text, units, parts) => expect(listed(text, units)).toEqual(parts));
