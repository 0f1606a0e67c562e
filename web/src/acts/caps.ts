// What stands on the caps of this keyboard: the layout's own letters where the browser tells them
// (Keyboard Map API), and a Mac's signs for the keys that are held.
import { shallowRef } from "vue";

interface KeyboardLayout {
  getLayoutMap(): Promise<ReadonlyMap<string, string>>;
}

const MAC: Record<string, string> = { Ctrl: "⌘", Alt: "⌥", Shift: "⇧", Del: "⌫" };

export const onMac = (platform: string): boolean => /^(Mac|iP)/.test(platform);

/** By the place of the key ("KeyQ"), what its cap says; empty until it is known. */
const layout = shallowRef<ReadonlyMap<string, string>>(new Map());

/** Ask the browser for the layout; where it does not tell, the places are named as on QWERTY. */
export async function readLayout(
  keyboard = (navigator as { keyboard?: KeyboardLayout }).keyboard,
): Promise<void> {
  try {
    if (keyboard) layout.value = await keyboard.getLayoutMap();
  } catch {
    // it may be barred in a frame
  }
}

/** The cap of a letter's or digit's place. */
export function capOf(key: string): string {
  if (!/^[A-Z0-9]$/.test(key)) return key;
  const place = /\d/.test(key) ? `Digit${key}` : `Key${key}`;
  const cap = layout.value.get(place);
  return cap?.length === 1 ? cap.toUpperCase() : key;
}

/** Words that name keys, as this machine's caps have them: "Ctrl Shift" on a Mac "⌘ ⇧". */
export function machineCaps(text: string, platform: string = navigator.platform): string {
  return onMac(platform)
    ? text.replaceAll(/\b(Ctrl|Alt|Shift|Del)\b/g, (key) => MAC[key] ?? key)
    : text;
}
