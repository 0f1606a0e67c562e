import { execFileSync } from "node:child_process";
import { createHash } from "node:crypto";
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import vue from "@vitejs/plugin-vue";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";
import { sources } from "./tools/core.mjs";

const PYODIDE = "node_modules/pyodide";
const FILES = ["pyodide.asm.mjs", "pyodide.asm.wasm", "python_stdlib.zip", "pyodide-lock.json"];
const FAMILIES = ["node_modules/@fontsource", "node_modules/@fontsource-variable"];
/** WOFF where there is one, which the server reads in a moment; variable fonts are WOFF2 only. */
const FACE = /-(?:(?:400-normal|400-italic|700-normal)\.woff|full-(?:normal|italic)\.woff2)$/;
/** The face of the interface is shipped with its styles. */
const INTERFACE = "hanken-grotesk";
const { version } = JSON.parse(readFileSync(`${PYODIDE}/package.json`, "utf8")) as {
  version: string;
};
const folder = `assets/pyodide-${version}`;
const hash = createHash("sha256")
  .update(JSON.stringify([version, sources()]))
  .digest("hex");
const snapshot = `assets/core-${hash.slice(0, 12)}.bin`;
/** What the page and the server compare: a page that is older than its server is renewed. */
const build = process.env["BUILDUP_BUILD"] ?? "";
/** With `--mode doors` the page has doors for tests; it lies apart from what is shipped. */
const mode = process.argv[process.argv.indexOf("--mode") + 1] === "doors" ? "doors" : "production";
const dist = mode === "doors" ? "dist-doors" : "dist";

/**
 * Ships Pyodide's own files with the application, and the memory of one that has the core imported,
 * under addresses that never change their content.
 */
const shipPyodide: Plugin = {
  name: "ship-pyodide",
  apply: "build",
  writeBundle() {
    mkdirSync(`${dist}/${folder}`, { recursive: true });
    for (const file of FILES) copyFileSync(`${PYODIDE}/${file}`, `${dist}/${folder}/${file}`);
    execFileSync(process.execPath, ["tools/snapshot.mjs", `${dist}/${snapshot}`]);
    writeFileSync(`${dist}/build`, build);
  },
};

/** Ships the faces that words are set in, where the server finds them. */
const shipFaces: Plugin = {
  name: "ship-faces",
  apply: "build",
  writeBundle() {
    mkdirSync(`${dist}/faces`, { recursive: true });
    const families = FAMILIES.flatMap((from) => readdirSync(from).map((name) => `${from}/${name}`));
    for (const family of families.filter((path) => !path.endsWith(INTERFACE))) {
      for (const file of readdirSync(`${family}/files`)) {
        if (FACE.test(file)) copyFileSync(`${family}/files/${file}`, `${dist}/faces/${file}`);
      }
    }
  },
};

export default defineConfig(({ command }) => ({
  plugins: [vue(), shipPyodide, shipFaces],
  define: {
    __BUILD__: JSON.stringify(build),
    __PYODIDE__: JSON.stringify(`/${folder}/`),
    __SNAPSHOT__: JSON.stringify(command === "build" ? `/${snapshot}` : ""),
  },
  worker: { format: "es" },
  optimizeDeps: { exclude: ["pyodide"] },
  // Fonts as files: the policy of the page allows nothing inlined.
  build: { target: "es2022", chunkSizeWarningLimit: 900, assetsInlineLimit: 0, outDir: dist },
  test: {
    coverage: { include: ["src/**"], reporter: ["text-summary"], reportsDirectory: ".coverage" },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
}));
