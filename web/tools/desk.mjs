// The core in Pyodide under Node: a question a line in, a reply a line out. Used by tests.
import { readFileSync, readdirSync, statSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";
import { loadPyodide } from "pyodide";

const CORE = join(dirname(fileURLToPath(import.meta.url)), "../../core");

function* sources(folder) {
  for (const name of readdirSync(folder)) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* sources(path);
    else if (name.endsWith(".py")) yield path;
  }
}

const python = await loadPyodide();
for (const path of sources(join(CORE, "buildup"))) {
  const place = `/core/${relative(CORE, path)}`;
  python.FS.mkdirTree(dirname(place));
  python.FS.writeFile(place, readFileSync(path));
}
const ask = python.runPython(
  'import sys; sys.path.insert(0, "/core")\nfrom buildup.desk import Desk\nDesk().ask',
);
for await (const line of createInterface({ input: process.stdin })) {
  console.log(ask(line));
}
