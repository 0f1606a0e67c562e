// One way to ask the server; every failure is a ApiError with a code and a sentence (RFC 9457).

import { newId } from "./ids";
import { lineReader } from "./lines";

export class ApiError extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly status: number,
    readonly body: unknown = null,
  ) {
    super(message);
  }

  /** Our own server has refused this for a reason of the job, and would refuse it again. */
  get final(): boolean {
    const body = this.body as { final?: boolean } | null;
    return body?.final === true;
  }
}

/** Called whenever the server says that nobody is signed in any more. */
let signedOut: () => void = () => undefined;
export const whenSignedOut = (act: () => void): void => void (signedOut = act);

/** Called with the build of the program that the server has, as each answer says it. */
let whichBuild: (build: string) => void = () => undefined;
export const whenBuildIsKnown = (act: (build: string) => void): void => void (whichBuild = act);
const BUILD = "X-Build";
const NO_CONTENT = 204;
const BUSY = 503;

/** Milliseconds after which a request that was not answered counts as lost. */
const PATIENCE = 60_000;

function token(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

const JSON_BODY = { "Content-Type": "application/json" };
const FILE_BODY = { "Content-Type": "application/octet-stream" };

async function ask(method: string, path: string, body?: unknown): Promise<unknown> {
  if (body === undefined) return request(method, path, null, {});
  return request(method, path, JSON.stringify(body), JSON_BODY);
}

/** Milliseconds until something new is asked for again, after each answer that was lost. */
const PAUSES = [400, 2000];

/**
 * Ask for something new to be made. Where the answer is lost it is asked again under the same key,
 * so that the server makes one of it.
 */
async function requestOnce(
  path: string,
  body: BodyInit,
  headers: Record<string, string>,
): Promise<unknown> {
  const named = { ...headers, "Idempotency-Key": newId() };
  for (const pause of PAUSES) {
    try {
      return await request("POST", path, body, named);
    } catch (problem) {
      if (!(problem instanceof ApiError) || !passing(problem)) throw problem;
    }
    await new Promise((done) => setTimeout(done, pause));
  }
  return request("POST", path, body, named);
}

/** Nobody has answered, or the server was busy: asked again it may well answer. */
export const passing = (problem: ApiError): boolean =>
  problem.status === 0 || problem.status === BUSY;

async function request(
  method: string,
  path: string,
  body: BodyInit | null,
  headers: Record<string, string>,
): Promise<unknown> {
  let response: Response;
  let text: string;
  try {
    response = await fetch(`/api/v1${path}`, {
      method,
      headers: { "X-CSRFToken": token(), ...headers },
      body,
      signal: AbortSignal.timeout(PATIENCE),
    });
    text = await response.text();
  } catch {
    throw away();
  }
  if (!response.ok) throw errorOf(response.status, text);
  const build = response.headers.get(BUILD);
  if (build) whichBuild(build);
  if (response.status === NO_CONTENT && text === "") return null;
  return parsed(text);
}

/**
 * Ask for an answer of several values, one on each line, and take each as it comes.
 * @param signal - stops it
 */
export async function getLines(
  path: string,
  take: (value: unknown) => void,
  signal: AbortSignal,
): Promise<void> {
  const patience = new AbortController();
  let late: ReturnType<typeof setTimeout> | undefined;
  const wait = (): void => {
    clearTimeout(late);
    late = setTimeout(() => patience.abort(), PATIENCE);
  };
  wait();
  try {
    const response = await reached(
      fetch(`/api/v1${path}`, { signal: AbortSignal.any([signal, patience.signal]) }),
    );
    if (!response.ok) throw errorOf(response.status, await reached(response.text()));
    const build = response.headers.get(BUILD);
    if (build) whichBuild(build);
    const read = lineReader((line) => take(parsed(line)));
    const [text, body] = [new TextDecoder(), response.body?.getReader()];
    for (;;) {
      wait();
      const piece = await reached(body?.read() ?? Promise.reject(new Error()));
      if (piece.done) return;
      read(text.decode(piece.value, { stream: true }));
    }
  } finally {
    clearTimeout(late);
  }
}

/** What comes of the network; anything that goes wrong with it is a lost connection. */
const reached = <T>(answer: Promise<T>): Promise<T> =>
  answer.catch(() => {
    throw away();
  });

function parsed(text: string): unknown {
  try {
    return JSON.parse(text) as unknown; // nothing at all is no answer of ours
  } catch {
    throw notOurs();
  }
}

/** Something answered that is not our server, or said what our server does not say. */
export const notOurs = (): ApiError =>
  new ApiError(
    "not_ours",
    "Something on the network answered in place of the server (a sign-in page?). " +
      "Your edits are stored here and are sent when the server is back.",
    0,
  );

export const away = (): ApiError =>
  new ApiError(
    "no_connection",
    "The server cannot be reached. Your edits are stored here and are sent when it is back.",
    0,
  );

/** It cannot be reached, and what was asked for is done nowhere else. */
const needed = (): ApiError =>
  new ApiError(
    "no_connection",
    "This needs the server, which cannot be reached. Your drawing is safe; try again when it is back.",
    0,
  );

/** An answer to what only the server can do: what waits for nothing is not said to wait. */
const onlyThere = <T>(answer: Promise<unknown>): Promise<T> =>
  answer.catch((problem: unknown) => {
    throw problem instanceof ApiError && problem.code === "no_connection" ? needed() : problem;
  }) as Promise<T>;

/** A file that the server makes of what is asked, however long that takes, with its name. */
export const fileOf = (path: string, body: unknown, signal?: AbortSignal): Promise<Loaded> =>
  loaded(path, {
    method: "POST",
    headers: { "X-CSRFToken": token(), ...JSON_BODY },
    body: JSON.stringify(body),
    ...(signal ? { signal } : {}),
  });
/** A file that is there to be fetched. */
export const fileAt = (path: string): Promise<Loaded> => loaded(path, {});

export interface Loaded {
  name: string;
  data: Blob;
}

async function loaded(path: string, how: RequestInit): Promise<Loaded> {
  let response: Response;
  let data: Blob;
  try {
    response = await fetch(`/api/v1${path}`, how);
    data = await response.blob();
  } catch {
    throw how.signal?.aborted ? stopped() : needed();
  }
  if (!response.ok) throw errorOf(response.status, await data.text());
  return { name: nameIn(response.headers.get("Content-Disposition") ?? ""), data };
}

/** Whoever asked does not wait any more. */
const stopped = (): ApiError => new ApiError("stopped", "Stopped. Nothing was changed.", 0);

/** The name that a file says it has (RFC 6266). */
export function nameIn(disposition: string): string {
  const wide = /filename\*=utf-8''([^;]+)/i.exec(disposition)?.[1];
  if (wide) return decodeURIComponent(wide);
  const quoted = /filename="((?:[^"\\]|\\.)*)"/.exec(disposition)?.[1];
  return quoted ? quoted.replace(/\\(.)/g, "$1") : "drawing";
}

function errorOf(status: number, text: string): ApiError {
  try {
    const body = JSON.parse(text) as { code?: string; detail?: string };
    if (body.code === "not_signed_in") signedOut();
    if (body.code && body.detail) return new ApiError(body.code, body.detail, status, body);
  } catch {
    // not our server's words: fall through
  }
  return new ApiError(
    "unexpected",
    "The server gave an unexpected answer. What was saved is safe, and your edits are stored here.",
    status,
  );
}

export const get = <T>(path: string): Promise<T> => ask("GET", path) as Promise<T>;
export const post = <T>(path: string, body: unknown = {}): Promise<T> =>
  ask("POST", path, body) as Promise<T>;
export const put = <T>(path: string, body: unknown): Promise<T> =>
  ask("PUT", path, body) as Promise<T>;
export const patch = <T>(path: string, body: unknown): Promise<T> =>
  ask("PATCH", path, body) as Promise<T>;
export const remove = <T>(path: string): Promise<T> => ask("DELETE", path) as Promise<T>;
/** Something that only the server can work out. */
export const compute = <T>(path: string, body: unknown): Promise<T> =>
  onlyThere(ask("POST", path, body));
export const sendFile = <T>(path: string, file: File): Promise<T> =>
  onlyThere(request("POST", path, file, FILE_BODY));
/** Something new, made once however often its answer is lost. */
export const create = <T>(path: string, body: unknown = {}): Promise<T> =>
  onlyThere(requestOnce(path, JSON.stringify(body), JSON_BODY));
export const createFromFile = <T>(path: string, file: File): Promise<T> =>
  onlyThere(requestOnce(path, file, FILE_BODY));
