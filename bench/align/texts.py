"""Passages for measuring, written by us: each is hard in a way of its own."""

from __future__ import annotations

import random

NAMES = """Old Mr. Ferngarrow kept a lantern at Zibbly Mill. Every night Quillan and Osha Marrowby climbed
the hill to light it. In 1868 the wind blew it out 25 times.

“Don't worry,” said Osha. “The ships of Larkmoor know the way—they have Tamsin Dorrick.”"""

REFRAIN = """Down by the river the willow bends low,
Hush, says the water, and let the wind blow.

A heron comes stepping on legs thin and slow,
Hush, says the water, and let the wind blow.

The minnows go darting where tall reeds grow,
Hush, says the water, and let the wind blow.

The frog on his lily pad hums what frogs know,
Hush, says the water, and let the wind blow.

Now evening is folding her blanket of glow,
Hush, says the water, and let the wind blow."""

WORD_LIST = """hopping

baking

carried

sunflower

thimble

quietly

grasshopper

whisper

bucket

seven

tomorrow

stretch"""

NUMBERS = """A drop of water is made of H₂O. About 71% of the Earth is sea, and only 2.5% of all water is fresh.
Pour 3/4 cup of it into a pot, wait 10–12 minutes, and heat it to 100 °C. In 1953 a river rose 4.6 m in
2 days. The 3rd flood cost $1,250,000. Write the endings -er and -est on your sheet at 9:30."""

DIALOGUE = """“Who goes there?” called the guard from the wall.

“Only a baker,” said Nell, “with a basket of bread for the captain.”

“The captain does not eat bread on a Friday,” growled the guard.

“Then he can have the butter,” said Nell, and she held up the little blue pot. The guard began to laugh.
“Come in, then, baker. Come in out of the rain.”"""

GARDEN = """The garden gate stood open all night. In the morning the lettuce was gone, and the peas, and half of
the beans. Maya dances from row to row and counts what is left. There are small round prints in the soft
earth beside the fence. Something with four feet came in the dark and ate its supper here. Maya fetches a
pot of paint and a brush. She writes a sign in tall red letters and hangs it on the gate. It says that
rabbits must knock. The next night nobody knocks, but in the morning there is a carrot on the step."""

MOON = """The moon makes no light of its own. What we see is sunlight that falls on its dusty ground and comes
back to us. As the moon travels around the earth, we see more of its bright side, and then less. When the
whole bright side faces us, we call it a full moon. When the bright side faces away, the moon seems to be
gone. It takes about four weeks from one full moon to the next. Long ago people used the moon as a
calendar, and farmers planted their seeds by it. Some animals follow the moon as well. Corals in warm
seas wait for a full moon in spring before they let go of their eggs, all in one night."""

_PEOPLE = [
    "the miller",
    "a small girl",
    "my uncle",
    "the tall sailor",
    "a grey goose",
    "the schoolmaster",
    "old Anna",
    "the drummer",
    "a tired horse",
    "the weaver",
]
_DEEDS = [
    "carried",
    "painted",
    "followed",
    "counted",
    "remembered",
    "hid",
    "mended",
    "borrowed",
    "noticed",
    "polished",
    "waited for",
    "sang about",
]
_THINGS = [
    "a copper kettle",
    "the broken bridge",
    "seven candles",
    "the long road",
    "a letter from home",
    "the garden wall",
    "a bag of apples",
    "the silver key",
    "an empty boat",
    "the village clock",
    "a wooden spoon",
    "the first snow",
]
_TIMES = [
    "before breakfast",
    "in the evening",
    "after the rain",
    "without a word",
    "on the way to market",
    "for many years",
    "near the mill",
    "under the bridge",
]


def long_story(words: int, seed: int = 5) -> str:
    """A story of so many words in which the same words come again and again in other orders."""
    choice = random.Random(seed)
    sentences: list[str] = []
    count = 0
    while count < words:
        sentence = f"{choice.choice(_PEOPLE)} {choice.choice(_DEEDS)} {choice.choice(_THINGS)} {choice.choice(_TIMES)}"
        if choice.random() < 0.4:
            sentence += f", and {choice.choice(_PEOPLE)} {choice.choice(_DEEDS)} {choice.choice(_THINGS)}"
        sentence = sentence[0].upper() + sentence[1:] + "."
        count += len(sentence.split())
        sentences.append(sentence)
    return "\n\n".join(" ".join(sentences[at : at + 6]) for at in range(0, len(sentences), 6))
