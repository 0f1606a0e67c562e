// The tools there are, in the order of the work, with the keys where the left hand lies.

export interface Row {
  name: string;
  label: string;
  key: string;
  icon: string;
}

export interface Group {
  heading: string;
  rows: Row[];
}

export const GROUPS: Group[] = [
  {
    heading: "Select",
    rows: [
      {
        name: "select",
        label: "Select",
        key: "Q",
        icon: "M2 5V2H5M11 2H14V5M14 11V14H11M5 14H2V11M8 5.5V10.5M5.5 8H10.5",
      },
      {
        name: "anchors",
        label: "Anchors",
        key: "W",
        icon: "M2 13C4 8 5 7 8 8S12 8 14 3M5.4 9.6L10.6 6.4",
      },
    ],
  },
  {
    heading: "Draw",
    rows: [
      {
        name: "pen",
        label: "Pen",
        key: "E",
        icon: "M2 14C3 8 6 6 9 6M9 6L12 2.5M7.4 6A1.6 1.6 0 1 0 10.6 6A1.6 1.6 0 1 0 7.4 6",
      },
      {
        name: "flow",
        label: "Flow pen",
        key: "R",
        icon: "M2 11C4 5 6 5 8 8S12 11 14 5M2 11h.01M8 8h.01M14 5h.01",
      },
      {
        name: "freehand",
        label: "Freehand",
        key: "T",
        icon: "M2 10C3 6 5 5.5 5.5 8S7 11.5 8.5 8S11 4.5 11.5 7S12.5 10.5 14 8.5",
      },
      {
        name: "text",
        label: "Text",
        key: "I",
        icon: "M2 13L5.5 4L9 13M3.3 10H7.7M12.5 6.5V13M10.8 6.5H14.2M10.8 13H14.2",
      },
    ],
  },
  {
    heading: "Shapes",
    rows: [
      { name: "line", label: "Line", key: "A", icon: "M3 13L13 3M2 13H4M13 2V4" },
      {
        name: "rectangle",
        label: "Rectangle",
        key: "S",
        icon: "M4.5 3.5H11.5A2.5 2.5 0 0 1 14 6V12.5H2V6A2.5 2.5 0 0 1 4.5 3.5Z",
      },
      {
        name: "ellipse",
        label: "Ellipse",
        key: "D",
        icon: "M2 8A6 5 0 1 0 14 8A6 5 0 1 0 2 8Z",
      },
      { name: "polygon", label: "Polygon", key: "F", icon: "M8 2L13.7 6.1L11.5 12.9H4.5L2.3 6.1Z" },
      {
        name: "star",
        label: "Star",
        key: "G",
        icon: "M8 1.8L9.6 6.3L14.2 6.4L10.5 9.3L11.8 13.8L8 11.1L4.2 13.8L5.5 9.3L1.8 6.4L6.4 6.3Z",
      },
    ],
  },
  {
    heading: "Edit",
    rows: [
      {
        name: "corners",
        label: "Corners",
        key: "Z",
        icon: "M2.5 14V8A5.5 5.5 0 0 1 8 2.5H14M2.5 4V2.5H4",
      },
      {
        name: "cut",
        label: "Cut",
        key: "X",
        icon: "M2 14L14 2M3 6.5V3H6.5M13 9.5V13H9.5",
      },
      {
        name: "sample",
        label: "Sample colour",
        key: "C",
        icon: "M2 14L3 10.5L9 4.5L11.5 7L5.5 13ZM8 3.5L12.5 8M10.5 5.5L12.5 3.5A1.2 1.2 0 0 0 10.8 1.8L8.8 3.8",
      },
      {
        name: "symmetry",
        label: "Symmetry",
        key: "Y",
        icon: "M8 1.5V4M8 6.5V9.5M8 12V14.5M5.5 4.5C2.5 5 1.5 9 3 12L5.5 10.5M10.5 4.5C13.5 5 14.5 9 13 12L10.5 10.5",
      },
      {
        name: "sweep",
        label: "Sweep",
        key: "B",
        icon: "M1.5 5.5A4 4 0 1 1 9.5 5.5A4 4 0 1 1 1.5 5.5M6.5 10.5A4 4 0 1 0 14.5 10.5A4 4 0 1 0 6.5 10.5M3 14L13 2.5",
      },
      {
        name: "brush",
        label: "Smooth brush",
        key: "O",
        icon: "M1.5 12C3 9 4 13 5.5 10.5S7.5 9 14.5 8M6 5A3 3 0 1 0 12 5A3 3 0 1 0 6 5M9 1.2V2M9 8V8.8",
      },
    ],
  },
  {
    heading: "Sheet",
    rows: [
      { name: "guide", label: "Guide", key: "H", icon: "M2 8H14M5 2V14M9 6L11 8L9 10" },
      {
        name: "reference",
        label: "Reference",
        key: "U",
        icon: "M2 3.5H14V12.5H2ZM3 11L6.5 7.5L9 10L11 8L13.5 10.5M10.4 6A1 1 0 1 0 10.5 6",
      },
    ],
  },
];

export const ROWS: Row[] = GROUPS.flatMap((g) => g.rows);
