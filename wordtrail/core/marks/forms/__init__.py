"""The forms in which a mark can be drawn: one module for each.

A module here holds all there is of its form: its name and key, its fields, what it needs before it can be kept, and how
it is drawn on words and on pictures. `all.py` finds them.
"""
