import {
  copyFileSync,
  createReadStream,
  mkdirSync,
  readdirSync,
  readFileSync,
  writeFileSync,
} from "node:fs";
import { dirname } from "node:path";
import vue from "@vitejs/plugin-vue";
import type { Plugin } from "vite";
import { defineConfig } from "vitest/config";
import { writeServiceWorker } from "./tools/offline.mjs";
import { shipped } from "./tools/shipping.mjs";

const FAMILIES = ["node_modules/@fontsource", "node_modules/@fontsource-variable"];
/** WOFF where there is one, which the server reads in a moment; variable fonts are WOFF2 only. */
const FACE = /-(?:(?:400-normal|400-italic|700-normal)\.woff|full-(?:normal|italic)\.woff2)$/;
/** The face of the interface is shipped with its styles. */
const INTERFACE = "hanken-grotesk";
/** What the page and the server compare: a page that is older than its server is renewed. */
const build = process.env["BUILDUP_BUILD"] ?? "";
/** With `--mode doors` the page has doors for tests; it lies apart from what is shipped. */
const mode = process.argv[process.argv.indexOf("--mode") + 1] === "doors" ? "doors" : "production";
const dist = mode === "doors" ? "dist-doors" : "dist";

/**
 * Ships Python and the core's modules, and tells the page where they lie: in its document, so that
 * a change of the core changes none of its scripts.
 */
const shipCore = (): Plugin => {
  let made: ReturnType<typeof shipped> | undefined;
  const ship = (): ReturnType<typeof shipped> => (made ??= shipped());
  return {
    name: "ship-core",
    async writeBundle() {
      for (const [address, path] of (await ship()).files) {
        mkdirSync(dirname(dist + address), { recursive: true });
        copyFileSync(path, dist + address);
      }
      writeFileSync(`${dist}/build`, build);
    },
    async configureServer(server) {
      const files = new Map((await ship()).files);
      server.middlewares.use((request, response, next) => {
        const path = files.get(request.url ?? "");
        if (!path) return next();
        if (path.endsWith(".wasm")) response.setHeader("Content-Type", "application/wasm");
        if (path.endsWith(".mjs")) response.setHeader("Content-Type", "text/javascript");
        createReadStream(path).pipe(response);
      });
    },
    async transformIndexHtml() {
      const { core } = await ship();
      const children = JSON.stringify({ build, core });
      return [{ tag: "script", attrs: { type: "application/json", id: "shipped" }, children }];
    },
  };
};

/** Ships what opens the page without a connection: a list of all that was shipped before it. */
const shipOffline: Plugin = {
  name: "ship-offline",
  apply: "build",
  enforce: "post",
  closeBundle: () => writeServiceWorker(dist, build),
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

/** Tests that replace modules have a world of their own; the others share one, which is quicker. */
const sources = process.env["VITEST"]
  ? readdirSync("src", { recursive: true, encoding: "utf8" })
  : [];
const tests = sources.filter((file) => file.endsWith(".test.ts")).map((file) => `src/${file}`);
const apart = tests.filter((file) => readFileSync(file, "utf8").includes("vi.mock("));
const together = tests.filter((file) => !apart.includes(file));

export default defineConfig({
  plugins: [vue(), process.env["VITEST"] ? [] : shipCore(), shipFaces, shipOffline],
  worker: { format: "es" },
  optimizeDeps: { exclude: ["pyodide"] },
  // Fonts as files: the policy of the page allows nothing inlined.
  build: { target: "es2022", chunkSizeWarningLimit: 900, assetsInlineLimit: 0, outDir: dist },
  test: {
    projects: [
      {
        extends: true,
        test: { name: "together", include: together, isolate: false, pool: "threads" },
      },
      { extends: true, test: { name: "apart", include: apart, pool: "threads" } },
    ],
    coverage: { include: ["src/**"], reporter: ["text-summary"], reportsDirectory: ".coverage" },
  },
  server: { proxy: { "/api": "http://127.0.0.1:8000" } },
});
