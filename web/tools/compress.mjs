// Compresses what is shipped, once for each content:  node tools/compress.mjs FOLDER
// Beside each file that gains by it lies one in Brotli, and one in gzip for whoever takes no other.
import { createHash } from "node:crypto";
import { copyFileSync, existsSync, mkdirSync, readFileSync, readdirSync } from "node:fs";
import { renameSync, statSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { argv } from "node:process";
import { fileURLToPath } from "node:url";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";

const CACHE = join(dirname(fileURLToPath(import.meta.url)), "../node_modules/.cache/compressed");
const GAINS = /\.(js|mjs|css|svg|json|html|wasm|bin|webmanifest)$|\/core\/[^/]*\.zip$/;
/** Smaller files travel as they are. */
const LEAST = 500;
/** The best quality takes a minute for the largest, and this one seconds. */
const LARGE = 1 << 20;

const brotli = (content) =>
  promisify(brotliCompress)(content, {
    params: {
      [constants.BROTLI_PARAM_QUALITY]: content.length > LARGE ? 9 : 11,
      [constants.BROTLI_PARAM_LGWIN]: constants.BROTLI_MAX_WINDOW_BITS,
      [constants.BROTLI_PARAM_SIZE_HINT]: content.length,
    },
  });
const KINDS = { br: brotli, gz: (content) => promisify(gzip)(content, { level: 6 }) };

function* found(folder) {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* found(path);
    else if (GAINS.test(path)) yield path;
  }
}

async function compress(path) {
  const content = readFileSync(path);
  if (content.length < LEAST) return;
  const key = createHash("sha256").update(content).digest("hex").slice(0, 24);
  for (const [ending, how] of Object.entries(KINDS)) {
    const kept = join(CACHE, `${key}.${ending}`);
    if (!existsSync(kept)) {
      writeFileSync(`${kept}.${process.pid}`, await how(content));
      renameSync(`${kept}.${process.pid}`, kept);
    }
    if (statSync(kept).size < content.length) copyFileSync(kept, `${path}.${ending}`);
  }
}

mkdirSync(CACHE, { recursive: true });
await Promise.all([...found(argv[2])].map(compress));
