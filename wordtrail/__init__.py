"""Word Trail: narrated read-alouds in the teacher's own voice, with every word lit as it is said.

The rules of the job are in `wordtrail.core`; everything else brings sound, files, rows and
requests to it and carries the answers away.
"""

__version__ = "0.1.0"
