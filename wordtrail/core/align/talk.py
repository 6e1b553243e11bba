"""Words teachers use between the lines: our own list, for the recogniser's model of asides."""

from __future__ import annotations

_WORDS = """
a about above across act actually add after again ahead air all alone along already also always am an and
animal another answer any anybody anyone anything are around as ask asked at author away back bad be beautiful
because become been before began begin beginning behind being believe below beside best better between big bit
board book books boy boys bring brought but by call called came can cannot can't care careful carefully change
chapter character characters check child children choose circle clap class classroom clear clearly clever close
color colors come comes coming connect correct could couldn't count cover curious cut day days describe detail
details did didn't different do does doesn't doing done don't down draw drawing each ear ears easy eight else end
ending enough even ever every everybody everyone everything evidence exactly example excellent excited explain
eye eyes fact facts family far favorite feel feeling feels felt few fifth figure find finger fingers finish first five
focus follow following for four fourth friend friends from front full fun funny gave genre get getting girl girls
give gives go goes going gone good got grade great group guess guys had half hand hands happen happened happening
happens happy hard has have haven't having he head hear heard hello help helps her here here's hers him himself his
hm hmm hold home hope house how however huh i idea ideas if i'll i'm imagine important in information inside
interesting into is isn't it its it's i've job join just keep kids kind kinds knew know knows last later laugh learn
learned learning least leave left less lesson let letter letters let's like line lines list listen listening little long
look looking looks lot lots loud love made main make makes making many mark matter may maybe me mean meaning means
might mind mine minute miss moment moments months more morning most mouth move much must my myself name near
need needs never new next nice night nine no nobody noise not note notebook nothing notice noticed now number of
off often oh okay old on once one ones only ooh open or order other others our out outside over own page pages
paper paragraph part partner parts passage pause people perhaps person phrase picture pictures piece place plan
please poem point points practice predict pretty probably problem purpose put question questions quick quickly quiet
quite read reader readers reading ready real really reason remember repeat rest rhyme right room said same saw say
saying says school second section see seen sentence sentences set seven several shall share she she's should show
shows side signal silly simple since sit six slow slowly small smart so some somebody someone something sometimes
soon sorry sound sounds speak special spell stand start started starts stay step still stop story students stuff such
sure surprise surprised take talk talked talking teacher tell telling tells ten text than thank thanks that that's the
their them themselves then there there's these they they're thing things think thinking third this those though
thought three through thumbs time times title to today together told tomorrow too took topic touch track tricky
true try trying turn turned two uh um under underline understand until up upon us use used using very voice wait
walk want wanted wants was wasn't watch way we week well we'll went were we're we've what what's when where
which while who whole who's why will wish with without wonder wondering won't word words work world would
wow write writer writing wrote yeah year yes yesterday yet you you'll young your you're yours yourself
"""

_NUMBERS = """
eleven twelve thirteen fourteen fifteen sixteen seventeen eighteen nineteen twenty thirty forty fifty sixty seventy
eighty ninety hundred
"""

_TRADE = """
page pages paragraph line lines picture question questions chart word words read turn text book title
"""

OF_THE_TRADE = frozenset(_TRADE.split())
"""Words that are as common here as "the" and "and" are elsewhere."""

TALK_WORDS: tuple[str, ...] = tuple(dict.fromkeys((_WORDS + _NUMBERS).split()))
