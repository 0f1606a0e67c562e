import { afterEach, beforeEach, expect, test, vi } from "vitest";
import {
  ApiError,
  compute,
  create,
  createFromFile,
  fileOf,
  get,
  nameIn,
  post,
  remove,
  sendFile,
  whenBuildIsKnown,
  whenSignedOut,
} from "./client";

let answer: () => Response | Promise<Response>;
beforeEach(() => {
  vi.stubGlobal("document", { cookie: "a=b; csrftoken=tide" });
  vi.stubGlobal(
    "fetch",
    vi.fn(() => Promise.resolve(answer())),
  );
});
afterEach(() => vi.unstubAllGlobals());

const code = async (asked: Promise<unknown>): Promise<string> => {
  const problem: unknown = await asked.catch((p: unknown) => p);
  expect(problem).toBeInstanceOf(ApiError);
  return (problem as ApiError).code;
};

test("an answer that says nothing is none, unless it says that it says nothing", async () => {
  answer = () => new Response("");
  expect(await code(get("/me"))).toBe("not_ours");
  expect(await code(post("/drawings/1/queries/preview"))).toBe("not_ours");
  answer = () => new Response(null, { status: 204 });
  expect(await remove("/drawings/1")).toBeNull();
  answer = () => new Response("null");
  expect(await post("/drawings/1/queries/nearest-anchor")).toBeNull();
});

test("what only the server does waits for nothing, and says so; edits do", async () => {
  vi.useFakeTimers();
  answer = () => Promise.reject(new TypeError("no network"));
  const said = async (asked: Promise<unknown>): Promise<string> => {
    const problem = asked.then(
      () => "",
      (found: unknown) => (found as ApiError).message,
    );
    await vi.advanceTimersByTimeAsync(10_000);
    return problem;
  };
  const file = new File(["x"], "plan.pdf");
  const needs = [
    () => sendFile("/queries/file-items", file),
    () => createFromFile("/imports", file),
    () => create("/drawings"),
    () => compute("/drawings/1/queries/traced-area", {}),
    () => fileOf("/drawings/1/exports", {}),
  ];
  for (const asked of needs) expect(await said(asked())).toContain("This needs the server");
  expect(await said(post("/drawings/1/commands"))).toContain("are sent when it is back");
  vi.useRealTimers();
});

test("what is no JSON, no connection and a refusal are told apart", async () => {
  answer = () => new Response("<p>Welcome to the café</p>");
  expect(await code(get("/me"))).toBe("not_ours");
  answer = () => Promise.reject(new TypeError("no network"));
  expect(await code(get("/me"))).toBe("no_connection");
  answer = () => new Response("<p>Bad gateway</p>", { status: 502 });
  expect(await code(get("/me"))).toBe("unexpected");
  const body = JSON.stringify({ code: "bad_name", detail: "A name.", final: true });
  answer = () => new Response(body, { status: 422 });
  const problem = (await get("/me").catch((p: unknown) => p)) as ApiError;
  expect([problem.code, problem.message, problem.final]).toEqual(["bad_name", "A name.", true]);
});

test("the token of the page goes with every question", async () => {
  answer = () => new Response("{}");
  await post("/drawings", { name: "A" });
  const [address, how] = vi.mocked(fetch).mock.calls[0] ?? [];
  expect(address).toBe("/api/v1/drawings");
  expect(how?.headers).toMatchObject({ "X-CSRFToken": "tide" });
  expect(how?.body).toBe('{"name":"A"}');
});

test("which build the server has, and that a session ended, are told", async () => {
  const told: string[] = [];
  whenBuildIsKnown((build) => told.push(build));
  whenSignedOut(() => told.push("out"));
  answer = () => new Response("{}", { headers: { "X-Build": "b7" } });
  await get("/me");
  answer = () =>
    new Response(JSON.stringify({ code: "not_signed_in", detail: "Sign in." }), { status: 401 });
  expect(await code(get("/me"))).toBe("not_signed_in");
  expect(told).toEqual(["b7", "out"]);
});

test("names of files, as headers write them", () => {
  expect(nameIn('attachment; filename="a \\"b\\".svg"')).toBe('a "b".svg');
  expect(nameIn("attachment; filename*=utf-8''T%C3%A4g.svg")).toBe("Täg.svg");
  expect(nameIn("")).toBe("drawing");
});

test("something new is asked for again under its key while no answer comes", async () => {
  vi.useFakeTimers();
  const lost = [
    () => Promise.reject(new TypeError("no network")),
    () => new Response("<p>busy</p>", { status: 503 }),
    () => new Response('{"id": 4}'),
  ];
  answer = () => (lost.shift() as () => Response | Promise<Response>)();
  const made = create<{ id: number }>("/drawings", { name: "A" });
  await vi.advanceTimersByTimeAsync(3000);
  expect(await made).toEqual({ id: 4 });
  const keys = vi
    .mocked(fetch)
    .mock.calls.map(([, how]) => (how?.headers as Record<string, string>)["Idempotency-Key"]);
  expect(keys).toHaveLength(3);
  expect(new Set(keys).size).toBe(1);
  expect(keys[0]).toMatch(/^[0-9a-f]{24}$/);
  vi.useRealTimers();
});

test("what was refused is not asked for again, and two new things have two keys", async () => {
  answer = () =>
    new Response(JSON.stringify({ code: "bad_name", detail: "A name.", final: true }), {
      status: 422,
    });
  expect(await code(create("/drawings"))).toBe("bad_name");
  expect(vi.mocked(fetch).mock.calls).toHaveLength(1);
  answer = () => new Response("{}");
  await create("/drawings");
  const [one, two] = vi
    .mocked(fetch)
    .mock.calls.map(([, how]) => (how?.headers as Record<string, string>)["Idempotency-Key"]);
  expect(one).not.toBe(two);
});
