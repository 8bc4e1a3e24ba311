"""Names to sign in with, made of people's names: short, without marks, each once."""

import unicodedata
from collections.abc import Container

LONGEST = 40


def sign_in_name(name: str, taken: Container[str]) -> str:
    """`Zoë van der Berg` is `zoe.van.der.berg`, or `zoe.van.der.berg2` if that is taken.

    A name in letters that have no plain form stays in its own letters.
    """
    plain = "".join(c for c in unicodedata.normalize("NFKD", name.casefold()) if not unicodedata.combining(c))
    words = ["".join(c for c in word if c.isalnum()) for word in plain.replace("-", " ").split()]
    stem = ".".join(filter(None, words))[:LONGEST] or "student"
    made, count = stem, 2
    while made in taken:
        made, count = f"{stem}{count}", count + 1
    return made
