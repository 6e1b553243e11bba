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
