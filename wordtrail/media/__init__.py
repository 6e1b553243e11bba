"""Sound and pictures in and out: decode, measure, level, draw frames, encode.

Enters: bytes and files from outside, cue sheets and layouts from the core. Leaves: arrays of
samples, encoded sound, video, posters. No rule of the job is decided here.
"""
