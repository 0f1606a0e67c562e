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
    value: "joins",
    label: "joins",
    sign: "+",
    operation: "Union",
    hint: "All of them as one form; they stay as they are in it",
  },
  {
    value: "cuts",
    label: "cuts",
    sign: "−",
    operation: "Difference",
    hint: "The backmost without what lies in front of it; all stay as they are in it",
  },
  {
    value: "keeps",
    label: "keeps what is common",
    sign: "∩",
    operation: "Intersection",
    hint: "Only what all of them have in common; they stay as they are in it",
  },
  {
    value: "inverts",
    label: "leaves out what is common",
    sign: "×",
    operation: "Symmetric difference",
    hint: "Where they lie on each other it is empty; they stay as they are in it",
  },
];
