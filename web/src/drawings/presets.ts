// Sheet sizes to start from.

export interface SheetPreset {
  label: string;
  width: string;
  height: string;
  unit: string;
}

export const SHEET_PRESETS: SheetPreset[] = [
  { label: "A4", width: "210", height: "297", unit: "mm" },
  { label: "A3", width: "297", height: "420", unit: "mm" },
  { label: "A5", width: "148", height: "210", unit: "mm" },
  { label: "Letter", width: "8.5", height: "11", unit: "in" },
  { label: "Square", width: "200", height: "200", unit: "mm" },
  { label: "Icon", width: "64", height: "64", unit: "px" },
];
