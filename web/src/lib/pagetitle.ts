// What the window is called: the page, then the program.

const PROGRAM = "Build Up Curve";

export function entitle(page: string): void {
  document.title = page === "" ? PROGRAM : `${page} – ${PROGRAM}`;
}
