/** How wide a line is for the pointer, in screen pixels. */
export const HIT_WIDTH = 12;
