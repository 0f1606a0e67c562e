// Writes the service worker, which keeps what the page is made of, so that it opens without a
// connection; what it needs of the server it keeps as the server answered last.
import { generateSW } from "workbox-build";

const MOST_ANSWERS = 120;

/**
 * @param {string} dist - the folder that is shipped, complete
 * @param {string} build - which build that is
 * @returns {Promise<void>}
 */
export async function writeServiceWorker(dist, build) {
  const { warnings } = await generateSW({
    swDest: `${dist}/sw.js`,
    globDirectory: dist,
    globPatterns: ["**/*.{html,js,mjs,css,woff2,wasm,bin,json,svg,png,webmanifest,zip}"],
    globIgnores: ["faces/**", "sw.js", "assets/*/stdlib.zip"],
    dontCacheBustURLsMatching: /^assets\//,
    maximumFileSizeToCacheInBytes: 64 << 20,
    cleanupOutdatedCaches: true,
    skipWaiting: true,
    clientsClaim: true,
    inlineWorkboxRuntime: true,
    sourcemap: false,
    directoryIndex: null,
    runtimeCaching: [
      {
        urlPattern: ({ request, url }) =>
          request.mode === "navigate" && !url.pathname.startsWith("/api/"),
        handler: "NetworkOnly",
        options: { precacheFallback: { fallbackURL: "/index.html" } },
      },
      {
        // their address tells their state
        urlPattern: /\/api\/v1\/.*\/(thumbnail\.png|picture\.svg)\?/,
        handler: "CacheFirst",
        options: { cacheName: "pictures", expiration: { maxEntries: MOST_ANSWERS } },
      },
      {
        // of drawings the page keeps its own copies; what is under way now is worth nothing later
        urlPattern:
          /\/api\/v1\/(?!drawings(\?|\/\d+(\/(pages|document|changes|history|progress)|$))|storage|imports)/,
        handler: "NetworkFirst",
        options: { cacheName: `answers-${build}`, expiration: { maxEntries: MOST_ANSWERS } },
      },
    ],
  });
  if (warnings.length > 0) throw new Error(warnings.join("\n"));
}
