// Files that the browser saves where it keeps what was loaded.

/** Milliseconds that a file is held, so that saving can begin. */
const HELD = 60_000;

export function saved(name: string, data: BlobPart, type?: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([data], type === undefined ? {} : { type }));
  link.download = name.replace(/[\\/:*?"<>|]/g, "-");
  document.body.append(link); // some browsers save nothing from a link that is nowhere
  link.click();
  link.remove();
  setTimeout(() => URL.revokeObjectURL(link.href), HELD);
}
