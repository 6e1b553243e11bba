"""Golden vectors: what the core says of cue sheets and shapes, as files that unittest and vitest both read.

`./run vectors` makes the files anew. A rule of the core that changes changes them, and the browser's twins of these
rules are held to them.
"""
