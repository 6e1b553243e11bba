/** Colours of the design, as `core/layout/tied_numbers.py` has them too; golden vectors hold the two together. */

/** A colour that white letters can be read on. */
export const deep = (colour: string) => (colour === 'ochre' ? 'ochre-deep' : colour)
