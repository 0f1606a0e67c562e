// The Python core in a web worker: Pyodide runs the same package as the server.
import { loadPyodide } from "pyodide";

const SOURCES = import.meta.glob<string>("../../../core/buildup/**/*.py", {
  query: "?raw",
  import: "default",
  eager: true,
});
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

async function start(): Promise<Ask> {
  const python = await loadPyodide({ indexURL: __PYODIDE__ });
  for (const [path, source] of Object.entries(SOURCES)) {
    const place = FOLDER + path.slice(path.indexOf("/buildup/"));
    python.FS.mkdirTree(place.slice(0, place.lastIndexOf("/")));
    python.FS.writeFile(place, source);
  }
  const desk: unknown = python.runPython(
    `import sys; sys.path.insert(0, "${FOLDER}")\nfrom buildup.desk import Desk\nDesk().ask`,
  );
  return desk as Ask;
}

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
  }
  postMessage(reply);
};
