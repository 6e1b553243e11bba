"""How words sound: pronunciations and syllables.

In: a word as it is said (lower case). Out: its sounds, as ARPABET symbols without stress, and
how many syllables they make.
"""
