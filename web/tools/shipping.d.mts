/** What a browser gets of Python and of the core. */
export function shipped(): Promise<{
  /** What the page is told; `ShippedCore` in `src/core/shipped.ts`. */
  core: object;
  /** Under which addresses which files are served. */
  files: [address: string, path: string][];
}>;
