"""What of a take is kept: trims now, later holds and retakes; take time ↔ lesson time.

In: takes' lengths and the teacher's cuts. Out: an edit list, and times carried through it.
The recording itself is never changed.
"""
