"""What the core offers to mark, teach or stop at: it reads the passage and never forces.

In: a passage. Out: `suggestions(passage)` → `Suggestion`s in the order of the text, each with its reason. One file
a family of detectors, each a function from a passage to suggestions.
"""
