"""Typesetting: from a passage to word boxes on pages of a stage.

In: blocks, a stage's size, the shipped font files. Out: frozen pages in page units (the wide
stage is 1920 by 1080), which the browser and the video both draw and neither changes.
"""
