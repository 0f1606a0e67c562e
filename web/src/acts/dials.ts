// The dials of the selected shapes as acts that take a number: "teeth 18", "corner radius 4 mm".
import type { DialFacts } from "../api/types";
import { acts, type Act, type ActNumber } from "./act";
import type { ActContext } from "./context";

const UNITS: Record<DialFacts["unit"], ActNumber["unit"] | null> = {
  length: "length",
  percent: "%",
  angle: "°",
  count: "×",
  number: "×",
  choice: null,
};

/** One for each dial that can be typed; none without a selected shape. */
export function dialActs(c: ActContext): Act[] {
  return c.selection.marks.dials.flatMap((reading) => {
    const facts = c.catalogue.dial(reading.shape, reading.dial);
    const unit = facts && UNITS[facts.unit];
    if (!facts || !unit) return [];
    const table = acts("Form › Dials", {
      [`dial_${facts.name}`]: {
        label: facts.label,
        words: "dial parameter",
        number: { unit, label: facts.label, required: true },
        command: (at: ActContext, value?: number) => ({
          kind: "set_dial" as const,
          items: at.selection.selected,
          dial: facts.name,
          value: value ?? facts.default,
        }),
      },
    });
    return Object.values(table);
  });
}
