import { copyFileSync, mkdirSync, readFileSync } from "node:fs";
import vue from "@vitejs/plugin-vue";
import { defineConfig, type Plugin } from "vite";

const PYODIDE = "node_modules/pyodide";
const FILES = ["pyodide.asm.mjs", "pyodide.asm.wasm", "python_stdlib.zip", "pyodide-lock.json"];
const { version } = JSON.parse(readFileSync(`${PYODIDE}/package.json`, "utf8")) as {
  version: string;
};
const folder = `assets/pyodide-${version}`;

/** Ships Pyodide's own files with the application, under an address that never changes its content. */
const shipPyodide: Plugin = {
  name: "ship-pyodide",
  apply: "build",
  writeBundle() {
    mkdirSync(`dist/${folder}`, { recursive: true });
    for (const file of FILES) copyFileSync(`${PYODIDE}/${file}`, `dist/${folder}/${file}`);
  },
};

export default defineConfig({
  plugins: [vue(), shipPyodide],
  define: { __PYODIDE__: JSON.stringify(`/${folder}/`) },
  worker: { format: "es" },
  optimizeDeps: { exclude: ["pyodide"] },
  // Fonts as files: the policy of the page allows nothing inlined.
  build: { target: "es2022", chunkSizeWarningLimit: 900, assetsInlineLimit: 0 },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
});
