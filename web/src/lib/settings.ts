// Small choices that a browser remembers. Where it may not, they hold until the page is left.

const meanwhile = new Map<string, string>();

export function remembered(key: string): string | null {
  const since = meanwhile.get(key); // what could not be stored is newer than what was
  if (since !== undefined) return since;
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

export function remember(key: string, text: string): void {
  try {
    localStorage.setItem(key, text);
    meanwhile.delete(key);
  } catch {
    meanwhile.set(key, text);
  }
}

/** What was remembered as JSON; `none` where nothing was, or nothing sound. */
export function rememberedAs<T>(key: string, none: T, sound: (value: unknown) => value is T): T {
  try {
    const value: unknown = JSON.parse(remembered(key) ?? "null");
    return sound(value) ? value : none;
  } catch {
    return none;
  }
}
