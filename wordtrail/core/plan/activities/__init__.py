"""What students do at a pause point: one module for each kind of activity.

A module here holds all there is of its kind: its fields, what it needs before it can be kept, what it puts before
students, what is shown after the think time, and whether an answer is right. `all.py` finds them.
"""
