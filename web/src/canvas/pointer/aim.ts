/** An event that says that somebody is about to ask what lies under a place of the window. */
export const AIM = "aim-at-place";
