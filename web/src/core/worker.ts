// The Python core in a web worker: Pyodide runs the same package as the server.
import { pythonWithCore } from "./python";
import type { ShippedCore } from "./shipped";

/** The first message: what to start from. */
export interface Start {
  core: ShippedCore;
}

export interface Question {
  id: number;
  text: string;
}

/** `text` is what the core answered; without it the core stumbled, and somebody else may know. */
export interface Reply {
  id: number;
  text: string | null;
}

/** What a worker says of itself: how much has come, that it answers, that it is dead. */
export type State = { share: number } | "ready" | { failed: string };

type Ask = (text: string) => string;

const say = (message: State | Reply): void => postMessage(message);

async function start({ core }: Start): Promise<Ask> {
  const python = await pythonWithCore(core, (share) => say({ share }));
  return python.runPython("from buildup.session import Session\nSession().ask") as Ask;
}

/** An error of Python leaves Python as it was; anything else leaves a dead one. */
const isFatal = (problem: unknown): boolean =>
  !(problem instanceof Error && problem.name === "PythonError");

let begun: Promise<Ask> | undefined;

function begin(from: Start): void {
  begun = start(from);
  begun.then(
    () => say("ready"),
    (problem: unknown) => say({ failed: String(problem) }),
  );
}

onmessage = async (event: MessageEvent<Start | Question>) => {
  if ("core" in event.data) return begin(event.data);
  const ask = await begun;
  const reply: Reply = { id: event.data.id, text: null };
  try {
    reply.text = ask?.(event.data.text) ?? null;
  } catch (problem) {
    console.warn("The core stumbled:", String(problem).slice(-400));
    if (isFatal(problem)) return say({ failed: String(problem) });
  }
  say(reply);
};
