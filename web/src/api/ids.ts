// Ids of commands and items, made here so that sending a command twice applies it once.

const BYTES = 12;

/** 24 hexadecimal digits; pages of plain http have no `crypto.randomUUID`. */
export function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(BYTES));
  return [...bytes].map((b) => b.toString(16).padStart(2, "0")).join("");
}
