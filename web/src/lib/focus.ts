// Whose key it is: one that a control has the focus for is not the drawing's as well.

/** What takes every key: one types in it, or it lies over the page. */
const TYPING =
  "input, textarea, select, [contenteditable], [role=dialog], [role=alertdialog], " +
  "[role=listbox], [role^=menu]";
/** What has keys of its own. */
const CONTROL =
  "a[href], button, summary, [role=slider], [role=combobox], [role=spinbutton], [role=radio], " +
  "[role=radiogroup], [role=tab], [role=option], [role=switch], [role=checkbox], [role=button]";
/** What is turned or gone through by arrows. */
const STEPPED =
  "[role=slider], [role=combobox], [role=spinbutton], [role=radio], [role=radiogroup], [role=tab], " +
  "[role=option]";
const FOUND_BY_LETTERS = "[role=combobox], [role=option]";
const PRESSES = new Set(["Enter", " ", "Tab"]);
const STEPS = new Set([
  "ArrowUp",
  "ArrowDown",
  "ArrowLeft",
  "ArrowRight",
  "Home",
  "End",
  "PageUp",
  "PageDown",
]);

const within = (event: Event, what: string): boolean =>
  event.target instanceof Element && event.target.closest(what) !== null;

/** Whether something is typed, or the keys go to a dialog or a menu. */
export const isTyped = (event: Event): boolean => within(event, TYPING);

/** Whether a key belongs to the control that has the focus, or somebody has dealt with it. */
export function isTaken(event: KeyboardEvent): boolean {
  if (event.defaultPrevented || isTyped(event)) return true;
  if (event.ctrlKey || event.metaKey) return false;
  if (PRESSES.has(event.key) && within(event, CONTROL)) return true;
  if (STEPS.has(event.key) && within(event, STEPPED)) return true;
  return event.key.length === 1 && !event.altKey && within(event, FOUND_BY_LETTERS);
}
