"""Texts for beginners, 20 to 40 words each, with headings and steps that repeat their words. By us."""

from __future__ import annotations

WORK = (
    """# My Cat Max

My cat Max is fat. He sat on my hat. I had to pat Max. Max ran to his mat. He has a nap on the mat.""",
    """# At the Pond

A frog sat at the pond. It sat on a log. A big fish came up. The frog went hop. It is a wet frog. Look at it
go.""",
    """# The Seeds

Tom had six seeds. He put the seeds in a pot. The sun was hot. Tom gave the pot a drink.

## The tips

Up came six green tips. The tips were as thin as pins.""",
    """# How to wash up

1. Fill the sink.
2. Wash the cups first.
3. Rinse each cup.
4. Dry the cups and put them up.
5. Let the water go.""",
    """# I Can

I can run. I can hop. I can run and hop. Can you run? Can you hop? A hen can run. A hen can not sing.""",
    """# The Old Boat

The old boat is on the sand. The wind has torn the sail. We sit in the old boat and wait for the sea. The
sea does not come.""",
)
"""Texts to work on."""

ONCE = (
    """# The Bus

I am on the bus. The bus is big and red. Dad is on the bus. We go up the hill. The bus stops at the top. I
get off.""",
    """# In the Snow

It is cold. We go out in the snow. Jan has a sled. I sit at the back. The sled goes fast. We fall in the
snow. It is fun.""",
    """# Make a mask

1. Cut out a face.
2. Cut two holes for the eyes.
3. Paint the mask.
4. Tie a string to the mask.
5. Put the mask on.""",
    """# The Nest

A bird made a nest in the shed. The nest was soft. She laid four eggs in it.

## Four eggs

The eggs were blue. Then four small birds sat in the nest.""",
)
"""Texts that nothing is set with."""
