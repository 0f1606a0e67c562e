// What this page was shipped with, as its document says: which build it is, and where Python and the
// core's modules lie. It stands there and not in the scripts, which a change of the core leaves alone.

export interface ShippedCore {
  /** The folder of Pyodide's files and of the memory that its Python begins with. */
  python: string;
  /** The core's modules, a zip of bytecode for each of their folders. */
  modules: string[];
  /** How much memory and modules are, unpacked. */
  bytes: number;
  /** What a memory with just this core in it is kept under. */
  key: string;
}

/** What the page and the server compare: a page that is older than its server is renewed. */
export interface Shipped {
  build: string;
  core: ShippedCore | null;
}

export const SHIPPED = "shipped";

export function shipped(): Shipped {
  const text = document.getElementById(SHIPPED)?.textContent;
  return text ? (JSON.parse(text) as Shipped) : { build: "", core: null };
}
