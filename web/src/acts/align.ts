// Items aligned and distributed: Arrange › Align and distribute.
import type { Edge } from "../api/types";
import { acts } from "./act";
import type { ActContext } from "./context";
import { framed, severalItems } from "./needs";

const align = (edge: Edge) => ({
  lacks: framed,
  command: (c: ActContext) => c.aligning.align(edge),
});
const space = (axis: "across" | "down", by: "gaps" | "centres") => ({
  lacks: severalItems,
  hint: by === "gaps" ? "Equal gaps between the items" : "Equal spacing from centre to centre",
  command: (c: ActContext) => c.aligning.space(axis, by),
});

export const ALIGN = acts("Arrange › Align and distribute", {
  align_left: {
    label: "Align left",
    words: "line up edges",
    icon: "M2.5 2V14M5 4H13V7H5ZM5 9.5H10V12.5H5Z",
    ...align("left"),
  },
  align_centre: {
    label: "Align centres",
    words: "line up middle horizontal centered",
    keys: "Shift+C",
    icon: "M8 2V3.5M8 7.5V9M8 13V14M3.5 3.5H12.5V7.5H3.5ZM5.5 9H10.5V13H5.5Z",
    ...align("centre"),
  },
  align_right: {
    label: "Align right",
    words: "line up edges",
    icon: "M13.5 2V14M3 4H11V7H3ZM6 9.5H11V12.5H6Z",
    ...align("right"),
  },
  align_top: {
    label: "Align top",
    words: "line up edges",
    icon: "M2 2.5H14M4 5H7V13H4ZM9.5 5H12.5V10H9.5Z",
    ...align("top"),
  },
  align_middle: {
    label: "Align middles",
    words: "line up centre vertical",
    keys: "Shift+Z",
    icon: "M2 8H3.5M7.5 8H9M13 8H14M3.5 3.5H7.5V12.5H3.5ZM9 5.5H13V10.5H9Z",
    ...align("middle"),
  },
  align_bottom: {
    label: "Align bottom",
    words: "line up edges",
    icon: "M2 13.5H14M4 3H7V11H4ZM9.5 6H12.5V11H9.5Z",
    ...align("bottom"),
  },
  distribute_horizontally: {
    label: "Distribute horizontally",
    words: "equal gaps space evenly between",
    icon: "M3 3V13M13 3V13M6.5 5.5H9.5V10.5H6.5Z",
    ...space("across", "gaps"),
  },
  distribute_vertically: {
    label: "Distribute vertically",
    words: "equal gaps space evenly between",
    icon: "M3 3H13M3 13H13M5.5 6.5H10.5V9.5H5.5Z",
    ...space("down", "gaps"),
  },
  space_centres_horizontally: {
    label: "Space centres horizontally",
    words: "equal spacing distribute evenly",
    ...space("across", "centres"),
  },
  space_centres_vertically: {
    label: "Space centres vertically",
    words: "equal spacing distribute evenly",
    ...space("down", "centres"),
  },
});
