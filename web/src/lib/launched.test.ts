// @vitest-environment jsdom
import { expect, test } from "vitest";
import { launchedWith } from "./launched";

test("files that the system opens with the application are taken; a launch without any is none", async () => {
  const taken: string[][] = [];
  let launch: (by: { files?: { getFile(): Promise<File> }[] }) => void = () => undefined;
  Object.assign(window, { launchQueue: { setConsumer: (take: typeof launch) => (launch = take) } });
  launchedWith((files) => taken.push(files.map((f) => f.name)));
  launch({});
  launch({ files: [{ getFile: () => Promise.resolve(new File([], "neck.svg")) }] });
  await Promise.resolve();
  await Promise.resolve();
  expect(taken).toEqual([["neck.svg"]]);
});

test("a browser that opens no files with pages is left alone", () => {
  Object.assign(window, { launchQueue: undefined });
  expect(() => launchedWith(() => undefined)).not.toThrow();
});
