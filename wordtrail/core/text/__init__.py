"""The passage: pages of blocks of words with stable ids, sentences and spoken forms.

In: plain text in our light notation. Out: frozen `Passage` values, and new ones after an edit,
in which every word that stayed keeps its id.
"""
