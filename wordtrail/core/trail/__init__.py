"""The trail: which word was said when, in take time, and what was mended by hand.

In: what the aligner found and the teacher's corrections. Out: new frozen trails.
"""
