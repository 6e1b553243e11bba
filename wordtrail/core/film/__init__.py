"""The films of a lesson: which there are, and what a teacher chooses for them.

In: nothing. Out: values that say what a film shows, how it sounds and what shape it has; the compiler, the layout and
the renderer do what they say.
"""
