// The core's sources, and Pyodide with the core in it. Used by the build and by tests.
import { readFileSync, readdirSync, statSync } from "node:fs";
import { dirname, join, relative } from "node:path";
import { fileURLToPath } from "node:url";

const CORE = join(dirname(fileURLToPath(import.meta.url)), "../../core");

function* found(folder) {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* found(path);
    else if (name.endsWith(".py")) yield path;
  }
}

/** Every module of the core: where it lies for Python, and its text. */
export function sources() {
  return [...found(join(CORE, "buildup"))].map((path) => [
    `/core/${relative(CORE, path)}`,
    readFileSync(path, "utf8"),
  ]);
}

/** Writes the core's sources where Python finds them. */
export function writeSources(python) {
  for (const [place, text] of sources()) {
    python.FS.mkdirTree(dirname(place));
    python.FS.writeFile(place, text);
  }
}

/** Puts the core into a Python that has just started, and imports what answers questions. */
export function takeIn(python) {
  writeSources(python);
  python.runPython('import sys; sys.path.insert(0, "/core")\nfrom buildup.session import Session');
}
