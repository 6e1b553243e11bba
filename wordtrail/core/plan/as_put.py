"""Things to order or to match, as they are put to students: in another order than the right one, always the same."""

from __future__ import annotations


def as_put(items: tuple[str, ...]) -> tuple[str, ...]:
    """Items in the order in which they are put to students."""
    shuffled = tuple(sorted(items, key=lambda item: (sum(map(ord, item)) % 97, item)))
    return shuffled if shuffled != items else items[::-1]


def places_as_put(items: tuple[str, ...]) -> tuple[int, ...]:
    """Where each item comes when they are put to students (counted from 0), also where two are alike."""
    free = list(enumerate(as_put(items)))
    places = []
    for item in items:
        found = next(one for one in free if one[1] == item)
        free.remove(found)
        places.append(found[0])
    return tuple(places)
