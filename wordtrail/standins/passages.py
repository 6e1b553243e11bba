"""The demo world's passages, written by us in our notation."""

BEES_MAP = """--- p. 12

# How a bee tells the way

When a bee finds a field of **clover,** she does not keep it to herself. She flies home and dances on the comb.

Her dance is a map. First she walks in a straight line, shaking as she goes. Then she circles back and walks the line again.

The line points the way to the flowers. The longer she shakes, the farther away the flowers are.

--- p. 13

# Why the dance works

Inside the hive it is dark. The other bees cannot see the dancer, so they stay close and feel her moves with their **antennae.**

In 1944, after many summers of watching, people began to read the map too. They found that one second of shaking means about half a mile.

[caption] A dancer and the sisters who follow her.

[fact box] A hive can hold 40,000 bees. No bee is in charge, yet the work gets done.

Small things that work together can do what one alone cannot.
"""

BEES_MAP_CREDITS = (
    "The Bee’s Map",
    "Larkmoor School, Room 6",
    "Our own text. It may be read, recorded and shared freely.",
)

RAIN = """Rain on a tin roof, ping, ping, ping,
tapping its toes on everything.
Grandpa is humming, the kettle sings,
rain on a tin roof, ping, ping, ping.

Rain on a tin roof, drum, drum, drum,
here the fat drops of the thunder come.
Cat in the cupboard sucks her thumb,
rain on a tin roof, drum, drum, drum.

Rain on a tin roof, hush, hush, hush,
slow as the stroke of a painter’s brush.
Nobody hurries and no one can rush
rain on a tin roof, hush, hush, hush.
"""

RAIN_CREDITS = (
    "Rain on a Tin Roof",
    "Larkmoor School, Room 6",
    "Our own poem. It may be read, recorded and shared freely.",
)

KITE = """Wren had waited all week for wind. On Saturday morning it came, humming under the door.

“Today is the day,” she said, and she carried her red kite up Tanner’s Hill.

Her brother Oskar came along to hold the string. He was seven and he held everything too tightly.

“Not yet,” said Wren. “Wait until I say let go.”

But the wind did not wait. It snatched the kite, and Oskar, who had the string wrapped around his hand, ran after it down the far side of the hill.

When Wren caught up with him, the kite was high in the old oak. Its tail hung like a flag from the longest branch.

“I am sorry,” said Oskar. His lip trembled. “I should have let go.”

Wren looked at the oak. The lowest branch was far above her head. She tried to climb the trunk, but the bark was wet and she slid back down.

Then she threw a stick. It missed. She threw another. It stayed in the tree beside the kite.

Oskar began to laugh, and after a moment so did she. “Now the tree has a kite and a stick,” he said.

They sat down in the grass and waited. Clouds walked over the hill. All at once the wind turned, shook the branch, and laid the kite at their feet.

“Your turn,” said Wren, and she put the string into his open hand. “Hold it the way you hold a bird.”
"""

KITE_CREDITS = (
    "The Kite on Tanner’s Hill",
    "Larkmoor School, Room 6",
    "Our own story. It may be read, recorded and shared freely.",
)

BOAT = """# How to Fold a Paper Boat

You need one sheet of paper and a flat table.

1. Fold the sheet in half from top to bottom. Press the fold flat with your thumb.

2. Fold the two upper corners down to the middle. Now it looks like the roof of a house.

3. Fold the strip at the bottom up, first on the front, then on the back.

4. Open it from below and press it into a square. Tuck the corners under each other.

5. Fold the bottom corner up on both sides, so that a small triangle is left.

6. Open it once more, then pull the two tips apart. There is your boat!

[caption] The folds of steps 1 to 5, and the boat.
"""

BOAT_CREDITS = (
    "How to Fold a Paper Boat",
    "Larkmoor School, Room 6",
    "Our own text and drawing. They may be used freely.",
)

PIP = """Pip has a pin.
The pin is big.
Pip spins the pin.

Dad has a tin.
Pins go in it.
Pip runs to Dad.
"""

PIP_CREDITS = (
    "Pip and the Pins",
    "Larkmoor School, Room 6",
    "Our own page for new readers. It may be used freely.",
)
"""Twenty-four words of one syllable."""

POND = """# The quiet lid

Seen from the bank, a pond looks still. A few leaves float. A dragonfly rests on a reed. Nothing seems to happen here.

---

# Under the lid

Look below, and the pond is busy. Snails scrape green slime from the stones. A diving beetle carries its own bubble of air. Young dragonflies hunt in the mud for two years before they ever fly.

---

# Who needs whom

Leaves fall and rot. Snails eat what rots. Beetles eat the snails. When a beetle dies, the mud takes it, and the reeds grow from the mud.
"""

POND_CREDITS = (
    "What the Pond Hides",
    "Larkmoor School, Room 6",
    "Our own text and pictures. They may be used freely.",
)
