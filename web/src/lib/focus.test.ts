// @vitest-environment jsdom
import { afterEach, expect, test } from "vitest";
import { isTaken, isTyped } from "./focus";

const HTML = `
  <input id="field" /><textarea id="text"></textarea><div id="own" contenteditable></div>
  <div role="dialog"><b id="dialog"></b></div><ul role="listbox"><li id="option"></li></ul>
  <a id="link" href="/"></a><button id="button"></button><details><summary id="fold"></summary></details>
  <span id="slider" role="slider"></span><span id="combo" role="combobox"></span>
  <span id="tab" role="tab"></span><span role="radiogroup"><i id="radio" role="radio"></i></span>
  <svg id="canvas"></svg>`;
const ALL = ["a", "s", "Tab", "Enter", " ", "ArrowLeft", "Home", "Delete", "Escape", "7"];

function taken(id: string, key: string, more: KeyboardEventInit = {}): boolean {
  document.body.innerHTML = HTML;
  let found = false;
  const look = (event: KeyboardEvent): void => void (found = isTaken(event));
  window.addEventListener("keydown", look);
  const event = new KeyboardEvent("keydown", { key, bubbles: true, cancelable: true, ...more });
  document.getElementById(id)?.dispatchEvent(event);
  window.removeEventListener("keydown", look);
  return found;
}
const keys = (id: string): string[] => ALL.filter((key) => taken(id, key));

afterEach(() => (document.body.innerHTML = ""));

test.each(["field", "text", "own", "dialog", "option"])("%s takes every key", (id) => {
  expect(keys(id)).toEqual(ALL);
  expect(taken(id, "z", { ctrlKey: true })).toBe(true);
});

test.each([
  ["canvas", []],
  ["button", ["Tab", "Enter", " "]],
  ["link", ["Tab", "Enter", " "]],
  ["fold", ["Tab", "Enter", " "]],
  ["slider", ["Tab", "Enter", " ", "ArrowLeft", "Home"]],
  ["tab", ["Tab", "Enter", " ", "ArrowLeft", "Home"]],
  ["radio", ["Tab", "Enter", " ", "ArrowLeft", "Home"]],
  ["combo", ["a", "s", "Tab", "Enter", " ", "ArrowLeft", "Home", "7"]],
])("%s has keys of its own, the others are the drawing's", (id, own) => {
  expect(keys(id)).toEqual(own);
  expect(taken(id, "z", { ctrlKey: true })).toBe(false);
});

test("a key that somebody has dealt with is taken", () => {
  document.body.innerHTML = HTML;
  const event = new KeyboardEvent("keydown", { key: "a", cancelable: true });
  expect(isTaken(event)).toBe(false);
  event.preventDefault();
  expect(isTaken(event)).toBe(true);
  expect(isTyped(event)).toBe(false);
});
