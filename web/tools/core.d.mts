/** Every module of the core: where it lies for Python, and its text. */
export function sources(): [place: string, text: string][];
