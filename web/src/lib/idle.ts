// What has time, and what this device would rather not load.

/**
 * Do something when the page has time for it; not every browser says when that is.
 * @param latest - milliseconds after which it is done in any case
 */
export function whenIdle(act: () => void, latest = 2000): void {
  if ("requestIdleCallback" in window) window.requestIdleCallback(act, { timeout: latest });
  else setTimeout(act, latest / 4);
}

/** What a browser says of its connection and its memory, where it does. */
interface Device {
  connection?: { saveData?: boolean };
  /** In gigabytes, rounded down to a power of two. */
  deviceMemory?: number;
}

const SMALL_MEMORY = 1;

/** Whether nothing large is to be loaded unasked: the device saves data, or has little memory. */
export function isSparing(device: Device = navigator as Device): boolean {
  return device.connection?.saveData === true || (device.deviceMemory ?? 8) <= SMALL_MEMORY;
}
