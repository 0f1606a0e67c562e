// What a part of an assembly does to those below it, in words.
import type { Role } from "../api/types";

interface Doing {
  value: Role;
  /** Of one part. */
  label: string;
  /** The same as a sign on a card of the Stack. */
  sign: string;
  /** What comes of it when all do so: the trade's name. */
  operation: string;
  hint: string;
}

export const ROLES: readonly Doing[] = [
  {
    value: "union",
    label: "adds",
    sign: "+",
    operation: "Union",
    hint: "One shape of all; the parts stay editable",
  },
  {
    value: "difference",
    label: "cuts out",
    sign: "−",
    operation: "Difference",
    hint: "The backmost without what lies in front; the parts stay editable",
  },
  {
    value: "intersection",
    label: "keeps overlap",
    sign: "∩",
    operation: "Intersection",
    hint: "Only what all have in common; the parts stay editable",
  },
  {
    value: "exclusion",
    label: "drops overlap",
    sign: "×",
    operation: "Symmetric difference",
    hint: "Everything but the overlaps; the parts stay editable",
  },
];
