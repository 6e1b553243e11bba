"""One module per open format, each with `read` and/or `write` between text and core values."""
