// Asking for a file of this machine.

/** Files that can be taken in as forms. */
export const FORM_FILES = ".svg,image/svg+xml,.dxf,.pdf,application/pdf,.ttf,.otf,.woff,.woff2";
/** Files of pictures. */
export const PICTURES = "image/png,image/jpeg,image/webp";
/** Files of fonts. */
export const FONT_FILES = ".ttf,.otf,.woff,.woff2";

export const isFont = (file: File): boolean => /\.(ttf|otf|woff2?)$/i.test(file.name);

export const isPicture = (file: File): boolean => /^image\/(?!svg|vnd)/.test(file.type);

/** Let the designer choose files; `taken` is called with them, if any are. */
export function askForFiles(accept: string, taken: (files: File[]) => void): void {
  const input = document.createElement("input");
  input.type = "file";
  input.accept = accept;
  input.multiple = true;
  input.addEventListener("change", () => taken([...(input.files ?? [])]));
  input.click();
}
