import { expect, test } from "vitest";
import type { PendingEdit } from "../core/pendingedit";
import { asNow, type StoredEdit } from "./editstore";

const edit = { id: "e", path: "commands", selection: [] } as unknown as PendingEdit;
const rest = { id: "e", drawing: 7, person: 1, window: "w", place: 0 };

test("an edit that a window of an earlier form stored is sent as it was", () => {
  const before = { ...rest, letter: edit } as unknown as StoredEdit;
  expect(asNow(before)).toEqual({ ...rest, edit });
  expect(asNow({ ...rest, edit })).toEqual({ ...rest, edit });
});
