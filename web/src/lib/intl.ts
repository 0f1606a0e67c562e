// Numbers, plurals and times as British English writes them, by the browser's own rules.

const LOCALE = "en-GB";
const plurals = new Intl.PluralRules(LOCALE);
const since = new Intl.RelativeTimeFormat(LOCALE, { numeric: "auto" });
const clock = new Intl.DateTimeFormat(LOCALE, { hour: "2-digit", minute: "2-digit" });
const day = new Intl.DateTimeFormat(LOCALE, { day: "numeric", month: "short", year: "numeric" });
const formats = new Map<string, Intl.NumberFormat>();

function format(options: Intl.NumberFormatOptions): Intl.NumberFormat {
  const key = JSON.stringify(options);
  let found = formats.get(key);
  if (!found) formats.set(key, (found = new Intl.NumberFormat(LOCALE, options)));
  return found;
}

/** A number for reading: at most some decimals, its thousands set apart. */
export const number = (value: number, decimals = 0): string =>
  format({ maximumFractionDigits: decimals }).format(value);

/** A number for a field: at most some decimals, nothing set apart, a true minus, no −0. */
export function plain(value: number, decimals: number): string {
  const text = format({ maximumFractionDigits: decimals, useGrouping: false }).format(value);
  return (text === "-0" ? "0" : text).replace("-", "−");
}

/** The form of a word or a phrase that goes with a count. */
export const plural = (count: number, one: string, many: string): string =>
  plurals.select(count) === "one" ? one : many;

/** A count with its noun: "1 item", "1,200 items". */
export const counted = (count: number, one: string, many = `${one}s`): string =>
  `${number(count)} ${plural(count, one, many)}`;

/** A word or phrase with a capital. */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** A file's size in decimal units. */
export function fileSize(bytes: number): string {
  if (bytes < 1_000) return counted(bytes, "byte");
  if (bytes < 1_000_000) return `${number(bytes / 1_000, bytes < 10_000 ? 1 : 0)} kB`;
  return `${number(bytes / 1_000_000, 1)} MB`;
}

export const timeOfDay = (when: Date): string => clock.format(when);

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

/** How long ago something happened; after a week, its date. */
export function ago(when: string, now: number = Date.now()): string {
  const passed = now - Date.parse(when);
  if (passed < MINUTE) return "just now";
  if (passed < HOUR) return since.format(-Math.floor(passed / MINUTE), "minute");
  if (passed < DAY) return since.format(-Math.floor(passed / HOUR), "hour");
  if (passed < 7 * DAY) return since.format(-Math.floor(passed / DAY), "day");
  return day.format(new Date(when));
}
