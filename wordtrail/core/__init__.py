"""The rules of the job: text, pace, alignment, marks, edits, layout and cues.

Enters: values (frozen dataclasses, strings, arrays of samples). Leaves: new values.
Nothing here knows the web, the database or a file's path, and it imports no other room of ours.
"""
