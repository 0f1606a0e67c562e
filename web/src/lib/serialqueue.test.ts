import { expect, test } from "vitest";
import { serialQueue } from "./serialqueue";

test("an act waits for those before it, and a failed one stops none", async () => {
  const line = serialQueue();
  const seen: string[] = [];
  let answer = (): void => undefined;
  const slow = line(async () => {
    await new Promise<void>((done) => (answer = done));
    seen.push("renamed");
  });
  const failed = line(() => {
    seen.push("refused");
    return Promise.reject(new Error("refused"));
  });
  const quick = line(() => Promise.resolve(seen.push("copied")));
  await Promise.resolve();
  expect(seen).toEqual([]);
  answer();
  await expect(failed).rejects.toThrow("refused");
  expect(await quick).toBe(3);
  await slow;
  expect(seen).toEqual(["renamed", "refused", "copied"]);
});
