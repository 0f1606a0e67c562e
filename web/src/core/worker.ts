// The Python core in a web worker: Pyodide runs the same package as the server.
import { loadPyodide, type PyodideAPI } from "pyodide";

const FOLDER = "/core";

export interface Question {
  id: number;
  text: string;
}

/** `text` is what the core answered; without it the core stumbled, and somebody else may know. */
export interface Reply {
  id: number;
  text: string | null;
}

type Ask = (text: string) => string;

/** Python as it was kept with the core imported; null where that cannot be had. */
async function awoken(): Promise<PyodideAPI | null> {
  if (__SNAPSHOT__ === "") return null;
  try {
    const answer = await fetch(__SNAPSHOT__);
    if (!answer.ok) return null;
    const snapshot = answer.arrayBuffer().then(withRoom);
    return await loadPyodide({ indexURL: __PYODIDE__, _loadSnapshot: snapshot });
  } catch (problem) {
    console.warn("The core is started anew:", problem);
    return null;
  }
}

const PAGE = 65536;

/**
 * The memory that Python begins with is made as large as what was kept, which is asked for but not
 * done by Pyodide where a module brings its own memory.
 */
function withRoom(snapshot: ArrayBuffer): ArrayBuffer {
  const begin = WebAssembly.instantiateStreaming.bind(WebAssembly);
  WebAssembly.instantiateStreaming = async (source, imports) => {
    const made = await begin(source, imports);
    const { memory } = made.instance.exports;
    if (memory instanceof WebAssembly.Memory) {
      const lacks = snapshot.byteLength - memory.buffer.byteLength;
      if (lacks > 0) memory.grow(Math.ceil(lacks / PAGE));
    }
    return made;
  };
  return snapshot;
}

/** Python started from nothing, with the core's sources. */
async function fresh(): Promise<PyodideAPI> {
  const { SOURCES } = await import("./sources");
  const python = await loadPyodide({ indexURL: __PYODIDE__ });
  for (const [path, source] of Object.entries(SOURCES)) {
    const place = FOLDER + path.slice(path.indexOf("/buildup/"));
    python.FS.mkdirTree(place.slice(0, place.lastIndexOf("/")));
    python.FS.writeFile(place, source);
  }
  python.runPython(`import sys; sys.path.insert(0, "${FOLDER}")`);
  return python;
}

async function start(): Promise<Ask> {
  const python = (await awoken()) ?? (await fresh());
  const session: unknown = python.runPython("from buildup.session import Session\nSession().ask");
  return session as Ask;
}

/** An error of Python leaves Python as it was; anything else leaves a dead one. */
const isFatal = (problem: unknown): boolean =>
  !(problem instanceof Error && problem.name === "PythonError");

const ready = start();
ready.then(
  () => postMessage("ready"),
  (problem: unknown) => postMessage({ failed: String(problem) }),
);
onmessage = async (event: MessageEvent<Question>) => {
  const ask = await ready;
  const reply: Reply = { id: event.data.id, text: null };
  try {
    reply.text = ask(event.data.text);
  } catch (problem) {
    console.warn("The core stumbled:", String(problem).slice(-400));
    if (isFatal(problem)) return postMessage({ failed: String(problem) });
  }
  postMessage(reply);
};
