// One way to ask the server; every failure is a Trouble with a code and a sentence.

export class Trouble extends Error {
  constructor(
    readonly code: string,
    readonly sentence: string,
    readonly status: number,
    readonly body: unknown = null,
  ) {
    super(sentence);
  }

  /** The server or its store cannot be reached now; the same request may succeed later. */
  get passing(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504;
  }
}

function token(): string {
  return /(?:^|; )csrftoken=([^;]+)/.exec(document.cookie)?.[1] ?? "";
}

async function ask(method: string, path: string, body?: unknown): Promise<unknown> {
  if (body === undefined) return request(method, path, null, {});
  return request(method, path, JSON.stringify(body), { "Content-Type": "application/json" });
}

async function request(
  method: string,
  path: string,
  body: BodyInit | null,
  headers: Record<string, string>,
): Promise<unknown> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: { "X-CSRFToken": token(), ...headers },
      body,
    });
  } catch {
    throw new Trouble(
      "no_connection",
      "The server cannot be reached. What you do waits here and goes out when it is back.",
      0,
    );
  }
  const text = await response.text();
  if (response.ok) return text === "" ? null : (JSON.parse(text) as unknown);
  throw troubleOf(response.status, text);
}

function troubleOf(status: number, text: string): Trouble {
  try {
    const told = JSON.parse(text) as { code?: string; sentence?: string };
    if (told.code && told.sentence) return new Trouble(told.code, told.sentence, status, told);
  } catch {
    // not our server's words: fall through
  }
  return new Trouble(
    "unexpected",
    "Something went wrong. What was kept is safe; try again.",
    status,
  );
}

export const get = <T>(path: string): Promise<T> => ask("GET", path) as Promise<T>;
export const post = <T>(path: string, body: unknown = {}): Promise<T> =>
  ask("POST", path, body) as Promise<T>;
export const patch = <T>(path: string, body: unknown): Promise<T> =>
  ask("PATCH", path, body) as Promise<T>;
export const remove = (path: string): Promise<unknown> => ask("DELETE", path);
export const sendFile = <T>(path: string, file: File): Promise<T> =>
  request("POST", path, file, { "Content-Type": "application/octet-stream" }) as Promise<T>;
