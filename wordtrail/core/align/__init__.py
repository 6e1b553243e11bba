"""From sound to trail, in stages that can be looked at one by one.

In: samples (mono, 16 000 a second, floats from -1 to 1) and the script's words. Out: a `Trail`.
Stages: stretches of speech → language model → recognition → labelling → forced times → slips.
"""
