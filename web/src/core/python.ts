// Python with the core in it, in the order of what is quickest: from the memory this browser kept of
// one, from the memory that Python is shipped with and the core's modules, from nothing.
import { loadPyodide, type PyodideAPI } from "pyodide";
import { fetchEach } from "./fetching";
import { dropMemories, storedMemory, storeMemory } from "./memories";
import type { ShippedCore } from "./shipped";
import unpacking from "./unpacking.py?raw";

const PAGE = 65536;
/** Where Python looks for its library. */
const LIBRARY = ["/lib", "python314.zip"] as const;
/** Milliseconds after which the memory is stored: drawing comes first. */
const STORE_AFTER = 4000;

const ENTRY = "buildup.session";

type Report = (share: number) => void;

/**
 * @param report - how much of what has to be fetched has come, from 0 to 1
 * @throws Error when Python does not start in this browser
 */
export async function pythonWithCore(core: ShippedCore, report: Report): Promise<PyodideAPI> {
  return (await remembered(core)) ?? (await begun(core, report));
}

async function remembered(core: ShippedCore): Promise<PyodideAPI | null> {
  const memory = await storedMemory(core.key);
  if (!memory) return null;
  try {
    return await fromMemory(core, Promise.resolve(new Uint8Array(memory)), false);
  } catch (problem) {
    console.warn("The core is started anew:", problem);
    await dropMemories();
    return null;
  }
}

async function begun(core: ShippedCore, report: Report): Promise<PyodideAPI> {
  const python = await withModules(core, report);
  try {
    const memory = python.makeMemorySnapshot() as Uint8Array<ArrayBuffer>;
    setTimeout(() => void storeMemory(core.key, memory), STORE_AFTER);
  } catch (problem) {
    console.warn("The core is not kept for the next start:", problem);
  }
  return python;
}

async function withModules(core: ShippedCore, report: Report): Promise<PyodideAPI> {
  const addresses = [`${core.python}memory.bin`, ...core.modules];
  const [memory, ...parts] = fetchEach(addresses, core.bytes, report);
  const modules = Promise.all(parts);
  for (const coming of [memory, modules]) coming?.catch(() => undefined); // it is awaited later
  let python: PyodideAPI;
  try {
    python = await fromMemory(core, memory ?? Promise.reject(new TypeError()), true);
  } catch (problem) {
    console.warn("Python is started from nothing:", problem);
    python = await loadPyodide({
      indexURL: core.python,
      stdLibURL: library(core),
      _makeSnapshot: true,
    });
  }
  const locals = python.toPy({});
  python.runPython(unpacking, { globals: locals });
  const takeIn = locals.get("take_in") as (zips: object, entry: string) => void;
  takeIn(python.toPy(await modules), ENTRY);
  return python;
}

const library = (core: ShippedCore): string => `${core.python}stdlib.zip`;

/** All that the core imports is in the memory; the rest of the library comes when it is asked for. */
async function fromMemory(
  core: ShippedCore,
  memory: Promise<Uint8Array<ArrayBuffer>>,
  keeps: boolean,
): Promise<PyodideAPI> {
  const python = await withRoom(memory, () =>
    loadPyodide({
      indexURL: core.python,
      stdLibURL: `${core.python}empty.zip`,
      _loadSnapshot: memory,
      _makeSnapshot: keeps,
    } as never),
  );
  const [folder, file] = LIBRARY;
  python.FS.unlink(`${folder}/${file}`);
  python.FS.createLazyFile(folder, file, library(core), true, false);
  return python;
}

/**
 * The memory that Python begins with is made as large as what was kept, which is asked for but not
 * done by Pyodide where a module brings its own memory.
 */
async function withRoom<T>(kept: Promise<Uint8Array>, act: () => Promise<T>): Promise<T> {
  const begin = WebAssembly.instantiateStreaming;
  WebAssembly.instantiateStreaming = async (source, imports) => {
    const made = await begin.call(WebAssembly, source, imports);
    const { memory } = made.instance.exports;
    if (memory instanceof WebAssembly.Memory) {
      const lacks = (await kept).length - memory.buffer.byteLength;
      if (lacks > 0) memory.grow(Math.ceil(lacks / PAGE));
    }
    return made;
  };
  try {
    return await act();
  } finally {
    WebAssembly.instantiateStreaming = begin;
  }
}
