# ruff: noqa: E501
"""Passages of ours with the right answers for each detector, found by reading, not by running it."""

from __future__ import annotations

from dataclasses import dataclass

from wordtrail.core.plan.suggestions.model import Detector


@dataclass(frozen=True, slots=True)
class Gold:
    """A passage in our notation and what each detector should find in it, as printed (a place each)."""

    name: str
    text: str
    right: dict[Detector, tuple[str, ...]]


D = Detector

GOLD = (
    Gold(
        "the bakery",
        """# The Night Bakers

While the town sleeps, the bakers of Mill Lane are hard at work. First, they weigh the flour. Then they add warm water, salt and yeast.

Yeast is a kind of tiny living thing. Because it eats sugar and makes gas, the dough grows. The bakers call this rising.

After that, the loaves go into a big oven called a kiln oven. As a result of the great heat, the crust turns brown. Unlike the crust, the inside stays soft.

Finally, at five o’clock, the first bus comes by. Twelve people get off and buy forty warm rolls.
""",
        {
            D.SEQUENCE: ("First,", "Then", "After that,", "Finally,"),
            D.CAUSE: ("Because", "As a result"),
            D.COMPARISON: ("Unlike",),
            D.DEFINITION: ("Yeast", "kiln oven."),
            D.HEADING: ("The Night Bakers",),
            D.NUMBER: (
                "Finally, at five o’clock, the first bus comes by.",
                "Twelve people get off and buy forty warm rolls.",
            ),
            D.DIALOGUE: (),
            D.QUESTION: (),
        },
    ),
    Gold(
        "the lost mitten",
        """Mara looked under the bench. She looked behind the door. She looked inside the big blue bin.

“Where is my mitten?” she asked.

“Did you wear it this morning?” said Mr. Okoro, who was sweeping the hall.

“I think so,” Mara whispered. Her voice shook.

But the mitten was not lost at all. All at once the cat came in, and the cat was carrying something red.

“There it is!” cried Mara.
""",
        {
            D.PATTERN: (
                "Mara looked under the bench.",
                "She looked behind the door.",
                "She looked inside the big blue bin.",
            ),
            D.DIALOGUE: ("“Where is my mitten?”", "“Did you wear it this morning?”", "“I think so,”", "“There it is!”"),
            D.QUESTION: ("“Where is my mitten?”", "“Did you wear it this morning?”"),
            D.STOP: ("shook.", "Mara."),
            D.COMPARISON: ("But",),
            D.SEQUENCE: (),
            D.NUMBER: (),
            D.DEFINITION: (),
            D.HEADING: (),
        },
    ),
    Gold(
        "the drummer",
        """Tick tock, tick tock, says the clock on the wall,
drip drop, drip drop, says the tap in the hall.
My small sister Sue sings softly at night,
and the moon in the window is round and is bright.

Tick tock, tick tock, says the clock on the wall,
whoosh, says the wind, and it shakes them all.
My small sister Sue says, “I am not afraid,”
and she hums the song that the raindrops made.
""",
        {
            D.RHYME: ("wall,", "hall.", "night,", "bright.", "wall,", "all.", "afraid,”", "made."),
            D.REPEATED: (
                "Tick tock, tick tock, says the clock on the wall,",
                "Tick tock, tick tock, says the clock on the wall,",
                "My small sister Sue",
                "My small sister Sue",
            ),
            D.SOUND_WORD: (
                "Tick",
                "tock,",
                "tick",
                "tock,",
                "drip",
                "drop,",
                "drip",
                "drop,",
                "Tick",
                "tock,",
                "tick",
                "tock,",
                "whoosh,",
            ),
            D.ALLITERATION: ("small sister Sue sings softly", "small sister Sue says,"),
            D.DIALOGUE: ("“I am not afraid,”",),
            D.NUMBER: (),
            D.DEFINITION: (),
        },
    ),
    Gold(
        "the marsh",
        """# Who Lives in the Marsh

A marsh is land that is wet for most of the year. Tall grasses grow there, and so do reeds. Many birds hide in the reeds, but the heron stands in the open.

The heron is a patient hunter. It waits on one leg, and then it strikes. However, it often misses.

# The Smallest Hunter

A dragonfly is much smaller than a heron. Both eat what they can catch. The young dragonfly, called a nymph, lives under water, since it breathes with gills.

[caption] A nymph climbs out of the water.
""",
        {
            D.HEADING: ("Who Lives in the Marsh", "The Smallest Hunter", "A nymph climbs out of the water."),
            D.COMPARISON: ("but", "However,", "than", "Both"),
            D.SEQUENCE: ("then",),
            D.CAUSE: ("since",),
            D.DEFINITION: ("nymph,",),
            D.STOP: ("misses.", "gills."),
            D.QUESTION: (),
            D.DIALOGUE: (),
        },
    ),
    Gold(
        "the race",
        """Jonah was jogging along the canal when he stopped suddenly. A goose was hissing in the middle of the path!

He tried walking past it on the left. The goose hopped to the left. He tried walking past it on the right. The goose hopped to the right.

“Honk!” said the goose.

“Why are you so angry?” asked Jonah. Then he saw the reason: seven fluffy goslings were sitting in the tallest grass. The mother was guarding them carefully.

“I understand,” he said politely, and he carried his shoes through the puddles instead.
""",
        {
            D.ENDING: (
                "jogging",
                "stopped",
                "suddenly.",
                "hissing",
                "tried",
                "walking",
                "hopped",
                "sitting",
                "tallest",
                "asked",
                "guarding",
                "carefully.",
                "politely,",
                "carried",
            ),
            D.PATTERN: (
                "He tried walking past it on the left.",
                "The goose hopped to the left.",
                "He tried walking past it on the right.",
                "The goose hopped to the right.",
            ),
            D.NUMBER: ("Then he saw the reason: seven fluffy goslings were sitting in the tallest grass.",),
            D.SOUND_WORD: ("“Honk!”",),
            D.DIALOGUE: ("“Honk!”", "“Why are you so angry?”", "“I understand,”"),
            D.QUESTION: ("“Why are you so angry?”",),
            D.SEQUENCE: ("Then",),
            D.COMPARISON: ("instead.",),
            D.REPEATED: (
                "He tried walking past it on the",
                "He tried walking past it on the",
                "The goose hopped to the",
                "The goose hopped to the",
            ),
        },
    ),
    Gold(
        "the lighthouse",
        """The **beacon** of Corran Point has burned since 1861. It turns four times a minute, and ships see it from twenty-two miles away.

A keeper once lived in the tower with a telescope, a barometer, an instrument for measuring the air, and a parrot. Peter’s parrot Pickle picked pebbles from the path.

Today no one climbs the ninety steps. The lamp is automatic: it lights itself when darkness comes. Thus the ships are safe, although the tower is empty.
""",
        {
            D.TEACH: ("beacon", "telescope,", "barometer,", "parrot.", "pebbles", "automatic:", "keeper"),
            D.NUMBER: (
                "The beacon of Corran Point has burned since 1861.",
                "It turns four times a minute, and ships see it from twenty-two miles away.",
                "Today no one climbs the ninety steps.",
            ),
            D.ALLITERATION: ("Peter’s parrot Pickle picked pebbles from the path.",),
            D.DEFINITION: ("barometer,",),
            D.CAUSE: ("Thus",),
            D.COMPARISON: ("although",),
            D.SEQUENCE: (),
            D.DIALOGUE: (),
        },
    ),
    Gold(
        "the seed",
        """A seed is asleep in the ground. A seed is waiting for rain. A seed is smaller than a pea.

What does a seed need? It needs water, light and time. How long does it sleep? Some sleep for a hundred years.

Plip, plop, plip, plop. Rain comes at last. The seed drinks until its coat splits. A root, which is a kind of straw, pushes down, so the plant can drink. Next, a shoot pushes up. Soon there are two leaves.

Can you hear it grow? No, but you can see it.
""",
        {
            D.PATTERN: (
                "A seed is asleep in the ground.",
                "A seed is waiting for rain.",
                "A seed is smaller than a pea.",
            ),
            D.QUESTION: ("What does a seed need?", "How long does it sleep?", "Can you hear it grow?"),
            D.SOUND_WORD: ("Plip,", "plop,", "plip,", "plop."),
            D.SEQUENCE: ("at last.", "Next,", "Soon"),
            D.CAUSE: ("so",),
            D.COMPARISON: ("than", "but"),
            D.NUMBER: ("Some sleep for a hundred years.", "Soon there are two leaves."),
            D.DEFINITION: ("root,",),
        },
    ),
    Gold(
        "the song",
        """Over the river and under the tree,
a fat little frog sang a song to me.
Over the river and back again,
he sang in the sun and he sang in the rain.

Big brown bears and bouncing bees
brought him berries and bits of cheese.
Over the river and under the tree,
nobody sang to the stars but he.
""",
        {
            D.RHYME: ("tree,", "me.", "again,", "rain.", "bees", "cheese.", "tree,", "he."),
            D.REPEATED: ("Over the river and under the tree,", "Over the river and under the tree,"),
            D.ALLITERATION: ("Big brown bears and bouncing bees brought him berries and bits",),
            D.NUMBER: (),
            D.DIALOGUE: (),
        },
    ),
)

SECOND = (
    Gold(
        "the beaver",
        """# A Builder with Teeth

Beavers are builders. First they cut down small trees with their teeth. Next they drag the branches to the stream. At last a dam blocks the water, and a pond forms behind it.

The beaver’s home, called a lodge, has its door under water. Therefore a fox cannot get in. A lodge can be ten feet wide.

Why do beavers build dams? A deep pond does not freeze to the ground, so the beavers can swim all winter. Otters swim as well as beavers, but they do not build.

[caption] A lodge in the snow.
""",
        {
            D.HEADING: ("A Builder with Teeth", "A lodge in the snow."),
            D.SEQUENCE: ("First", "Next", "At last"),
            D.CAUSE: ("Therefore", "so"),
            D.COMPARISON: ("but",),
            D.DEFINITION: ("lodge,",),
            D.QUESTION: ("Why do beavers build dams?",),
            D.NUMBER: ("A lodge can be ten feet wide.",),
            D.STOP: ("build.",),
            D.TEACH: ("Beavers", "lodge,", "Otters"),
            D.DIALOGUE: (),
        },
    ),
    Gold(
        "the wash line",
        """Flip flap, flip flap, go the shirts on the line,
seven small socks and an apron of mine.
The wind wants to wear them, the wind wants to play,
and it whistles and wishes to whisk them away.

Flip flap, flip flap, go the shirts on the line,
“Come down,” says my uncle, “the weather is fine.”
""",
        {
            D.RHYME: ("line,", "mine.", "play,", "away.", "line,", "fine.”"),
            D.REPEATED: (
                "Flip flap, flip flap, go the shirts on the line,",
                "Flip flap, flip flap, go the shirts on the line,",
                "The wind wants to",
                "the wind wants to",
            ),
            D.SOUND_WORD: ("Flip", "flap,", "flip", "flap,", "Flip", "flap,", "flip", "flap,"),
            D.ALLITERATION: ("seven small socks", "wind wants to wear", "whistles and wishes to whisk"),
            D.DIALOGUE: ("“Come down,”", "“the weather is fine.”"),
            D.NUMBER: ("seven small socks and an apron of mine.",),
        },
    ),
    Gold(
        "the bridge",
        """Noor wanted to cross the bridge. Eli wanted to cross the bridge. Neither of them wanted to wait.

“Me first!” shouted Noor.

“I came before you,” Eli answered. He folded his arms.

Suddenly the boards creaked. An old woman was walking toward them, slowly, with a heavy basket.

“Could you children help me?” she asked. They looked at each other and smiled. Then they carried the basket together, and nobody was first.
""",
        {
            D.PATTERN: ("Noor wanted to cross the bridge.", "Eli wanted to cross the bridge."),
            D.DIALOGUE: ("“Me first!”", "“I came before you,”", "“Could you children help me?”"),
            D.QUESTION: ("“Could you children help me?”",),
            D.STOP: ("arms.", "first."),
            D.SEQUENCE: ("Then",),
            D.COMPARISON: ("Neither",),
            D.ENDING: (
                "wanted",
                "shouted",
                "answered.",
                "folded",
                "creaked.",
                "walking",
                "slowly,",
                "asked.",
                "looked",
                "smiled.",
                "carried",
            ),
            D.NUMBER: (),
            D.DEFINITION: (),
        },
    ),
    Gold(
        "the glacier",
        """A **glacier** is a river of ice. Snow falls on a mountain, and more snow presses it down until it is hard as stone. Because the ice is heavy, it slides downhill about three feet a day.

Glaciers carry boulders, huge rocks that are as big as houses, and grind the ground like sandpaper. However, many glaciers are melting. In 1900 this valley was full of ice; today it is a meadow.

Melting means turning from ice into water.
""",
        {
            D.DEFINITION: ("boulders,", "Melting"),
            D.CAUSE: ("Because",),
            D.COMPARISON: ("However,",),
            D.NUMBER: (
                "Because the ice is heavy, it slides downhill about three feet a day.",
                "In 1900 this valley was full of ice; today it is a meadow.",
            ),
            D.TEACH: ("glacier", "boulders,", "meadow.", "sandpaper."),
            D.STOP: ("water.",),
            D.SEQUENCE: (),
            D.DIALOGUE: (),
            D.QUESTION: (),
        },
    ),
)
"""Passages written after the detectors, and not used to make them better: what one may expect of a new text."""
