"""The stages of alignment one by one, and the whole of it."""
