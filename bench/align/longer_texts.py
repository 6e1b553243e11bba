"""Passages of some hundred words, each hard in a way of its own: those to work on, and those to look at once. By us."""

from __future__ import annotations

DIALOGUE_WORK = """“Is it far?” asked Ida.

“Not far,” said Grandpa, “but it is steep.” He gave her the lamp. “You go first. I will be right behind
you.”

“What if it goes out?”

“Then we will sing,” said Grandpa. “Nobody is lost as long as somebody sings.”

Ida took one step, and then another. “I can see the top!” she called. “Come on, slowpoke!”

“I am coming,” puffed Grandpa. “Keep that light up.”"""

NUMBERS_WORK = """The bridge is 1,280 m long and 34 m wide. It opened at 7:30 a.m. on 4 May 1932 and cost $6.2 million.
About 85% of the steel came by ship. In the first year 11,000 cars a day crossed it; in 2019 there were 160,000.
The water below is 14.5 m deep and rarely warmer than 18 °C. Every 1/2 hour a ferry with 250 seats passes
under it. Its 2nd coat of paint weighed 50 kg per span."""

STORY_WORK = """Nobody had used the tower for years. One winter evening a light was burning in its window. Hana saw it
from the harbour and told her brother. They climbed the hill together, and the wind pushed at their backs. At the
door they stopped and listened. Somebody inside was humming a slow tune. Hana knocked three times. The
humming stopped, and an old woman opened the door. She was holding a lantern in one hand and a bread knife
in the other. She smiled and asked them if they were hungry."""

FACTS_WORK = """A river carries more than water. It picks up sand, clay and small stones, and it takes them to the sea.
Where the river is quick, even heavy stones roll along its bed. Where it is slow, they sink to the bottom.
In time the stones build a bank, and the river must bend around it. After a flood the fields beside a river
are covered with fine mud. Farmers like this mud, because plants grow well in it. A river that is left alone
never stays in one place for long."""

DIALOGUE_ONCE = """“Who took the last plum?” asked Mother.

“I did not,” said Ned. “It was gone when I came in.”

“Then it was you, Bea.”

“Me?” cried Bea. “I do not even like plums!”

Just then the parrot coughed. “Good plum,” it said. “More, more!” Everybody looked at the cage. “Well,” said
Mother, “at least he has said thank you.”

“He has not,” said Ned, “and there is the stone.”"""

NUMBERS_ONCE = """The tower has 311 steps and is 62 m high. It was built in 1677 and repaired in 1834, 1888 and 2009. A
ticket costs $5.40 and 3/4 of it pays for paint. It opens at 9:30 a.m. and closes at 5:45 p.m. On 12 June about
2,400 people came; 40% of them were children. The bell weighs 3.5 kg and rings 6 times a day. At 30 °C the
stairs are shut."""

STORY_ONCE = """The train was late again. Omar put his bag on the bench and counted the coins in his pocket. Across the
platform a dog was waiting too, all by itself. It looked at him and wagged its tail. When the train came at
last, the dog got on in front of him. It sat down by the window as if it had a ticket. The guard walked past
and nodded to it. At the third station the dog stood up, waited for the door, and trotted away into the
town. Omar laughed and told the whole story to his sister."""

FACTS_ONCE = """A candle needs air to burn. If you put a jar over it, the flame grows small and then it dies. What is
used up is a part of the air that we need as well. Fires in the forest are fed by wind for the same reason.
People who fight a fire try to take its air away. They cover it with sand or foam, or they soak it with
water. The steam pushes the air aside and cools the wood. When there is no heat left, the fire cannot come
back."""
