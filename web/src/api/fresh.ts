/** Milliseconds in which what was asked for ahead need not be asked for again. */
export const JUST_ASKED = 2000
