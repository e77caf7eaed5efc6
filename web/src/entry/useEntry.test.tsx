// @vitest-environment happy-dom
import { act, renderHook } from "@testing-library/react";
import { expect, test } from "vitest";
import { useEntry } from "./useEntry";

test("what is sent leaves the fields free at once; what is refused comes back, but never over what was typed since", async () => {
  const { result } = renderHook(() => useEntry({ at: "", is: "" }));
  const type = (at: string) => act(() => result.current.setOne({ at, is: "1" }));
  const answer = async (made: Promise<unknown>, meanwhile?: string) => {
    await act(async () => {
      result.current.send(made);
    });
    if (meanwhile) type(meanwhile);
    await act(async () => {
      await made.catch(() => {});
    });
    return result.current.one.at;
  };
  type("4");
  expect(await answer(Promise.resolve({ kept: true }))).toBe("");
  type("40");
  expect(await answer(Promise.resolve(undefined))).toBe("40");
  expect(await answer(Promise.reject(new Error("refused")))).toBe("40");
  let refuse = () => {};
  const late = new Promise((_, no) => {
    refuse = () => no(new Error("refused"));
  });
  setTimeout(() => refuse(), 5);
  expect(await answer(late, "76")).toBe("76");
});
