"""The lesson document and the commands that change it.

In: a `Lesson` and a command. Out: a new `Lesson`. Takes, trails, videos and links are not part
of the document; it only names the take that counts.
"""
