/** Pixels that a peg stands off along its way, so that a dial at 0 leaves the corner's mark free. */
export const PEG_OFF = 18;
