// Ids of commands and items, made here so that sending a command twice applies it once.

export function newId(): string {
  return crypto.randomUUID().replaceAll("-", "").slice(0, 24);
}
