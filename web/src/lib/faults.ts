// What nobody has foreseen: it is said once, with what is safe and a way on, and goes to the console.
import type { App } from "vue";
import { ApiError } from "../api/client";

type Say = (sentence: string, action?: { label: string; run: () => void }) => void;

const SENTENCE =
  "Something went wrong in this page. What was saved is safe, and unsaved edits are stored " +
  "in this browser. Reload the page; if it happens again, send us the browser's console messages.";

let say: Say | null = null;
let reported = false;
let listening = false;

/** Tell of an error that nobody has dealt with; what the server could not do has its own sentence. */
export function fault(problem: unknown): void {
  if (problem instanceof ApiError) {
    say?.(problem.message);
    return;
  }
  console.error("Unforeseen:", problem);
  if (reported) return;
  reported = say !== null;
  say?.(SENTENCE, { label: "Reload", run: () => window.location.reload() });
}

/** From here on all errors of the page that nobody deals with are told. */
export function watchFaults(app: App, tell: Say): void {
  [say, reported] = [tell, false];
  app.config.errorHandler = fault;
  if (listening) return;
  listening = true;
  window.addEventListener("unhandledrejection", (event) => fault(event.reason));
  window.addEventListener("error", (event) => {
    if (event.error) fault(event.error);
  });
}
