"""Which blocks of a page stand side by side: pairs of pictures, and a picture beside its text, with their captions."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from wordtrail.core.layout.lines import Chunk
from wordtrail.core.text.model import Block, BlockKind, Stands

Verses = tuple[tuple[Chunk, ...], ...]
Broken = tuple[Block, Verses]
"""A block with its text, ready to be set."""


@dataclass(frozen=True, slots=True)
class Group:
    """Blocks under one another, and what stands beside them (nothing, mostly)."""

    left: tuple[Broken, ...]
    right: tuple[Broken, ...] = ()


def groups_of(blocks: Sequence[Broken]) -> list[Group]:
    """The blocks of a page as they stand. A caption goes with the picture before it; a picture that has nothing to
    stand beside stands alone."""
    groups: list[Group] = []
    place = 0
    while place < len(blocks):
        own = _with_captions(blocks, place)
        picture = blocks[place][0].picture
        following = place + len(own)
        before = groups[-1] if groups else None
        if picture and picture.stands is Stands.BESIDE_PICTURE and before and _is_single_picture(before):
            groups[-1] = Group(before.left, own)
        elif picture and picture.stands is Stands.BESIDE_TEXT and _is_text(blocks, following):
            groups.append(Group(own, (blocks[following],)))
            following += 1
        else:
            groups.append(Group(own))
        place = following
    return groups


def standing_alone(block: Block) -> Block:
    """A block with nothing beside it."""
    return replace(block, picture=replace(block.picture, stands=Stands.ALONE)) if block.picture else block


def _with_captions(blocks: Sequence[Broken], place: int) -> tuple[Broken, ...]:
    end = place + 1
    if blocks[place][0].picture:
        while end < len(blocks) and blocks[end][0].kind is BlockKind.CAPTION:
            end += 1
    return tuple(blocks[place:end])


def _is_single_picture(group: Group) -> bool:
    return bool(group.left[0][0].picture) and not group.right


def _is_text(blocks: Sequence[Broken], place: int) -> bool:
    return place < len(blocks) and not blocks[place][0].picture and bool(blocks[place][0].words)
