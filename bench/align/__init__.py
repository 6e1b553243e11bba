"""How well and how fast takes are aligned, on narrations whose word times are known."""
