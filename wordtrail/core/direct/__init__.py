"""The director: from what a teacher did, read and said to what is on the stage when.

Takes in a lesson, its trails and an edit list; gives moments and pages in lesson time. In order of strength count
directions by hand, what was read, what was named in talk, and the plan. Knows nothing of drawing or of cues.
"""
