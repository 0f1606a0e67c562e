// Files that the browser saves where it keeps what was loaded.

/** Milliseconds that a file is held, so that saving can begin. */
const HELD = 1000;

export function saved(name: string, data: BlobPart, type?: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([data], type === undefined ? {} : { type }));
  link.download = name.replace(/[\\/:*?"<>|]/g, "-");
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), HELD);
}
