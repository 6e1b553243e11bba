"""Pages of print with known words and places, damaged as cameras and scanners do, and how well they are read."""
