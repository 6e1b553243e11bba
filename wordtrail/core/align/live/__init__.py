"""Following a reader while she reads: sound in, in short blocks; out: the word she is at.

`ear` hears phones in the last seconds of sound, `following` goes on with the search for the likeliest way through the
script (the same search, prices and all, as finds the trail afterwards), `live_reader` puts the two together. What is
found here only sets the light while recording: the trail is found afterwards, from the whole.
"""
