"""Makes `wordtrail/core/speech/common_words.txt` from the word frequencies of the `wordfreq` package.

Run once, by hand (`pip install wordfreq` first); the result is kept in the repository. A word is kept
when the pronunciation dictionary knows it and it has no figure or sign in it.
"""

from __future__ import annotations

from pathlib import Path

from wordfreq import top_n_list

from wordtrail.core.speech.pronunciation import in_dictionary

WORDS = 8_000
TARGET = Path(__file__).parent.parent / "wordtrail/core/speech/common_words.txt"


def main() -> None:
    """Write the list, the commonest word first."""
    known = (word for word in top_n_list("en", 4 * WORDS) if in_dictionary(word) and word.replace("'", "").isalpha())
    single = (word for word in known if len(word) > 1 or word in ("a", "i"))
    TARGET.write_text("\n".join(word for word, _ in zip(single, range(WORDS), strict=False)) + "\n", encoding="utf-8")


if __name__ == "__main__":
    main()
