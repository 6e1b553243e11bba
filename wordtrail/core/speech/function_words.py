"""Words of grammar that readers take for one another, for they are used alike: "his" and "her", "in" and "on".

The kinds are those of any grammar (determiners, pronouns, forms of be, have and do, modal verbs, prepositions,
conjunctions). That readers put a word of the same kind in the place of the printed one is what records of oral reading
show: Goodman, "Analysis of Oral Reading Miscues" (1969).
"""

from __future__ import annotations

from functools import lru_cache

KINDS = (
    "a an the this that these those my your his her its our their some any no",
    "i you he she it we they",
    "me him her it us them you",
    "is was are were am be been",
    "has had have having",
    "do does did",
    "can could will would shall should may might must",
    "in on at of from for to by with into onto over under up down off out as about after before",
    "and but or so if as than then when while",
    "there here where",
)


@lru_cache(maxsize=1)
def _by_word() -> dict[str, tuple[str, ...]]:
    kinds = [kind.split() for kind in KINDS]
    every = dict.fromkeys(word for kind in kinds for word in kind)
    return {
        word: tuple(dict.fromkeys(other for kind in kinds if word in kind for other in kind if other != word))
        for word in every
    }


def alike_in_use(word: str) -> tuple[str, ...]:
    """The words of grammar that are used as this one is (bare); none for any other word."""
    return _by_word().get(word, ())
