"""Long work in the background: aligning takes and making videos.

In: job rows. Out: rows and blobs, with progress, politely cancelled, taken up again after a crash.
Each phase leaves its result as a blob or row and is passed over when that is there.
"""
