"""What measured sound means for a teacher: is the microphone good enough, and what can be done.

In: figures of a sound. Out: sentences. Nothing is measured here.
"""
