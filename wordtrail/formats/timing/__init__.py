"""When each word of a take is said, as files of other programs."""
