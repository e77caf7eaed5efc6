// @vitest-environment happy-dom
import { fireEvent, screen, waitFor } from "@testing-library/react";
import { afterAll, expect, test, vi } from "vitest";
import { show } from "../testing/show";
import { LengthEdit } from "./LengthField";

afterAll(() => vi.resetModules()); // its mocks are its own

vi.mock("../api/client", async (original) => {
  const client = await original<typeof import("../api/client")>();
  const GET = async (_path: string, { params }: { params: { query: { text: string } } }) => {
    const { text } = params.query;
    return text === "six furlongs"
      ? { error: { errors: [{ location: "text", message: '"furlongs" is not a unit' }] }, response: { ok: false, status: 422 } }
      : { data: { exact: `${text} in`, other: "in the other unit" }, response: { ok: true, status: 200 } };
  };
  return { ...client, api: { GET } };
});

const field = () => screen.getByLabelText<HTMLInputElement>("Middle at");
const edit = (keep: (text: string) => void) => show(<LengthEdit label="Middle at" value="60 in" units="imperial" keep={keep} />);
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });

test("it is kept on Enter, and when the field is left", () => {
  const keep = vi.fn();
  edit(keep);
  expect(field().value).toBe("60"); // the unit goes without saying
  type(" 61 1/2 ");
  fireEvent.keyDown(field(), { key: "Enter" });
  expect(keep).toHaveBeenLastCalledWith("61 1/2");
  type("62");
  fireEvent.blur(field());
  expect(keep).toHaveBeenLastCalledWith("62");
});

test("what was refused isn't asked for again by leaving the field: what stands comes back", () => {
  const keep = vi.fn();
  edit(keep);
  type("900");
  fireEvent.keyDown(field(), { key: "Enter" });
  fireEvent.blur(field());
  expect(keep).toHaveBeenCalledOnce();
  expect(field().value).toBe("60");
});

test("Escape and an emptied field put back what was there", () => {
  const keep = vi.fn();
  edit(keep);
  type("61");
  fireEvent.keyDown(field(), { key: "Escape" });
  expect(field().value).toBe("60");
  type("  ");
  fireEvent.blur(field());
  expect(field().value).toBe("60");
  expect(keep).not.toHaveBeenCalled();
});

test("it says what it understood, and what it didn't", async () => {
  edit(() => {});
  await waitFor(() => expect(screen.getByText("60 in")).toBeTruthy());
  type("six furlongs");
  await waitFor(() => expect(screen.getByText('"furlongs" is not a unit')).toBeTruthy());
});
