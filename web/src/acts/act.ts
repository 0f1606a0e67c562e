// What an act is: something that can be done with what is selected now. It stands once, and whatever
// offers it reads it: the action line, the menu at the pointer, Properties, the finder, the keyboard.
import type { Command } from "../api/types";
import type { ActContext } from "./context";

/** A number that an act takes in the finder, as in `rotate 30`. */
export interface ActNumber {
  /** A length is read with units and given in sheet units; the others are plain numbers. */
  unit: "length" | "°" | "%" | "×";
  /** What it would be used for: "Angle". */
  label: string;
  /** Without one nothing is done. */
  required?: boolean;
}

export interface Act {
  readonly id: string;
  /** As an imperative, or a noun where the trade has one. */
  readonly label: string | ((c: ActContext) => string);
  /** What else people of the trade call it, and what they would look for; generic words only. */
  readonly words: string;
  /** Where it lives, from the outside to the inside: "Arrange › Combine". */
  readonly where: string;
  /** Its key as it comes, as `Ctrl+Shift+G`: letters and digits by the place of the key. */
  readonly keys?: string;
  /** Another key that does it, which no hint names. */
  readonly otherKeys?: string;
  /** A picture of 16 × 16, drawn in lines. */
  readonly icon?: string;
  /** The part of the picture that is filled. */
  readonly solid?: string;
  readonly hint?: string;
  /** What is missing for it, as what to do: "Select two items"; null: it can be done. */
  readonly lacks: (c: ActContext) => string | null;
  /** The edit that it is: shown while the pointer is on its button. */
  readonly command?: (c: ActContext, value?: number) => Command;
  /** Shows what it would do, where that is a draft and not one edit. */
  readonly draft?: (c: ActContext, value?: number) => void;
  /** What it does, where that is not (only) that edit. */
  readonly run?: (c: ActContext, value?: number) => unknown;
  readonly number?: ActNumber;
  /** The selected anchors are others afterwards. */
  readonly clearsAnchors?: boolean;
  /** A setting: whether it is on. */
  readonly on?: (c: ActContext) => boolean;
}

type Row = Omit<Act, "id" | "where" | "lacks" | "words"> &
  Partial<Pick<Act, "where" | "lacks" | "words">>;

const nothing = (): null => null;

/** The acts of one place, each by its name. */
export function acts<Id extends string>(
  where: string,
  table: Record<Id, Row>,
): Readonly<Record<Id, Act>> {
  const made = Object.entries<Row>(table).map(([id, row]) => [
    id,
    { id, where, words: "", lacks: nothing, ...row },
  ]);
  return Object.fromEntries(made) as Record<Id, Act>;
}

export const labelOf = (act: Act, c: ActContext): string =>
  typeof act.label === "string" ? act.label : act.label(c);

/** Do it; whether it could be done. What is missing is said. */
export function perform(act: Act, c: ActContext, value?: number): boolean {
  const reason = act.lacks(c);
  if (reason !== null) {
    const what = reason.charAt(0).toLowerCase() + reason.slice(1);
    c.notices.tell(`${labelOf(act, c)}: ${what}.`);
    return false;
  }
  enact(act, c, value);
  return true;
}

/** Do it, for whoever has seen that it can be done. */
export function enact(act: Act, c: ActContext, value?: number): void {
  if (act.run) act.run(c, value);
  else if (act.command) c.edits.commit(act.command(c, value));
  if (act.clearsAnchors) c.selection.anchors = [];
}
