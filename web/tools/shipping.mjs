// What a browser gets of Python and of the core, made once and kept until something of it changes:
// Python itself with the memory it begins with, which no change of the core touches, and the core's
// modules as small packs, each under an address that tells what is in it.
import { createHash } from "node:crypto";
import { copyFileSync, existsSync, mkdirSync, readFileSync, readdirSync } from "node:fs";
import { renameSync, rmSync, statSync, writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";
import { loadPyodide } from "pyodide";
import { sources, writeSources } from "./core.mjs";

const TOOLS = dirname(fileURLToPath(import.meta.url));
const PYODIDE = join(TOOLS, "../node_modules/pyodide");
const CACHE = join(TOOLS, "../node_modules/.cache/core");
const PACKING = readFileSync(join(TOOLS, "packing.py"), "utf8");
const RECIPE = [PACKING, readFileSync(fileURLToPath(import.meta.url), "utf8")];
const { version } = JSON.parse(readFileSync(join(PYODIDE, "package.json"), "utf8"));

/** What Python gets for a library at first: all that the core imports is in its memory. */
const EMPTY_ZIP = Buffer.from("UEsFBgAAAAAAAAAAAAAAAAAAAAAAAA==", "base64");

/** Which packages Python may load: none. */
const LOCK = "pyodide-lock.json";

const keyOf = (...of) =>
  createHash("sha256")
    .update(JSON.stringify([version, RECIPE, ...of]))
    .digest("hex")
    .slice(0, 12);

/** A folder that is made once under its name; a half made one is never taken for it. */
async function once(name, make) {
  const folder = join(CACHE, name);
  if (existsSync(folder)) return folder;
  const draft = `${folder}.${process.pid}`;
  rmSync(draft, { recursive: true, force: true });
  mkdirSync(draft, { recursive: true });
  await make(draft);
  rmSync(folder, { recursive: true, force: true });
  renameSync(draft, folder);
  return folder;
}

/** Copies a folder out of Pyodide's file system. */
function copyOut(python, from, to) {
  for (const name of python.FS.readdir(from).filter((n) => !n.startsWith("."))) {
    writeFileSync(join(to, name), python.FS.readFile(`${from}/${name}`));
  }
}

const packLibrary = () =>
  once(`library-${keyOf()}`, async (folder) => {
    const python = await loadPyodide();
    python.FS.writeFile("/given.zip", readFileSync(join(PYODIDE, "python_stdlib.zip")));
    python.runPython(`${PACKING}\npack_library("/given.zip", "/stdlib.zip")`);
    writeFileSync(join(folder, "stdlib.zip"), python.FS.readFile("/stdlib.zip"));
  });

const packCore = (stdLibURL) =>
  once(`packs-${keyOf(sources())}`, async (folder) => {
    const python = await loadPyodide({ stdLibURL });
    writeSources(python);
    const made = python.runPython(`${PACKING}\npack_core("/core/buildup", "/packs")`).toJs({
      dict_converter: Object.fromEntries,
    });
    copyOut(python, "/packs", folder);
    writeFileSync(join(folder, "made.json"), JSON.stringify(made));
  });

/** The memory of a Python that has started and imported what the core wants of its library. */
const keepMemory = (stdLibURL, library) =>
  once(`python-${keyOf(library)}`, async (folder) => {
    const python = await loadPyodide({ stdLibURL, _makeSnapshot: true });
    python.runPython(`import gc, ${library.join(", ")}\ngc.collect()`);
    clearFree(python._module);
    writeFileSync(join(folder, "memory.bin"), python.makeMemorySnapshot());
    for (const name of ["pyodide.asm.mjs", "pyodide.asm.wasm"]) {
      copyFileSync(join(PYODIDE, name), join(folder, name));
    }
    copyFileSync(stdLibURL, join(folder, "stdlib.zip"));
    writeFileSync(join(folder, "empty.zip"), EMPTY_ZIP);
    const { info } = JSON.parse(readFileSync(join(PYODIDE, LOCK), "utf8"));
    writeFileSync(join(folder, LOCK), JSON.stringify({ info, packages: {} }));
  });

/** Fills memory that is free again with zeros, which take no room when they travel. */
function clearFree(module) {
  const end = module.HEAPU8.length;
  const held = [];
  for (let size = 1 << 18; size >= 16; size >>= 1) {
    for (;;) {
      const place = module._malloc(size);
      held.push(place);
      if (place + size > end) break;
      module.HEAPU8.fill(0, place, place + size);
    }
  }
  for (const place of held) module._free(place);
}

/** The core's folders as their packs are called, each with the sources in it. */
function bySources() {
  const folders = {};
  for (const [place, text] of sources()) {
    const pack = place.split("/").slice(2, -1).slice(0, 3).join("-");
    (folders[pack] ??= []).push([place, text]);
  }
  return folders;
}

/**
 * What is shipped.
 * @returns {Promise<{core: object, files: [address: string, path: string][]}>}
 */
export async function shipped() {
  const stdlib = join(await packLibrary(), "stdlib.zip");
  const packs = await packCore(resolve(stdlib));
  const made = JSON.parse(readFileSync(join(packs, "made.json"), "utf8"));
  const python = await keepMemory(resolve(stdlib), made.library);
  const folder = `/assets/${python.split("/").at(-1)}/`;
  const files = readdirSync(python).map((name) => [folder + name, join(python, name)]);
  const texts = bySources();
  const modules = made.packs.map((pack) => {
    const address = `/assets/core/${pack}-${keyOf(texts[pack])}.zip`;
    files.push([address, join(packs, `${pack}.zip`)]);
    return address;
  });
  const size = (address) => statSync(files.find(([a]) => a === address)[1]).size;
  const bytes = [`${folder}memory.bin`, ...modules].reduce((sum, a) => sum + size(a), 0);
  return { core: { python: folder, modules, bytes, key: keyOf(made, texts) }, files };
}
