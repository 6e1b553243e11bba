"""Reading printed pages from photos and scans.

In: the pixels of a page. Out: lines of print with every word's place and how sure it is. Light is evened
out, the page set straight, its columns and boxes found, and each read with Tesseract.
"""
