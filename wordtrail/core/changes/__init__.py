"""Everything a teacher can do to a lesson document: one frozen value for each command, and what it makes of a lesson.
In: a lesson and a command. Out: the changed lesson, or an error with a sentence; the old lesson stays as it is.
"""
