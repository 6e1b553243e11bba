"""Marks: what is drawn on the text, on which words, with which meaning.

In: word ids. Out: frozen marks that a layout turns into shapes and a cue sheet into moments.
"""
