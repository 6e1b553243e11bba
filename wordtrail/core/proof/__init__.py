"""A text looked at with a dictionary: what looks wrong and what is offered instead, which broken words belong together,
how hard it is to read. In: passages and lines of print. Out: suspects, blocks, facts; nothing here changes a word.
"""
