"""The cue sheet: everything that happens on the stage, in lesson time.

In: lesson, trails, layout. Out: `compile_cues(...)` → `CueSheet`; `state_at(sheet, t)` → what is
on the stage. The browser's reader of the same sheet is held to `state_at` by golden vectors.
"""
