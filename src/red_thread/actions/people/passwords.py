"""Passwords (argon2id) and the secrets of sessions and sign-in codes. Only their hashes are stored."""

import hashlib
import secrets
from collections.abc import Sequence

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from zxcvbn import zxcvbn

from red_thread.actions.refusals import PasswordTooShort, PasswordTooWeak

SHORTEST, LONGEST = 8, 500
WEAKEST = 2  # of zxcvbn's scores from 0 to 4: what is guessed in under a million tries is refused
_CODE_LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789"  # none that look alike
_hasher = PasswordHasher()
_NOBODYS = _hasher.hash("nobody's password")


def hash_password(password: str, about: Sequence[str] = ()) -> str:
    """The hash to store. about: the person's own names, which make weak passwords.

    Raises PasswordTooShort, PasswordTooWeak.
    """
    if len(password) < SHORTEST:
        raise PasswordTooShort(least=SHORTEST)
    names = [part for said in about for part in said.replace("@", ".").split(".")]
    if len(password) > LONGEST or zxcvbn(password[:72], user_inputs=[*about, *names])["score"] < WEAKEST:
        raise PasswordTooWeak
    return _hasher.hash(password)


def password_fits(password: str, password_hash: str | None) -> bool:
    """Whether it fits; takes as long for a person who does not exist, so that timing tells nothing."""
    try:
        return _hasher.verify(password_hash or _NOBODYS, password[:LONGEST]) and password_hash is not None
    except (VerificationError, InvalidHashError):
        return False


def new_token() -> str:
    """A secret that nobody can guess, as text for an address or a cookie."""
    return secrets.token_urlsafe(32)


def new_code() -> str:
    """A sign-in code that can be typed from paper: `KTZ4-9WQE-H2MR`."""
    letters = [secrets.choice(_CODE_LETTERS) for _ in range(12)]
    return "-".join("".join(letters[k : k + 4]) for k in (0, 4, 8))


def hash_secret(secret: str) -> bytes:
    """What is kept of a token instead of the token: SHA-256, enough for a secret of 256 random bits."""
    return hashlib.sha256(secret.strip().encode()).digest()


def hash_code(code: str) -> bytes:
    """Codes may be typed small, and without their dashes."""
    return hash_secret("".join(letter for letter in code.upper() if letter.isalnum()))
