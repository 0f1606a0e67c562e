// The core in Pyodide under Node: a question a line in, a reply a line out. Used by tests.
import { createInterface } from "node:readline";
import { loadPyodide } from "pyodide";
import { takeIn } from "./core.mjs";

const python = await loadPyodide();
takeIn(python);
const ask = python.runPython("Session().ask");
for await (const line of createInterface({ input: process.stdin })) {
  console.log(ask(line));
}
