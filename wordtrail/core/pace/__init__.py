"""The pace guide: when each word should be said at a given rate.

In: a passage and a rate in words a minute. Out: start and end of each word in seconds.
"""
