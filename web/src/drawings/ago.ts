// When something happened, in words.

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

export function ago(when: string, now: number = Date.now()): string {
  const passed = now - Date.parse(when);
  if (passed < MINUTE) return "just now";
  if (passed < HOUR) return counted(Math.floor(passed / MINUTE), "minute");
  if (passed < DAY) return counted(Math.floor(passed / HOUR), "hour");
  if (passed < 2 * DAY) return "yesterday";
  if (passed < 7 * DAY) return counted(Math.floor(passed / DAY), "day");
  return new Date(when).toLocaleDateString("en", {
    day: "numeric",
    month: "short",
    year: "numeric",
  });
}

const counted = (n: number, what: string): string => `${n} ${what}${n === 1 ? "" : "s"} ago`;
