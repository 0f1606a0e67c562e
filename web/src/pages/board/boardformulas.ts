// What typed fields ask of the drawing that is open, whichever that is.
import type { Formulas } from "../../fields/formulas";
import { useFormulas } from "../../stores/measuring/formulas";

export const boardFormulas = (): Formulas => ({
  get unit() {
    return useFormulas().unit;
  },
  bound: (targets) => useFormulas().bound(targets),
  follow: (targets, formula, unit) => useFormulas().follow(targets, formula, unit),
  define: (targets, name, formula, unit) => useFormulas().define(targets, name, formula, unit),
  value: (formula, unit, field) => useFormulas().value(formula, unit, field),
  words: () => useFormulas().words(),
});
